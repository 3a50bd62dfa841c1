import 'reflect-metadata';
import { webcrypto } from 'node:crypto';
import { isIP } from 'node:net';
import { AsnConvert } from '@peculiar/asn1-schema';
import {
  GeneralName,
  GeneralSubtree,
  GeneralSubtrees,
  id_ce_nameConstraints,
  NameConstraints,
} from '@peculiar/asn1-x509';
import * as x509 from '@peculiar/x509';

// A certificate authority of this installation's own, and the certificate it gives the server. It may vouch for
// private networks and this computer's names only: should its key ever be stolen, it is no key to the rest of the web.

const ALGORITHM = { name: 'ECDSA', namedCurve: 'P-256', hash: 'SHA-256' } as const;
const DAY_MS = 86_400_000;
const AUTHORITY_DAYS = 3650;
/** Phones refuse leaves that hold longer than 825 days, some longer than 398. */
const LEAF_DAYS = 180;

export interface KeyAndCertificate {
  keyPem: string;
  certificatePem: string;
}

/** Private, shared and link-local ranges: RFC 1918, RFC 6598, RFC 3927, RFC 4193, loopback. */
const privateRanges = [
  '10.0.0.0/8',
  '172.16.0.0/12',
  '192.168.0.0/16',
  '100.64.0.0/10',
  '169.254.0.0/16',
  '127.0.0.0/8',
  'fc00::/7',
  '::1/128',
];
/** Names that lead nowhere outside one's own network: RFC 6762, RFC 8375, RFC 6761, and what routers hand out. */
const privateNames = ['local', 'home.arpa', 'localhost', 'lan', 'internal'];

/** @param own addresses and names of this computer that it may vouch for besides private ones */
export async function makeAuthority(now: number, own: readonly string[]): Promise<KeyAndCertificate> {
  const keys = await webcrypto.subtle.generateKey(ALGORITHM, true, ['sign', 'verify']);
  const ranges = [
    ...privateRanges,
    ...own.flatMap((name) => (isIP(name) === 0 ? [] : [`${name}/${isIP(name) === 4 ? 32 : 128}`])),
  ];
  const names = [...privateNames, ...own.filter((name) => isIP(name) === 0)];
  const constraints = new NameConstraints({
    permittedSubtrees: new GeneralSubtrees([
      ...names.map((dNSName) => new GeneralSubtree({ base: new GeneralName({ dNSName }) })),
      ...ranges.map((iPAddress) => new GeneralSubtree({ base: new GeneralName({ iPAddress }) })),
    ]),
  });
  const subject = `CN=Jondrel of ${own.find((name) => isIP(name) === 0) ?? 'this computer'}`;
  const certificate = await x509.X509CertificateGenerator.create({
    serialNumber: serial(),
    subject,
    issuer: subject,
    notBefore: new Date(now - DAY_MS),
    notAfter: new Date(now + AUTHORITY_DAYS * DAY_MS),
    signingAlgorithm: ALGORITHM,
    publicKey: keys.publicKey,
    signingKey: keys.privateKey,
    extensions: [
      new x509.BasicConstraintsExtension(true, 0, true),
      new x509.KeyUsagesExtension(x509.KeyUsageFlags.keyCertSign | x509.KeyUsageFlags.cRLSign, true),
      await x509.SubjectKeyIdentifierExtension.create(keys.publicKey),
      new x509.Extension(id_ce_nameConstraints, true, AsnConvert.serialize(constraints)),
    ],
  });
  return { keyPem: await pemOf(keys.privateKey), certificatePem: certificate.toString('pem') };
}

