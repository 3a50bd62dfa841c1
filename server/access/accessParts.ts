import type { Accounts } from '../../store/access/accounts.ts';
import type { SignInLog } from '../../store/access/signInLog.ts';
import type { PageLinks } from '../../store/access/pageLinks.ts';
import type { Sessions } from '../../store/access/sessions.ts';
import type { Post } from '../mail/post.ts';
import type { NetworkAccess } from '../networkAccess/networkAccess.ts';
import type { Ownership } from './identify.ts';
import type { Live } from './live.ts';

/** A letter that the stand-in mail server of the demonstration received. */
export interface Received {
  to: string;
  subject: string;
  text: string;
  /** Names of the files in it. */
  attachments: string[];
  at: string;
}

/** Everything that has to do with who may come in. */
export interface AccessParts {
  accounts: Accounts;
  sessions: Sessions;
  links: PageLinks;
  log: SignInLog;
  ownership: Ownership;
  post: Post;
  live: Live;
  networkAccess: () => NetworkAccess;
  /** Where the application answers this computer. */
  loopback: () => string;
  /** Asked of a first owner who comes from beyond this computer; null: none comes that way. */
  firstCode: FirstCode | null;
  installation: string;
  /** Only in the demonstration: what its stand-in mail server received. */
  standIn: (() => Received[]) | null;
  now: () => number;
}
export interface FirstCode {
  /** As the server printed it. */
  shown: string;
  hash: string;
}
