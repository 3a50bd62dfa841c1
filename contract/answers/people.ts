import * as v from 'valibot';
import { roleIds } from '../access/rights.ts';
import { Count, Id, Instant, orNone, worked } from './fields.ts';

export const AuthenticationAnswer = v.strictObject({
  signIn: v.picklist(['none', 'needed', 'claim', 'done']),
  ...{ beyondThisComputer: v.boolean(), mail: v.boolean(), now: Instant },
  me: orNone(
    v.strictObject({
      ...{ accountId: Id, personId: orNone(Id), name: v.string(), signIn: v.string() },
      ...{ role: v.picklist(roleIds), rights: v.array(v.string()) },
      ...{ siteIds: v.array(Id), systemIds: v.array(Id) },
    }),
  ),
});
export const SignInLogAnswer = v.array(
  v.strictObject({ at: Instant, who: v.string(), what: v.string(), address: v.string() }),
);

export const AccountIdAnswer = v.strictObject({ accountId: Id });
/** What a link is for, before it is used. */
export const LinkAnswer = v.strictObject({
  ...{ purpose: v.string(), name: v.string(), signIn: v.string(), role: v.picklist(roleIds) },
});
export const SessionsAnswer = v.array(
  v.strictObject({
    ...{
      id: v.pipe(v.string(), v.hash(['sha256'])),
      device: v.string(),
      address: v.string(),
      signedInAt: Instant,
      seenAt: Instant,
    },
    here: v.boolean(),
  }),
);
export const DevicesAnswer = v.strictObject({ devices: Count });
export const AccountsAnswer = v.array(
  v.strictObject({
    ...{ id: Id, version: Count, personId: orNone(Id), name: v.string(), signIn: v.string() },
    ...{ mail: orNone(v.string()), role: v.picklist(roleIds), siteIds: v.array(Id), systemIds: v.array(Id) },
    state: v.picklist(['invited', 'in use', 'shut']),
    ...{ invitedUntil: orNone(Instant), seenAt: orNone(Instant), devices: Count },
  }),
);
/** A secret, shown this once. */
export const ShownAnswer = v.strictObject({
  ...{ id: Id, token: v.string(), link: v.string(), feed: v.optional(v.string()) },
  ...{ trustFirst: orNone(v.string()), until: orNone(Instant), mailed: v.boolean(), mailWord: v.string() },
});
export const PageLinksAnswer = v.array(
  v.strictObject({
    ...{ id: Id, name: v.string(), siteId: Id, systemIds: v.array(Id), sendsTests: v.boolean() },
    ...{ madeBy: v.string(), madeAt: Instant, endsAt: orNone(Instant) },
    ...{ revokedAt: orNone(Instant), usedAt: orNone(Instant) },
  }),
);
export const RevokedAnswer = v.strictObject({ at: Instant });
const Names = v.array(v.string());
export const NetworkAccessAnswer = worked({
  ...{ wide: v.boolean(), loopback: v.string(), addresses: Names, trustPages: Names, names: Names },
  ...{ port: v.number(), hasOwner: v.boolean() },
  certificate: orNone(worked({ kind: v.picklist(['own', 'local authority']), fingerprint: v.string() })),
});
/** The password never leaves the server. */
export const MailAnswer = orNone(worked({ password: v.null(), hasPassword: v.boolean() }));
export const MailedAnswer = v.strictObject({ mailWord: v.string() });
export const StandInMailAnswer = v.array(worked({}));
