import { requireAnswered } from './answered.ts';
import type { ArchiveDeviceDay } from '../../contract/archive.ts';
import { request as requestHttp, type IncomingMessage } from 'node:http';
import { request as requestHttps } from 'node:https';
import { checkServerIdentity } from 'node:tls';

export interface Answer<T = unknown> {
  status: number;
  headers: IncomingMessage['headers'];
  text: string;
  json: T;
}
export interface Said {
  method?: string;
  body?: unknown;
  headers?: Record<string, string>;
}

/** A browser for tests: keeps its cookies for one address, names the page that writes, trusts one authority. */
export class Client {
  readonly address: string;
  readonly cookies = new Map<string, string>();
  private readonly ca: string | undefined;

  constructor(address: string, ca?: string) {
    this.address = address;
    this.ca = ca;
  }

  get = <T = unknown>(path: string, headers: Record<string, string> = {}) => this.ask<T>(path, { headers });
  post = <T = unknown>(path: string, body: unknown = {}, headers: Record<string, string> = {}) =>
    this.ask<T>(path, { method: 'POST', body, headers });
  put = <T = unknown>(path: string, body: unknown) => this.ask<T>(path, { method: 'PUT', body });
  delete = <T = unknown>(path: string) => this.ask<T>(path, { method: 'DELETE' });

  async ask<T>(path: string, { method = 'GET', body, headers = {} }: Said): Promise<Answer<T>> {
    const text = body === undefined ? undefined : JSON.stringify(body);
    const url = new URL(path.startsWith('/') ? `/api${path}` : path, this.address);
    const cookie = [...this.cookies].map(([name, value]) => `${name}=${value}`).join('; ');
    const response = await this.send(url, {
      method,
      headers: {
        ...(cookie ? { Cookie: cookie } : {}),
        ...(method === 'GET' ? {} : { Origin: url.origin }),
        ...(text === undefined
          ? {}
          : { 'Content-Type': 'application/json', 'Content-Length': String(Buffer.byteLength(text)) }),
        ...headers,
      },
      ...(text === undefined ? {} : { text }),
    });
    for (const line of response.headers['set-cookie'] ?? []) {
      const [, name = '', value = ''] = /^([^=]+)=([^;]*)/.exec(line) ?? [];
      if (value === '') this.cookies.delete(name);
      else this.cookies.set(name, value);
    }
    const isJson = /^application\/(problem\+)?json/.test(response.headers['content-type'] ?? '');
    const json = isJson ? (JSON.parse(response.text) as unknown) : null;
    if (isJson) requireAnswered(method, path, response.status, json);
    return { ...response, json: json as T };
  }

  private send(
    url: URL,
    { text, ...options }: { method: string; headers: Record<string, string>; text?: string },
  ): Promise<Omit<Answer, 'json'>> {
    return new Promise((resolve, reject) => {
      const took = (res: IncomingMessage) => {
        const { statusCode, headers } = res;
        // events never end: that they began is the answer
        if (headers['content-type']?.startsWith('text/event-stream')) {
          resolve({ status: statusCode ?? 0, headers, text: '' });
          res.destroy();
          return;
        }
        const chunks: Buffer[] = [];
        res.on('data', (chunk: Buffer) => chunks.push(chunk));
        res.on('error', reject);
        res.on('end', () =>
          resolve({
            status: statusCode ?? 0,
            headers,
            text: Buffer.concat(chunks).toString('utf8'),
          }),
        );
      };
      const req =
        url.protocol === 'https:'
          ? requestHttps(
              url,
              {
                ...options,
                ca: this.ca,
                agent: false,
                checkServerIdentity: (_host, certificate) => checkServerIdentity(url.hostname, certificate),
              },
              took,
            )
          : requestHttp(url, { ...options, agent: false }, took);
      req.on('error', reject);
      req.end(text);
    });
  }
}

/** Everything that devices sent, out of the archive. */
export async function sentByDevices(client: Client): Promise<{ at: number; value: number }[]> {
  const { text } = await client.get('/export');
  return text
    .split('\n')
    .filter((line) => line.includes('"kind":"device-readings"'))
    .flatMap((line) => (JSON.parse(line) as ArchiveDeviceDay).readings)
    .map(({ at, value }) => ({ at: Date.parse(at), value }));
}

/** Listens to the line of events. */
export function hearing(
  who: Client,
  path = '/changes',
): Promise<{ heard: () => string; close: () => string; ended: () => boolean }> {
  return new Promise((resolve) => {
    const headers = { Cookie: [...who.cookies].map((one) => one.join('=')).join('; ') };
    const req = requestHttp(`${who.address}/api${path}`, { headers, agent: false }, (res) => {
      let heard = '';
      let ended = false;
      res.on('data', (chunk: Buffer) => (heard += chunk.toString()));
      res.on('end', () => (ended = true));
      // cut off by ourselves
      res.on('error', () => (ended = true));
      resolve({
        heard: () => heard,
        close: () => {
          req.destroy();
          return heard;
        },
        ended: () => ended,
      });
    });
    req.end();
  });
}
