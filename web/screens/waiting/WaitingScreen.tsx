import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Stored } from '../../../contract/records.ts';
import type { Snapshot } from '../../../model/snapshot.ts';
import { useSetting, useSnapshot } from '../../api/data.ts';
import { useConnection } from '../../api/connection.ts';
import type { Unit } from '../../offline/device.ts';
import { holder, sync, useSync } from '../../offline/here.ts';
import { takeUpNewerProgram, useNewerProgram } from '../../offline/program.ts';
import { writeInstant } from '../../parts/dates.ts';
import { unitWord } from './unitWord.ts';
import '../rounds/rounds.css';
import './waiting.css';

const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;

/** What is kept on this device and not yet with the server: what waits, what was refused and why. */
export function WaitingScreen() {
  const units = useSync().units.filter((unit) => !unit.taken);
  const { away } = useConnection();
  const newer = useNewerProgram();
  const snapshot = useSnapshot();
  const refused = units.filter((unit) => unit.refused !== null);
  const waiting = units.filter((unit) => unit.refused === null);
  return (
    <main className="page">
      <header className="head">
        <h1>Kept on this device</h1>
        <span className="facts">{away ? 'the server does not answer' : 'the server answers'}</span>
        <span className="grow" />
        {waiting.length > 0 && (
          <Button variant="contained" onClick={() => void sync.run()}>
            Send it now
          </Button>
        )}
      </header>
      {newer && (
        <section className="datum roundpart">
          <h2>A newer program is here</h2>
          <p>It is taken up when this window is closed, or now. Nothing that is kept here is lost.</p>
          <div>
            <button type="button" className="btn2" onClick={takeUpNewerProgram}>
              Take it up now
            </button>
          </div>
        </section>
      )}
      {refused.length > 0 && (
        <section className="datum roundpart">
          <h2>Refused by the server</h2>
          <ul className="plain">
            {refused.map((unit) => (
              <Refused key={unit.n} unit={unit} snapshot={snapshot} />
            ))}
          </ul>
        </section>
      )}
      <section className="datum roundpart">
        <h2>To be sent</h2>
        {waiting.length === 0 ? (
          <p>Nothing waits: all that was written here is with the server.</p>
        ) : (
          <ol className="plain">
            {waiting.map((unit) => (
              <li key={unit.n} className="rule keptunit">
                <b>{unitWord(unit, snapshot)}</b>
                <When unit={unit} />
                {unit.accountId !== null && unit.accountId !== holder() && (
                  <span>waits until {unit.who || 'its own person'} signs in here</span>
                )}
              </li>
            ))}
          </ol>
        )}
      </section>
    </main>
  );
}

function When({ unit }: { unit: Unit }) {
  const { dateFormat } = useSetting();
  const at = Date.parse(unit.madeAt);
  const word = writeInstant(at, zone, dateFormat, new Date().toISOString().slice(0, 10));
  return (
    <span className="soft">
      {word}
      {unit.who && `, ${unit.who}`}
      {unit.pictures.length > 0 &&
        `, ${unit.pictures.length === 1 ? 'a picture' : `${unit.pictures.length} pictures`}`}
    </span>
  );
}

/** Why, what stands there instead where two differ, and what can be done. */
function Refused({ unit, snapshot }: { unit: Unit; snapshot: Snapshot }) {
  const [sure, setSure] = useState(false);
  const problem = unit.refused;
  if (!problem) return null;
  return (
    <li className="rule keptunit">
      <b>{unitWord(unit, snapshot)}</b>
      <When unit={unit} />
      <span className="problem">
        {problem.detail} {problem.errors?.map((one) => one.detail).join(' ')} {problem.todo}
      </span>
      {problem.stored && problem.sent !== undefined && <Both stored={problem.stored} sent={problem.sent} />}
      <span className="actions">
        <button type="button" className="btn2" onClick={() => void sync.settle(unit.n, 'again')}>
          Try again
        </button>
        {sure ? (
          <button type="button" className="btn2" onClick={() => void sync.settle(unit.n, 'drop')}>
            Drop it for good
          </button>
        ) : (
          <button type="button" className="btn2" onClick={() => setSure(true)}>
            Drop it
          </button>
        )}
      </span>
    </li>
  );
}

/** Two texts of one record, field by field where they differ. */
function Both({ stored, sent }: { stored: Stored; sent: unknown }) {
  const there = stored.content as unknown as Record<string, unknown>;
  const here = sent as Record<string, unknown>;
  const differing = Object.keys(here).filter(
    (key) => JSON.stringify(there[key]) !== JSON.stringify(here[key]),
  );
  return (
    <dl className="both">
      {differing.map((key) => (
        <div key={key}>
          <dt>{key}</dt>
          <dd>there: {JSON.stringify(there[key])}</dd>
          <dd>here: {JSON.stringify(here[key])}</dd>
        </div>
      ))}
    </dl>
  );
}
