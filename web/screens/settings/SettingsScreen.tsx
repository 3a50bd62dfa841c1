import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useColorScheme } from '@mui/material/styles';
import { useQueryClient } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { quantities } from '../../../core/quantity/quantities.ts';
import { SETTING_ID } from '../../../contract/kinds.ts';
import { settingUnits, type RecordContent } from '../../../contract/records.ts';
import { api, ApiProblem } from '../../api/client.ts';
import { useAbout, useSetting, useSnapshot } from '../../api/data.ts';
import { setPersonHere, usePersonHere } from '../../api/person.ts';
import { creating, newIds, revising, useWriting } from '../../api/writing.tsx';
import { useAuthentication, useMay } from '../../api/authentication.ts';
import { Choice } from '../../parts/Choice.tsx';
import { signOut } from '../../parts/signOut.ts';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { Differences } from './Differences.tsx';
import { Lateness } from './Lateness.tsx';
import type { WaitingPicture } from '../../offline/device.ts';
import { SAFEKEEPING_KEY } from '../../api/safekeeping.ts';
import { Places } from './EditSite.tsx';
import { Letterhead } from './Letterhead.tsx';
import { SafekeepingPart } from './SafekeepingPart.tsx';

type Setting = RecordContent<'setting'>;

/** Units, dates, theme; who is here; places and visit days; backup, export, import. */
export function SettingsScreen() {
  const snapshot = useSnapshot();
  const setting = useSetting();
  const { write } = useWriting();
  const { mode, setMode } = useColorScheme();
  const [error, setError] = useState<unknown>(null);
  const { me, beyondThisComputer } = useAuthentication();
  const [sets, manages, opensNetwork] = [
    useMay('settings.write'),
    useMay('people.manage'),
    useMay('network.manage'),
  ];
  const stored = snapshot.get('setting', SETTING_ID);
  const save = async (some: Partial<Setting>, pictures: WaitingPicture[] = []): Promise<void> => {
    setError(null);
    const content = { ...setting, ...some };
    try {
      await write(
        [stored ? revising(stored, content) : creating('setting', content, newIds(SETTING_ID))],
        'Settings saved.',
        '',
        pictures,
      );
    } catch (problem) {
      setError(problem);
    }
  };
  return (
    <main className="page">
      <header className="head">
        <h1>Settings</h1>
      </header>
      <ProblemNote error={error} />
      <Part title="This device">
        <Choice
          label="Theme"
          value={mode ?? 'system'}
          options={[
            { value: 'light', label: 'Light' },
            { value: 'dark', label: 'Dark' },
            { value: 'system', label: 'As the device' },
          ]}
          onChange={(next) => setMode(next)}
        />
        {me ? <SignedIn name={me.name} /> : <People />}
      </Part>
      {(manages || opensNetwork) && (
        <Part title="Others, and a phone at the tank">
          <div className="actions">
            {opensNetwork && (
              <Link className="btn2" to="/settings/network">
                {beyondThisComputer ? 'Where it answers' : 'Use a phone at the tank'}
              </Link>
            )}
            {manages && (
              <Link className="btn2" to="/settings/people">
                People and what they may do
              </Link>
            )}
            <Link className="btn2" to="/week">
              This week at a place, to read
            </Link>
          </div>
        </Part>
      )}
      {sets ? (
        <>
          <Part title="Units and dates">
            <div style={{ display: 'flex', flexWrap: 'wrap', gap: '14px 28px' }}>
              {(Object.keys(settingUnits) as (keyof typeof settingUnits)[]).map((quantity) => (
                <Choice
                  key={quantity}
                  label={quantities[quantity].label}
                  value={setting.units[quantity] as string}
                  options={settingUnits[quantity].map((unit) => ({
                    value: unit,
                    label:
                      (quantities[quantity].units as Record<string, { label: string }>)[unit]?.label ?? unit,
                  }))}
                  onChange={(unit) => void save({ units: { ...setting.units, [quantity]: unit } })}
                />
              ))}
              <Choice
                label="Dates"
                value={setting.dateFormat}
                options={[
                  { value: 'day-month', label: '7 Nov' },
                  { value: 'month-day', label: 'Nov 7' },
                  { value: 'iso', label: '2026-11-07' },
                ]}
                onChange={(dateFormat) => void save({ dateFormat })}
              />
            </div>
          </Part>
          <Part title="Reports">
            <Letterhead
              key={JSON.stringify(setting.letterhead)}
              head={setting.letterhead}
              onSave={(letterhead, pictures) => void save({ letterhead }, pictures)}
            />
          </Part>
          <Part title="Where keepers differ">
            <Differences choices={setting.choices ?? {}} onChange={(choices) => save({ choices })} />
          </Part>
          <Part title="How late is too late">
            <Lateness
              key={JSON.stringify(setting.costRatios)}
              ratios={setting.costRatios}
              onChange={(costRatios) => void save({ costRatios })}
            />
          </Part>
        </>
      ) : (
        <p className="datum soft" style={{ padding: '8px 0 24px' }}>
          Units, dates and how late is too late are set by an owner.
        </p>
      )}
      <Part title="Places and visit days">
        {snapshot.all('site').length === 0 && (
          <p className="soft">None yet: they come with the first system.</p>
        )}
        <Places sites={snapshot.all('site')} />
      </Part>
      {sets && (
        <Part title="Your data">
          <YourData />
          <SafekeepingPart onChange={(backups) => void save({ backups })} />
        </Part>
      )}
    </main>
  );
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="datum" style={{ display: 'grid', gap: 14, padding: '8px 0 24px' }}>
      <h2>{title}</h2>
      {children}
    </section>
  );
}

