import { useState } from 'react';
import type { SignInEvent } from '../../../contract/access/account.ts';
import { useNow, useSetting } from '../../api/data.ts';
import { useAccess } from '../../api/authentication.ts';
import { todayIn, writeInstant } from '../../parts/dates.ts';

const FEW = 8;

/** Who came in, who was refused, what was granted and taken back. */
export function SignInLog() {
  const events = useAccess<SignInEvent[]>('/sign-in-log');
  const { dateFormat, homeZone } = useSetting();
  const today = todayIn(homeZone, useNow());
  const [all, setAll] = useState(false);
  return (
    <section className="datum peoplepart">
      <h2>At the door</h2>
      <ul className="plain">
        {events.slice(0, all ? events.length : FEW).map((one, i) => (
          <li key={`${one.at} ${i}`} className="rule linkline">
            <span className="tn">{writeInstant(Date.parse(one.at), homeZone, dateFormat, today)}</span>
            <span>
              <b>{one.who}</b> {one.what}
            </span>
            <span className="soft">{one.address}</span>
          </li>
        ))}
      </ul>
      {events.length > FEW && (
        <div>
          <button type="button" className="btn2" onClick={() => setAll(!all)}>
            {all ? 'Show fewer' : `Show all ${events.length}`}
          </button>
        </div>
      )}
    </section>
  );
}
