import * as v from 'valibot';
import { choice, flag, id, ids, name, number, text } from '../fields.ts';
import { roleIds, roles, type RoleId } from './rights.ts';

// What crosses the border where people come in. Passwords and tokens only ever travel inwards, but for a new token's one
// showing.

/** Common practice after NIST SP 800-63B-4: length counts, no rules of composition; beyond 200 it is no password. */
export const PASSWORD_LEAST = 12;
export const PASSWORD_MOST = 200;

/** A run of the keyboard or one character over and over is as good as no password. */
const tooEasy = (password: string): boolean =>
  new Set(password.toLowerCase()).size < 5 ||
  ['0123456789012345', 'abcdefghijklmnop', 'qwertyuiopasdfgh', 'passwordpassword'].some((easy) =>
    easy.startsWith(password.toLowerCase().slice(0, 12)),
  );

export const Password = v.pipe(
  v.string('The password is missing.'),
  v.minLength(
    PASSWORD_LEAST,
    `The password needs at least ${PASSWORD_LEAST} characters: a few words do well.`,
  ),
  v.maxLength(PASSWORD_MOST, `The password may have up to ${PASSWORD_MOST} characters.`),
  v.check((password) => !tooEasy(password), 'This password is guessed at once: take a few words instead.'),
);
/** What one signs in with: a short name or a mail address. Capitals do not count. */
export const SignInName = v.pipe(
  name('The name to sign in with', 120),
  v.regex(/^\S+$/, 'The name to sign in with may not hold spaces.'),
);
export const asSignIn = (typed: string): string => typed.trim().toLowerCase();

const Typed = v.pipe(v.string('The password is missing.'), v.maxLength(1000, 'The password is too long.'));
const Token = v.pipe(v.string('The code is missing.'), v.maxLength(200, 'The code is too long.'));
const Mail = v.nullable(v.pipe(v.string(), v.email('The mail address is not one.'), v.maxLength(200)));

export const FirstOwner = v.strictObject({
  name: name('Your name'),
  signIn: SignInName,
  password: Password,
  /** Printed by the server; asked for beyond this computer only. */
  code: v.optional(v.pipe(v.string(), v.maxLength(60)), ''),
});
export const SignIn = v.strictObject({ signIn: SignInName, password: Typed });
export const TokenOnly = v.strictObject({ token: Token });
export const Join = v.strictObject({ token: Token, password: Password });
export const Forgot = v.strictObject({ signIn: SignInName });
export const NewPassword = v.strictObject({ old: Typed, password: Password });

const scopeFields = {
  role: choice('The role', roleIds),
  siteIds: ids('The places'),
  systemIds: ids('The systems'),
};
/** Whoever sees only something needs it named. */
const namesPlaces = ({ role, siteIds }: { role: RoleId; siteIds: string[] }): boolean =>
  roles[role].sees !== 'places' || siteIds.length > 0;
const namesSystems = ({ role, systemIds }: { role: RoleId; systemIds: string[] }): boolean =>
  roles[role].sees !== 'systems' || systemIds.length > 0;
const NO_PLACE = 'Choose at least one place.';
const NO_SYSTEM = 'Choose at least one system.';

export const Invite = v.pipe(
  v.strictObject({
    id: id('The account’s id'),
    /** The person of the records who comes in; null: a new one of this name. */
    personId: v.nullable(id('The person')),
    name: name('The name'),
    signIn: SignInName,
    mail: Mail,
    ...scopeFields,
  }),
  v.check((said) => namesPlaces(said), NO_PLACE),
  v.check((said) => namesSystems(said), NO_SYSTEM),
);
export type Invite = v.InferOutput<typeof Invite>;

export const ChangeAccount = v.pipe(
  v.strictObject({
    baseVersion: number('The version', 1, 1e9, ''),
    mail: Mail,
    disabled: flag('Whether the door is shut to them'),
    ...scopeFields,
  }),
  v.check((said) => namesPlaces(said), NO_PLACE),
  v.check((said) => namesSystems(said), NO_SYSTEM),
);
export type ChangeAccount = v.InferOutput<typeof ChangeAccount>;

export const NewPageLink = v.strictObject({
  id: id('The link’s id'),
  name: name('Who it is for'),
  siteId: id('The place'),
  /** Only these systems of it; empty: all. */
  systemIds: ids('The systems'),
  /** Whether whoever holds it may send tests of the water. */
  sendsTests: v.optional(flag('Whether it may send tests'), false),
  /** Days until it ends by itself; null: until it is revoked. */
  days: v.nullable(v.pipe(number('The days it holds', 1, 3650, 'days'), v.integer())),
});
export type NewPageLink = v.InferOutput<typeof NewPageLink>;