/** A certificate for the server by that authority. Names it may not vouch for are left out. */
export async function makeLeaf(
  authority: KeyAndCertificate,
  names: readonly string[],
  now: number,
): Promise<KeyAndCertificate> {
  const keys = await webcrypto.subtle.generateKey(ALGORITHM, true, ['sign', 'verify']);
  const issuer = new x509.X509Certificate(authority.certificatePem);
  const signingKey = await webcrypto.subtle.importKey(
    'pkcs8',
    x509.PemConverter.decodeFirst(authority.keyPem),
    ALGORITHM,
    false,
    ['sign'],
  );
  const vouched = namesWithin(authority.certificatePem, names);
  const certificate = await x509.X509CertificateGenerator.create({
    serialNumber: serial(),
    subject: `CN=${vouched.find((name) => isIP(name) === 0) ?? 'Jondrel'}`,
    issuer: issuer.subject,
    notBefore: new Date(now - DAY_MS),
    notAfter: new Date(now + LEAF_DAYS * DAY_MS),
    signingAlgorithm: ALGORITHM,
    publicKey: keys.publicKey,
    signingKey,
    extensions: [
      new x509.BasicConstraintsExtension(false, undefined, true),
      new x509.KeyUsagesExtension(x509.KeyUsageFlags.digitalSignature, true),
      new x509.ExtendedKeyUsageExtension([x509.ExtendedKeyUsage.serverAuth]),
      new x509.SubjectAlternativeNameExtension(
        vouched.map((value) => ({ type: isIP(value) === 0 ? ('dns' as const) : ('ip' as const), value })),
      ),
      await x509.AuthorityKeyIdentifierExtension.create(issuer),
    ],
  });
  return { keyPem: await pemOf(keys.privateKey), certificatePem: certificate.toString('pem') };
}

/** Those names and addresses that an authority may vouch for by its own constraints. */
export function namesWithin(authorityPem: string, names: readonly string[]): string[] {
  const extension = new x509.X509Certificate(authorityPem).getExtension(id_ce_nameConstraints);
  if (!extension) return [...names];
  const { permittedSubtrees } = AsnConvert.parse(extension.value, NameConstraints);
  const permitted = [...(permittedSubtrees ?? [])].map(({ base }) => base);
  return names.filter((name) =>
    permitted.some(({ dNSName, iPAddress }) =>
      dNSName !== undefined
        ? isIP(name) === 0 && (name === dNSName || name.endsWith(`.${dNSName}`))
        : iPAddress !== undefined && isIP(name) !== 0 && isInRange(name, iPAddress),
    ),
  );
}

/** @param range "10.0.0.0/255.0.0.0" or "fc00::/7", as the package reads it back */
function isInRange(address: string, range: string): boolean {
  const [from, mask] = range.split('/');
  if (!from || !mask || isIP(from) !== isIP(address)) return false;
  const bits = /^\d+$/.test(mask) ? maskOfLength(Number(mask), isIP(address)) : bytesOf(mask);
  const [a, b] = [bytesOf(address), bytesOf(from)];
  return a.every((byte, i) => (byte & (bits[i] ?? 0)) === ((b[i] ?? 0) & (bits[i] ?? 0)));
}
const maskOfLength = (length: number, version: number): number[] =>
  Array.from({ length: version === 4 ? 4 : 16 }, (_, i) => {
    const left = Math.min(8, Math.max(0, length - i * 8));
    return (0xff << (8 - left)) & 0xff;
  });

/** An address as its bytes. */
function bytesOf(address: string): number[] {
  if (isIP(address) === 4) return address.split('.').map(Number);
  const [head = '', tail] = address.split('::');
  const groups = (text: string) => (text === '' ? [] : text.split(':').map((group) => parseInt(group, 16)));
  const [before, after] = [groups(head), tail === undefined ? [] : groups(tail)];
  const whole = [...before, ...Array<number>(8 - before.length - after.length).fill(0), ...after];
  return whole.flatMap((group) => [group >> 8, group & 0xff]);
}

const serial = (): string => {
  const bytes = webcrypto.getRandomValues(new Uint8Array(16));
  // positive, as RFC 5280 asks
  bytes[0] = ((bytes[0] ?? 0) & 0x7f) | 0x01;
  return Buffer.from(bytes).toString('hex');
};
async function pemOf(key: webcrypto.CryptoKey): Promise<string> {
  return x509.PemConverter.encode(await webcrypto.subtle.exportKey('pkcs8', key), 'PRIVATE KEY');
}
