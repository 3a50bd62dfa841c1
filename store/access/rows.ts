import { EntitySchema } from 'typeorm';
import type { RoleId } from '../../contract/access/rights.ts';

// Who may come in. None of it is a record: it is in no archive, and hashes stand where a secret would.

export interface AccountRow {
  id: string;
  version: number;
  personId: string | null;
  name: string;
  /** In small letters. */
  signIn: string;
  mail: string | null;
  role: RoleId;
  siteIds: string[];
  systemIds: string[];
  /** Argon2id, or the SHA-256 of a device's token; null: invited. */
  secretHash: string | null;
  disabled: boolean;
  createdAt: number;
  seenAt: number | null;
}
export interface SessionRow {
  /** SHA-256 of what the cookie holds. */
  id: string;
  accountId: string;
  device: string;
  address: string;
  signedInAt: number;
  /** When its id was last changed for another. */
  rotatedAt: number;
  seenAt: number;
  endsAt: number;
}
export interface OneTimeLinkRow {
  id: string;
  purpose: 'invite' | 'reset';
  accountId: string;
  endsAt: number;
}
export interface PageLinkRow {
  id: string;
  tokenHash: string;
  name: string;
  siteId: string;
  systemIds: string[];
  sendsTests: boolean;
  madeBy: string;
  madeAt: number;
  endsAt: number | null;
  revokedAt: number | null;
  usedAt: number | null;
}
export interface SignInEventRow {
  id?: number;
  at: number;
  who: string;
  what: string;
  address: string;
}
export interface InstallationRow {
  id: 1;
  /** Part of the cookie's name: cookies of two installations on one computer do not meet. */
  name: string;
  wide: boolean;
  names: string[];
}

/** That somebody was here is written no more often. */
export const SEEN_STEP_MS = 60_000;

const text = { type: 'text' } as const;
const maybeText = { type: 'text', nullable: true } as const;
const whole = { type: 'integer' } as const;
const maybeWhole = { type: 'integer', nullable: true } as const;
const list = { type: 'simple-json' } as const;
const yesNo = { type: 'boolean' } as const;

export const accountEntity = new EntitySchema<AccountRow>({
  name: 'account',
  columns: {
    id: { ...text, primary: true },
    version: whole,
    personId: { ...maybeText, name: 'person_id' },
    name: text,
    signIn: { ...text, name: 'sign_in' },
    mail: maybeText,
    role: text,
    siteIds: { ...list, name: 'site_ids' },
    systemIds: { ...list, name: 'system_ids' },
    secretHash: { ...maybeText, name: 'secret_hash' },
    disabled: yesNo,
    createdAt: { ...whole, name: 'created_at' },
    seenAt: { ...maybeWhole, name: 'seen_at' },
  },
});
export const sessionEntity = new EntitySchema<SessionRow>({
  name: 'session',
  columns: {
    id: { ...text, primary: true },
    accountId: { ...text, name: 'account_id' },
    device: text,
    address: text,
    signedInAt: { ...whole, name: 'signed_in_at' },
    rotatedAt: { ...whole, name: 'rotated_at' },
    seenAt: { ...whole, name: 'seen_at' },
    endsAt: { ...whole, name: 'ends_at' },
  },
});
export const oneTimeLinkEntity = new EntitySchema<OneTimeLinkRow>({
  name: 'one_time_link',
  tableName: 'one_time_link',
  columns: {
    id: { ...text, primary: true },
    purpose: text,
    accountId: { ...text, name: 'account_id' },
    endsAt: { ...whole, name: 'ends_at' },
  },
});
export const pageLinkEntity = new EntitySchema<PageLinkRow>({
  name: 'page_link',
  tableName: 'page_link',
  columns: {
    id: { ...text, primary: true },
    tokenHash: { ...text, name: 'token_hash' },
    name: text,
    siteId: { ...text, name: 'site_id' },
    systemIds: { ...list, name: 'system_ids' },
    sendsTests: { ...yesNo, name: 'sends_tests' },
    madeBy: { ...text, name: 'made_by' },
    madeAt: { ...whole, name: 'made_at' },
    endsAt: { ...maybeWhole, name: 'ends_at' },
    revokedAt: { ...maybeWhole, name: 'revoked_at' },
    usedAt: { ...maybeWhole, name: 'used_at' },
  },
});
export const signInEventEntity = new EntitySchema<SignInEventRow>({
  name: 'door_event',
  tableName: 'door_event',
  columns: {
    id: { ...whole, primary: true, generated: 'increment' },
    at: whole,
    who: text,
    what: text,
    address: text,
  },
});
export const installationEntity = new EntitySchema<InstallationRow>({
  name: 'installation',
  columns: {
    id: { ...whole, primary: true },
    name: text,
    wide: yesNo,
    names: list,
  },
});
export const accessEntities = [
  accountEntity,
  sessionEntity,
  oneTimeLinkEntity,
  pageLinkEntity,
  signInEventEntity,
  installationEntity,
];