export const MailSetting = v.strictObject({
  host: name('The mail server', 200),
  port: v.pipe(number('The port', 1, 65_535, ''), v.integer('The port must be a whole number.')),
  /** true: encrypted from the first byte; false: STARTTLS where the server has it. */
  secure: flag('Encrypted from the first byte'),
  user: text('The user', 200),
  /** null: as it was. */
  password: v.nullable(text('The password', 500)),
  from: v.pipe(v.string(), v.email('The sender’s address is not a mail address.')),
});
export type MailSetting = v.InferOutput<typeof MailSetting>;

export const TryMail = v.strictObject({
  to: v.pipe(v.string(), v.email('The mail address is not one.')),
});

export const NetworkAccessSetting = v.strictObject({
  wide: flag('Whether it answers beyond this computer'),
  /** Further names and addresses it answers to. */
  names: v.pipe(
    v.array(
      v.pipe(
        v.string(),
        v.regex(
          /^[a-z0-9.:-]{1,120}$/i,
          'A name of this computer may hold letters, digits, dots and hyphens.',
        ),
      ),
    ),
    v.maxLength(20, 'Up to 20 names.'),
  ),
});
export type NetworkAccessSetting = v.InferOutput<typeof NetworkAccessSetting>;

export const DeviceReadings = v.strictObject({
  readings: v.pipe(
    v.array(
      v.strictObject({
        channelId: id('The channel'),
        at: v.pipe(
          v.string('When it was read is missing.'),
          v.isoTimestamp('When it was read must be an instant, like 2026-11-25T07:00:00Z.'),
        ),
        value: number('The value', -1e9, 1e9, ''),
      }),
    ),
    v.minLength(1, 'There is nothing to write.'),
    v.maxLength(5000, 'Too much at once: send up to 5,000 readings.'),
  ),
});

/** What a screen may know of an account: never a hash, never a token. */
export interface AccountView {
  id: string;
  version: number;
  personId: string | null;
  name: string;
  signIn: string;
  mail: string | null;
  role: RoleId;
  siteIds: string[];
  systemIds: string[];
  state: 'invited' | 'in use' | 'shut';
  /** An invitation that still holds, until when. */
  invitedUntil: string | null;
  seenAt: string | null;
  devices: number;
}
/** A device on which somebody is signed in. */
export interface SessionView {
  id: string;
  device: string;
  address: string;
  signedInAt: string;
  seenAt: string;
  here: boolean;
}
export interface PageLinkView {
  id: string;
  name: string;
  siteId: string;
  systemIds: string[];
  sendsTests: boolean;
  madeBy: string;
  madeAt: string;
  endsAt: string | null;
  revokedAt: string | null;
  usedAt: string | null;
}
export interface SignInEvent {
  at: string;
  who: string;
  what: string;
  address: string;
}
/** What anybody may know before signing in. */
export interface AuthenticationView {
  /** none: nobody needs to sign in; claim: there is no owner yet and the printed code is asked for. */
  signIn: 'none' | 'needed' | 'claim' | 'done';
  beyondThisComputer: boolean;
  mail: boolean;
  now: string;
  me: null | {
    accountId: string;
    personId: string | null;
    name: string;
    signIn: string;
    role: RoleId;
    rights: readonly string[];
    siteIds: string[];
    systemIds: string[];
  };
}
/** A token is shown once. `address` is where it leads when the server answers beyond this computer. */
export interface Shown {
  id: string;
  token: string;
  link: string;
  /** The same as a feed for calendars, where there is one. */
  feed?: string;
  /** What a device opens first that does not trust this installation’s certificate yet. */
  trustFirst: string | null;
  until: string | null;
  /** Whether it also went out by mail, and if not why. */
  mailed: boolean;
  mailWord: string;
}
export interface NetworkAccessView {
  wide: boolean;
  /** Where it answers this computer, and where beyond it. */
  loopback: string;
  addresses: string[];
  /** The plain page that walks a phone through trusting it. */
  trustPages: string[];
  names: string[];
  port: number;
  hasOwner: boolean;
  certificate: null | {
    kind: 'own' | 'local authority';
    fingerprint: string;
    until: string;
    names: string[];
    authorityFingerprint: string | null;
    authorityUntil: string | null;
  };
  problem: string | null;
}
