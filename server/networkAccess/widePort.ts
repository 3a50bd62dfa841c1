import { createServer as createHttpServer, type RequestListener } from 'node:http';
import { createServer as createHttpsServer, type Server as HttpsServer } from 'node:https';
import { createServer, type AddressInfo, type Server, type Socket } from 'node:net';
import type { KeyAndCertificate } from './authority.ts';

/** The first byte of a TLS handshake (RFC 8446, section 5.1). */
const TLS_HANDSHAKE = 22;
const FIRST_BYTE_WITHIN_MS = 10_000;

/**
 * The port beyond loopback. Both speak on it: https is the application, plain http (typed without the s, or by a phone
 * that does not trust it yet) the page that says how to trust it.
 */
export class WidePort {
  readonly port: number;
  private readonly outer: Server;
  private readonly secure: HttpsServer;
  private readonly sockets: Set<Socket>;

  private constructor(outer: Server, secure: HttpsServer, sockets: Set<Socket>) {
    this.outer = outer;
    this.secure = secure;
    this.sockets = sockets;
    this.port = (outer.address() as AddressInfo).port;
  }

  static async open(
    parts: { port: number; app: RequestListener; plain: RequestListener },
    certificate: KeyAndCertificate,
  ): Promise<WidePort> {
    const secure = createHttpsServer(
      { cert: certificate.certificatePem, key: certificate.keyPem, minVersion: 'TLSv1.2' },
      parts.app,
    );
    const plain = createHttpServer(parts.plain);
    const sockets = new Set<Socket>();
    const outer = createServer((socket) => {
      sockets.add(socket);
      socket.once('close', () => sockets.delete(socket));
      // a connection that breaks off is the other side's affair
      socket.on('error', () => socket.destroy());
      socket.setTimeout(FIRST_BYTE_WITHIN_MS, () => socket.destroy());
      socket.once('data', (bytes: Buffer) => {
        socket.pause();
        socket.setTimeout(0);
        socket.removeAllListeners('timeout');
        socket.unshift(bytes);
        (bytes[0] === TLS_HANDSHAKE ? secure : plain).emit('connection', socket);
        process.nextTick(() => socket.resume());
      });
    });
    await listenEverywhere(outer, parts.port);
    return new WidePort(outer, secure, sockets);
  }

  /** A renewed certificate, for connections from now on. */
  renew({ certificatePem, keyPem }: KeyAndCertificate): void {
    this.secure.setSecureContext({ cert: certificatePem, key: keyPem, minVersion: 'TLSv1.2' });
  }

  async close(): Promise<void> {
    const closed = new Promise<void>((done) => this.outer.close(() => done()));
    for (const socket of this.sockets) socket.destroy();
    await closed;
  }
}

/** Both kinds of addresses; where the computer has no IPv6, the older ones. */
async function listenEverywhere(server: Server, port: number): Promise<void> {
  const on = (host: string): Promise<void> =>
    new Promise((done, fail) => {
      server.once('error', fail);
      server.listen(port, host, () => {
        server.off('error', fail);
        done();
      });
    });
  try {
    await on('::');
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    if (code !== 'EAFNOSUPPORT' && code !== 'EADDRNOTAVAIL') throw error;
    await on('0.0.0.0');
  }
}
