import { defaultSchedule, type Outcome, type Safekeeping } from '../../../contract/safekeeping.ts';
import { count } from '../../../core/explain/words.ts';
import { useNow, useSetting } from '../../api/data.ts';
import { useSafekeeping } from '../../api/safekeeping.ts';
import { Choice } from '../../parts/Choice.tsx';
import { todayIn, writeInstant } from '../../parts/dates.ts';

const KEEPS = [7, 14, 30, 90];

/** Backups that the program makes by itself, and how it looked after the data: when, and with what outcome. */
export function SafekeepingPart({
  onChange,
}: {
  onChange: (backups: NonNullable<ReturnType<typeof useSetting>['backups']>) => void;
}) {
  const setting = useSetting();
  const now = useNow();
  const told = useSafekeeping();
  const schedule = setting.backups ?? defaultSchedule;
  const at = (iso: string): string =>
    writeInstant(Date.parse(iso), setting.homeZone, setting.dateFormat, todayIn(setting.homeZone, now));
  return (
    <>
      <div style={{ display: 'flex', flexWrap: 'wrap', gap: '14px 28px' }}>
        <Choice
          label="Backs up by itself"
          value={String(schedule.everyDays)}
          options={[
            { value: '1', label: 'Every day' },
            { value: '7', label: 'Every week' },
            { value: 'null', label: 'Never' },
          ]}
          onChange={(value) => onChange({ ...schedule, everyDays: value === 'null' ? null : Number(value) })}
        />
        {schedule.everyDays !== null && (
          <Choice
            label="Of its own it keeps the newest"
            value={String(schedule.keep)}
            options={KEEPS.map((keep) => ({ value: String(keep), label: String(keep) }))}
            onChange={(value) => onChange({ ...schedule, keep: Number(value) })}
          />
        )}
      </div>
      {told && (
        <ul className="plain" aria-label="How the data are looked after">
          <Line
            what="Newest backup"
            outcome={told.lastBackup?.fault ? told.lastBackup : null}
            well={newestWord(told, at)}
            failed={(fault, when) => `The backup of ${when} failed: ${fault}.`}
            at={at}
          />
          <Line
            what="Put back on trial"
            outcome={told.lastTrial}
            well={
              told.lastTrial
                ? `${at(told.lastTrial.at)}: whole, ${count(told.lastTrial.records ?? 0, 'record')}`
                : 'not yet; each month from the first backup on'
            }
            failed={(fault, when) =>
              `${when}: ${told.lastTrial?.name ?? 'the backup'} is not whole. ${fault}`
            }
            at={at}
          />
          <Line
            what="All pages and records read"
            outcome={told.lastCheck}
            well={told.lastCheck ? `${at(told.lastCheck.at)}: whole` : 'not yet; each week'}
            failed={(fault, when) => `${when}: ${fault}`}
            at={at}
          />
        </ul>
      )}
    </>
  );
}

function newestWord({ backups }: Safekeeping, at: (iso: string) => string): string {
  const [newest] = backups;
  if (!newest) return 'none yet';
  const mb = newest.bytes / 1024 ** 2;
  return `${at(newest.at)}, ${mb < 10 ? mb.toFixed(1) : mb.toFixed(0)} MB; there ${
    backups.length === 1 ? 'is one' : `are ${backups.length}`
  }`;
}

function Line({
  what,
  outcome,
  well,
  failed,
  at,
}: {
  what: string;
  outcome: Outcome | null;
  well: string;
  failed: (fault: string, when: string) => string;
  at: (iso: string) => string;
}) {
  const fault = outcome?.fault ?? null;
  return (
    <li className="rule">
      {what}:{' '}
      {fault !== null && outcome ? <span className="late">{failed(fault, at(outcome.at))}</span> : well}
    </li>
  );
}
