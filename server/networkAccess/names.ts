import { hostname, networkInterfaces } from 'node:os';
import { isIP } from 'node:net';

/** What every computer calls itself. */
export const loopbackNames: readonly string[] = ['localhost', '127.0.0.1', '::1'];

/** The addresses of this computer in its networks, without loopback and without those that only hold on one wire. */
export function networkAddresses(interfaces = networkInterfaces()): string[] {
  return Object.values(interfaces)
    .flatMap((all) => all ?? [])
    .filter(({ internal, address }) => !internal && !address.startsWith('fe80:'))
    .map(({ address }) => address)
    .sort((a, b) => isIP(a) - isIP(b));
}

/** What this computer is called in its own network. */
export function ownNames(name = hostname()): string[] {
  const plain = name.toLowerCase();
  return plain.includes('.') ? [plain] : [plain, `${plain}.local`];
}

/** As it stands in an address: an IPv6 address in brackets. */
export const inAddress = (name: string): string => (isIP(name) === 6 ? `[${name}]` : name);

/** The name in a Host header, without port and brackets. */
export function nameInHost(host: string): string {
  const found = /^(?:\[([0-9a-f:.]+)\]|([^:]+))(?::\d+)?$/i.exec(host);
  return (found?.[1] ?? found?.[2] ?? '').toLowerCase();
}
