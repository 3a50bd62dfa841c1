import { Link } from 'react-router';
import { useSafekeeping } from '../../api/safekeeping.ts';

const HOUR_MS = 3_600_000;

/** What went wrong as the program looked after the data: before anybody relies on a backup that is none. */
export default function DataAlarm() {
  const data = useSafekeeping(HOUR_MS);
  const said = [
    data?.lastCheck?.fault && `The data are damaged: ${data.lastCheck.fault}`,
    data?.lastTrial?.fault && `The backup ${data.lastTrial.name} cannot be put back: ${data.lastTrial.fault}`,
    data?.lastBackup?.fault && `The last backup failed: ${data.lastBackup.fault}.`,
  ].filter((one) => typeof one === 'string');
  if (said.length === 0) return null;
  return (
    <section className="caution" aria-label="Your data">
      {said.map((one) => (
        <p key={one}>{one}</p>
      ))}
      <Link className="btn2" to="/settings">
        See to it in Settings
      </Link>
    </section>
  );
}
