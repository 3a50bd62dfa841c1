import type { RequestListener } from 'node:http';
import type { NetworkAccessView } from '../../contract/access/account.ts';
import { changeInstallation } from '../../store/access/installation.ts';
import type { InstallationRow } from '../../store/access/rows.ts';
import type { Databases } from '../../store/database.ts';
import {
  CertificateProblem,
  localCertificate,
  ownCertificate,
  type Certificate,
  type OwnFiles,
} from './certificate.ts';
import type { KeyFolder } from './keyFolder.ts';
import { inAddress, loopbackNames, networkAddresses, ownNames } from './names.ts';
import { trustPage } from './trustPage.ts';
import { WidePort } from './widePort.ts';

const HOUR_MS = 3_600_000;

export interface NetworkAccessParts {
  databases: Databases;
  installation: InstallationRow;
  keys: KeyFolder;
  port: number;
  /** A person's own certificate, from the command line. */
  own: OwnFiles | null;
  app: RequestListener;
  now: () => number;
  log: (error: unknown) => void;
  /** This computer's addresses and names; tests say theirs. */
  here?: () => string[];
}

/** Whether the server answers beyond this computer, by which names, under which certificate. */
export class NetworkAccess {
  private readonly parts: NetworkAccessParts;
  private names: string[];
  private open: WidePort | null = null;
  private certificate: Certificate | null = null;
  private problem: string | null = null;
  private readonly timer: NodeJS.Timeout;

  constructor(parts: NetworkAccessParts) {
    this.parts = parts;
    this.names = parts.installation.names;
    this.timer = setInterval(() => void this.renew(), HOUR_MS);
    this.timer.unref();
  }

  get isWide(): boolean {
    return this.open !== null;
  }

  /** Everything it is called by beyond this computer. */
  wideNames = (): string[] => [
    ...new Set([
      ...this.names,
      ...this.own(),
      ...(this.certificate?.kind === 'own' ? this.certificate.names : []),
    ]),
  ];

  /** The first is the one to hand out. */
  addresses(): string[] {
    if (!this.open) return [];
    const { port } = this.open;
    const names = this.certificate?.kind === 'own' ? this.certificate.names : [...this.names, ...this.own()];
    const usable = names.filter((name) => !name.startsWith('*') && !loopbackNames.includes(name));
    return [...new Set(usable)].map((name) => `https://${inAddress(name)}:${port}`);
  }

  /** Opens the port beyond this computer. @throws CertificateProblem, or the system's own where the port is taken */
  async widen(): Promise<void> {
    if (this.open) return;
    this.certificate = await this.current();
    const certificate = this.certificate;
    this.open = await WidePort.open(
      {
        port: this.parts.port,
        app: this.parts.app,
        plain: trustPage(() => ({
          certificate: this.certificate ?? certificate,
          addresses: this.addresses(),
        })),
      },
      certificate,
    );
  }

  async narrow(): Promise<void> {
    const { open } = this;
    this.open = null;
    await open?.close();
  }

  /** As it was set, kept for the next start. */
  async set(wide: boolean, names: readonly string[]): Promise<void> {
    this.names = names.map((name) => name.toLowerCase());
    if (wide) await this.widen();
    await this.renew();
    await changeInstallation(this.parts.databases, { wide, names: this.names });
  }

  /** Takes a certificate that was renewed, or makes one for an address that is new. */
  async renew(): Promise<void> {
    if (!this.open) return;
    try {
      const next = await this.current();
      if (next.fingerprint !== this.certificate?.fingerprint) this.open.renew(next);
      this.certificate = next;
      this.problem = null;
    } catch (error) {
      if (!(error instanceof CertificateProblem)) throw error;
      // the one in use goes on; the owner reads it in the settings
      this.problem = error.message;
      this.parts.log(error);
    }
  }

  view(loopback: string, hasOwner: boolean): NetworkAccessView {
    const addresses = this.addresses();
    const { certificate } = this;
    return {
      wide: this.isWide,
      loopback,
      addresses,
      trustPages: addresses.map((address) => address.replace('https:', 'http:')),
      names: this.names,
      port: this.open?.port ?? this.parts.port,
      hasOwner,
      certificate: certificate && {
        kind: certificate.kind,
        fingerprint: certificate.fingerprint,
        until: new Date(certificate.until).toISOString(),
        names: certificate.names,
        authorityFingerprint: certificate.authority?.fingerprint ?? null,
        authorityUntil: certificate.authority ? new Date(certificate.authority.until).toISOString() : null,
      },
      problem: this.problem,
    };
  }

  async stop(): Promise<void> {
    clearInterval(this.timer);
    await this.narrow();
  }

  private own = (): string[] => this.parts.here?.() ?? [...networkAddresses(), ...ownNames()];

  private current(): Promise<Certificate> {
    if (this.parts.own) return Promise.resolve(ownCertificate(this.parts.own));
    return localCertificate(
      this.parts.keys,
      [...this.names, ...this.own(), ...loopbackNames],
      this.parts.now(),
    );
  }
}
