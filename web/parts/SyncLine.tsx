import { NavLink } from 'react-router';
import { useConnection } from '../api/connection.ts';
import { holder, useSync } from '../offline/here.ts';
import { syncWord } from '../offline/words.ts';
import { clockIn } from './dates.ts';

/** Always there, in words: what is saved, what waits on this device, what was refused. */
export function SyncLine({ className = '' }: { className?: string }) {
  const { units, sending, heldUp, keeps } = useSync();
  const { away, answeredAt } = useConnection();
  const { said, alarm } = syncWord({
    ...{ units, sending, heldUp, keeps, away, mine: holder() },
    answeredAt:
      answeredAt === null ? null : clockIn(Intl.DateTimeFormat().resolvedOptions().timeZone, answeredAt),
  });
  return (
    <span className="syncwrap" role={alarm ? 'alert' : undefined}>
      <NavLink to="/waiting" className={`syncline ${className}`} data-alarm={alarm || undefined}>
        {said}
      </NavLink>
    </span>
  );
}
