import { createPrivateKey, X509Certificate } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { isIP } from 'node:net';
import { createSecureContext } from 'node:tls';
import { makeAuthority, makeLeaf, namesWithin, type KeyAndCertificate } from './authority.ts';
import { StoreProblem } from '../../store/problems.ts';
import type { KeyFolder } from './keyFolder.ts';

const DAY_MS = 86_400_000;
/** A certificate of the local authority is made anew when it has less than this left. */
const RENEW_BEFORE_MS = 60 * DAY_MS;

/** A person's own certificate: two files of theirs, read again whenever they change. */
export interface OwnFiles {
  certFile: string;
  keyFile: string;
}
export interface Certificate extends KeyAndCertificate {
  kind: 'own' | 'local authority';
  /** SHA-256, as phones and browsers show it. */
  fingerprint: string;
  until: number;
  names: string[];
  authority: { pem: string; fingerprint: string; until: number } | null;
}

/** A certificate that cannot be used, in a sentence for whoever starts the server. */
export class CertificateProblem extends Error {}

export function ownCertificate({ certFile, keyFile }: OwnFiles): Certificate {
  const read = (file: string, what: string): string => {
    try {
      return readFileSync(file, 'utf8');
    } catch {
      throw new CertificateProblem(`The ${what} ${file} cannot be read.`);
    }
  };
  const certificatePem = read(certFile, 'certificate');
  const keyPem = read(keyFile, 'key');
  if (!isUsable({ certificatePem, keyPem }))
    throw new CertificateProblem(`${certFile} and ${keyFile} are not a certificate and its key.`);
  return { kind: 'own', keyPem, certificatePem, ...factsOf(certificatePem), authority: null };
}

/** The certificate of this installation's own authority: made the first time, renewed by itself. */
export async function localCertificate(
  keys: KeyFolder,
  names: readonly string[],
  now: number,
): Promise<Certificate> {
  const authority = await authorityIn(keys, names, now);
  const facts = factsOf(authority.certificatePem);
  const known = keptIn(keys, 'server');
  const leaf =
    known && isUsable(known) && fits(known, authority.certificatePem, names, now)
      ? known
      : await makeLeaf(authority, names, now);
  if (leaf !== known) keep(keys, 'server', leaf);
  return {
    kind: 'local authority',
    ...leaf,
    ...factsOf(leaf.certificatePem),
    authority: { pem: authority.certificatePem, fingerprint: facts.fingerprint, until: facts.until },
  };
}

async function authorityIn(
  keys: KeyFolder,
  names: readonly string[],
  now: number,
): Promise<KeyAndCertificate> {
  const known = keptIn(keys, 'authority');
  // phones trust this one: another is made only where somebody says so
  if (known && !isUsable(known))
    throw StoreProblem.damaged(
      `The certificate authority in ${keys.dir} cannot be read. Put authority.pem and authority.key.pem back from a copy, or remove both and start again: another one is made, which each phone has to trust once.`,
    );
  if (known && factsOf(known.certificatePem).until - now > RENEW_BEFORE_MS) return known;
  const made = await makeAuthority(now, names);
  keep(keys, 'authority', made);
  return made;
}

/** A certificate and its key, as the server takes them. */
function isUsable({ certificatePem, keyPem }: KeyAndCertificate): boolean {
  try {
    createSecureContext({ cert: certificatePem, key: keyPem });
    return new X509Certificate(certificatePem).checkPrivateKey(createPrivateKey(keyPem));
  } catch {
    return false;
  }
}

function fits(leaf: KeyAndCertificate, authorityPem: string, names: readonly string[], now: number): boolean {
  const { until } = factsOf(leaf.certificatePem);
  const certificate = new X509Certificate(leaf.certificatePem);
  return (
    until - now > RENEW_BEFORE_MS &&
    certificate.verify(new X509Certificate(authorityPem).publicKey) &&
    namesWithin(authorityPem, names).every((name) => covers(certificate, name))
  );
}
const covers = (certificate: X509Certificate, name: string): boolean =>
  (isIP(name) === 0 ? certificate.checkHost(name) : certificate.checkIP(name)) !== undefined;

function keptIn(keys: KeyFolder, name: string): KeyAndCertificate | null {
  const [keyPem, certificatePem] = [keys.read(`${name}.key.pem`), keys.read(`${name}.pem`)];
  return keyPem !== null && certificatePem !== null ? { keyPem, certificatePem } : null;
}
function keep(keys: KeyFolder, name: string, { keyPem, certificatePem }: KeyAndCertificate): void {
  keys.write(`${name}.key.pem`, keyPem);
  keys.write(`${name}.pem`, certificatePem);
}

function factsOf(pem: string): { fingerprint: string; until: number; names: string[] } {
  const certificate = new X509Certificate(pem);
  return {
    fingerprint: certificate.fingerprint256,
    until: Date.parse(certificate.validTo),
    names: (certificate.subjectAltName ?? '')
      .split(', ')
      .map((entry) => entry.replace(/^(DNS|IP Address):/, ''))
      .filter(Boolean),
  };
}
