import type { Request, RequestHandler } from 'express';
import { roles } from '../../contract/access/rights.ts';
import type { Scope } from '../../usecases/access/scope.ts';
import type { Accounts } from '../../store/access/accounts.ts';
import type { PageLinks } from '../../store/access/pageLinks.ts';
import type { AccountRow, PageLinkRow } from '../../store/access/rows.ts';
import { listenerOf, nobody, setCaller, type Caller } from './caller.ts';

function scopeOf({ role, siteIds, systemIds }: AccountRow): Scope {
  const { sees } = roles[role];
  if (sees === 'everything') return null;
  return { siteIds: sees === 'places' ? siteIds : [], systemIds: sees === 'systems' ? systemIds : [] };
}
const scopeOfLink = ({ siteId, systemIds }: PageLinkRow): Scope =>
  systemIds.length > 0 ? { siteIds: [], systemIds } : { siteIds: [siteId], systemIds: [] };

/** Whether anybody owns this installation. Once true it stays so: an owner can be changed for another, not removed. */
export class Ownership {
  private owned = false;
  private readonly accounts: Accounts;
  constructor(accounts: Accounts) {
    this.accounts = accounts;
  }
  async known(): Promise<boolean> {
    return (this.owned ||= await this.accounts.hasOwner());
  }
}

/** Says who asks: by a token that came along, by the session of the cookie, or as the one person before this computer. */
export function identify(accounts: Accounts, links: PageLinks, ownership: Ownership): RequestHandler {
  const whoIs = async (req: Request): Promise<Caller> => {
    const [scheme, token] = (req.headers.authorization ?? '').split(' ');
    if (scheme === 'Bearer' && token) {
      const account = await accounts.deviceOf(token);
      return account ? { ...nobody, kind: 'device', scope: scopeOf(account), account } : nobody;
    }
    if (scheme === 'Link' && token) {
      const link = await links.open(token);
      return link
        ? {
            ...nobody,
            kind: link.sendsTests ? 'sending-link' : 'link',
            scope: scopeOfLink(link),
            linkId: link.id,
          }
        : nobody;
    }
    const { found } = req.session;
    if (found) {
      const { account, session } = found;
      return { kind: account.role, scope: scopeOf(account), account, session, linkId: null };
    }
    if (listenerOf(req) === 'loopback' && !(await ownership.known()))
      return { ...nobody, kind: 'alone', scope: null };
    return nobody;
  };
  return (req, _res, next) => {
    whoIs(req).then((caller) => {
      setCaller(req, caller);
      next();
    }, next);
  };
}
