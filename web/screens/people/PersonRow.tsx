import { Link } from 'react-router';
import type { AccountView } from '../../../contract/access/account.ts';
import { roles } from '../../../contract/access/rights.ts';
import { permits, skills } from '../../../core/catalogue/hands.ts';
import { isThere } from '../../../core/planning/hands.ts';
import { workerOf } from '../../../model/facts/workerOf.ts';
import type { RecordContent, Stored } from '../../../contract/records.ts';
import { useNow, useSetting } from '../../api/data.ts';
import { ago, todayIn, writeDay } from '../../parts/dates.ts';
import { weekdayNames } from '../first-run/VisitStep.tsx';
import { AccountForm } from './AccountForm.tsx';
import { WorkForm } from './WorkForm.tsx';

/** Somebody: what they may do at the door, what they can do at the tank, when they are there. */
export function PersonRow({
  name,
  person,
  account,
  signsIn,
  alone,
  open,
  onToggle,
}: {
  name: string;
  person: Stored<'person'> | null;
  account: AccountView | null;
  signsIn: boolean;
  /** One person by themselves: nothing of shifts and permits is shown. */
  alone: boolean;
  open: boolean;
  onToggle: () => void;
}) {
  const now = useNow();
  return (
    <li className="personrow rule">
      <button type="button" className={signsIn ? '' : 'names'} aria-expanded={open} onClick={onToggle}>
        <b>{name}</b>
        {signsIn && <span>{accountWords(account, now)}</span>}
        <span className="soft">{person && !alone ? <WorkWords person={person} /> : null}</span>
      </button>
      {open && (
        <div className="personopen">
          {person && !alone && <WorkForm person={person} />}
          {person && alone && (
            <p className="soft">Skills, permits and days appear here as soon as there is a second person.</p>
          )}
          {account && <AccountForm key={`${account.id} ${account.version}`} account={account} />}
          {!account && !signsIn && (
            <p className="soft">
              A name only: nobody signs in here.{' '}
              <Link className="btn2" to="/settings/network">
                Open it beyond this computer
              </Link>
            </p>
          )}
        </div>
      )}
    </li>
  );
}

function accountWords(account: AccountView | null, now: number): string {
  if (!account) return 'does not sign in';
  const { role, state, invitedUntil, seenAt, devices } = account;
  const role_ = roles[role].word;
  if (state === 'shut')
    return `${role_}; ${roles[role].signsIn ? 'the door is shut to them' : 'its token is revoked'}`;
  if (state === 'invited')
    return invitedUntil && Date.parse(invitedUntil) > now
      ? `${role_}; invited, has not come in yet`
      : `${role_}; the invitation has ended`;
  if (!roles[role].signsIn)
    return `${role_}; ${seenAt ? `its token was used ${ago(Date.parse(seenAt), now)}` : 'its token was not used yet'}`;
  const seen = seenAt ? `here ${ago(Date.parse(seenAt), now)}` : 'not here yet';
  return `${role_}; ${seen}, ${devices === 1 ? '1 device' : `${devices} devices`}`;
}

function WorkWords({ person }: { person: Stored<'person'> }) {
  const { dateFormat, homeZone } = useSetting();
  const today = todayIn(homeZone, useNow());
  return workWords(person.content, (day) => writeDay(day, today, dateFormat), today);
}

function workWords(content: RecordContent<'person'>, write: (day: string) => string, today: string): string {
  const days = content.comes?.weekdays ?? [];
  const away = (content.absences ?? []).filter((one) => one.to >= today)[0];
  return [
    days.length > 0 ? days.map((day) => weekdayNames[day - 1]?.slice(0, 3)).join(', ') : '',
    content.comes?.minutes ? `${content.comes.minutes} min` : '',
    away
      ? `${isThere(workerOf(content), today) ? 'away' : 'away now,'} ${write(away.from)} to ${write(away.to)}`
      : '',
    ...(content.skills ?? []).map((id) => skills[id]),
    ...(content.permits ?? []).map(
      ({ permit, until }) =>
        `${permits[permit]}${until ? `, ${until < today ? 'ended' : 'until'} ${write(until)}` : ''}`,
    ),
  ]
    .filter(Boolean)
    .join('; ');
}
