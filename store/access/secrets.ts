import { createHash, randomBytes, randomInt } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';

// Secrets are made here, and only their hashes are kept.

/** Argon2id as OWASP's password storage cheat sheet asks at least: 19 MiB, two passes, one lane. */
const argon2id = { memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const;

export const hashPassword = (password: string): Promise<string> => hash(password, argon2id);

/** A hash of nothing anybody knows: a name that does not exist takes as long to refuse as one that does. */
const nobodys = hashPassword(randomBytes(24).toString('base64url'));

/** @param kept null where there is no such account or no password yet: refused, after the same time */
export async function isPassword(password: string, kept: string | null): Promise<boolean> {
  const right = await verify(kept ?? (await nobodys), password);
  return right && kept !== null;
}

/** Without letters and figures that are read wrong: no I, L, O, U. */
const ALPHABET = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';
const letters = (count: number): string =>
  Array.from({ length: count }, () => ALPHABET[randomInt(ALPHABET.length)]).join('');

/** 32^20 = 2^100 chances: to be shown as a QR code, sent, or typed once in groups of five. */
export const newToken = (): string => `${letters(5)}-${letters(5)}-${letters(5)}-${letters(5)}`;
/** 2^60: what the server prints for the first owner; few tries, and gone with the server. */
export const newCode = (): string => `${letters(4)}-${letters(4)}-${letters(4)}`;

/** As it was shown, however it was typed. */
const asShown = (typed: string): string =>
  typed
    .toUpperCase()
    .replaceAll('O', '0')
    .replaceAll(/[IL]/g, '1')
    .replaceAll(/[^0-9A-Z]/g, '');
/** Tokens are long and random: a fast hash keeps them as well as a slow one. */
export const hashToken = (typed: string): string => createHash('sha256').update(asShown(typed)).digest('hex');
/** For what is compared as it is: the id of a session. */
export const hashExactly = (text: string): string => createHash('sha256').update(text).digest('hex');