/** Who signed in on this device. */
function SignedIn({ name }: { name: string }) {
  return (
    <div className="actions">
      <span>
        Signed in as <b>{name}</b>
      </span>
      <Link className="btn2" to="/settings/account">
        Your devices and password
      </Link>
      <button type="button" className="btn2" onClick={() => void signOut()}>
        Sign out
      </button>
    </div>
  );
}

/** Where nobody signs in, persons are names; which one holds this device is chosen here. */
function People() {
  const people = useSnapshot().all('person');
  const here = usePersonHere();
  const { write, pending } = useWriting();
  const [name, setName] = useState('');
  const [error, setError] = useState<unknown>(null);
  const add = async (): Promise<void> => {
    setError(null);
    const ids = newIds();
    try {
      await write([creating('person', { name: name.trim() }, ids)], `${name.trim()}: added.`);
      setPersonHere({ id: ids.id, name: name.trim() });
      setName('');
    } catch (problem) {
      setError(problem);
    }
  };
  return (
    <>
      {people.length > 0 && (
        <Choice
          label="Who is here"
          value={here.id ?? ''}
          options={[
            ...people.map((person) => ({ value: person.id, label: person.content.name })),
            { value: '', label: 'Nobody in particular' },
          ]}
          onChange={(id) =>
            setPersonHere({
              id: id || null,
              name: people.find((person) => person.id === id)?.content.name ?? '',
            })
          }
        />
      )}
      <div className="actions">
        <TextField
          label="Add a name"
          value={name}
          onChange={(event) => setName(event.target.value)}
          sx={{ width: 240 }}
        />
        <button
          type="button"
          className="btn2"
          disabled={pending || name.trim() === ''}
          onClick={() => void add()}
        >
          Add
        </button>
      </div>
      <ProblemNote error={error} />
    </>
  );
}

interface ImportReport {
  added: number;
  same: number;
  refused: { line: number; detail: string }[];
}

function YourData() {
  const about = useAbout();
  const client = useQueryClient();
  const [said, setSaid] = useState<ReactNode>(null);
  const [error, setError] = useState<unknown>(null);
  const [busy, setBusy] = useState(false);
  const attempt = async (act: () => Promise<ReactNode>): Promise<void> => {
    setBusy(true);
    setError(null);
    setSaid(null);
    try {
      setSaid(await act());
    } catch (problem) {
      setError(problem);
    } finally {
      setBusy(false);
    }
  };
  const backUp = () =>
    attempt(async () => {
      const { folder } = await api.post<{ folder: string }>('/backup');
      await client.invalidateQueries({ queryKey: SAFEKEEPING_KEY });
      return `Backed up to ${folder}`;
    });
  const take = (file: File) =>
    attempt(async () => {
      const form = new FormData();
      form.append('archive', file);
      try {
        const report = await api.post<ImportReport>('/import', form);
        await client.invalidateQueries();
        return `${report.added.toLocaleString('en-GB')} records added, ${report.same.toLocaleString('en-GB')} were here already.`;
      } catch (problem) {
        const report =
          problem instanceof ApiProblem ? (problem.problem as unknown as Partial<ImportReport>) : null;
        if (!report?.refused) throw problem;
        return (
          <>
            Nothing was written: {report.refused.length}{' '}
            {report.refused.length === 1 ? 'line differs' : 'lines differ'} from what is here.
            {report.refused.slice(0, 5).map((one) => (
              <span key={one.line} style={{ display: 'block' }}>
                Line {one.line}: {one.detail}
              </span>
            ))}
          </>
        );
      }
    });
  return (
    <>
      {about.dataDir && <p className="soft">They lie in {about.dataDir} on this computer.</p>}
      <div className="actions">
        <Button variant="contained" disabled={busy} onClick={() => void backUp()}>
          Back up now
        </Button>
        <a className="btn2" href="/api/export" download>
          Export
        </a>
        <a className="btn2" href="/api/export?pictures=true" download>
          Export with pictures
        </a>
        <label className="btn2">
          Import an archive
          <input
            type="file"
            accept=".ndjson,.zip"
            className="visually-hidden"
            onChange={(event) => event.target.files?.[0] && void take(event.target.files[0])}
          />
        </label>
      </div>
      {said && <p role="status">{said}</p>}
      <ProblemNote error={error} />
    </>
  );
}
