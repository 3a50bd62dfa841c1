import Button from '@mui/material/Button';
import { useState } from 'react';
import { catalogue } from '../../../core/catalogue/index.ts';
import { findProgramme, programmes, testsOf, type Programme } from '../../../core/catalogue/programmes.ts';
import { rangeWord } from '../../../core/explain/words.ts';
import { formatNumber } from '../../../core/quantity/quantities.ts';
import { parameterUnit } from '../../../core/water/parameterUnits.ts';
import { parameterIds, parameters, type Band, type ParameterId } from '../../../core/water/parameters.ts';
import type { Stored } from '../../../contract/records.ts';
import type { Write } from '../../../contract/work.ts';
import { usePlan, useSetting, useSnapshot } from '../../api/data.ts';
import { creating, revising } from '../../api/writing.tsx';
import { NumberField } from '../../parts/NumberField.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { useBase } from '../../parts/useBase.ts';
import { unitOfColumn } from '../../../contract/shownUnits.ts';
import { bandWords, columnOf } from './tests.ts';
import { useSend } from '../../parts/useSend.ts';

type OwnBands = Partial<Record<ParameterId, Band>>;

/** Chooses a school of practice, shows what would change before it does, and lets any band be one's own. */
export function ProgrammePanel({ system, onDone }: { system: Stored<'system'>; onDone: () => void }) {
  const snapshot = useSnapshot();
  const setting = useSetting();
  const plan = usePlan();
  const [base] = useBase(system);
  const { send, pending, error } = useSend();
  const [chosen, setChosen] = useState<string | null>(system.content.programmeId ?? null);
  const [bands, setBands] = useState<OwnBands>((system.content.bands ?? {}) as OwnBands);
  const programme = findProgramme(chosen);
  const before = findProgramme(system.content.programmeId);
  const offered = programmes.filter((one) => one.water === system.content.water);
  const changed =
    chosen !== (system.content.programmeId ?? null) ||
    JSON.stringify(bands) !== JSON.stringify(system.content.bands ?? {});

  const save = async (): Promise<void> => {
    const jobs = snapshot
      .all('job')
      .filter((job) => job.content.systemId === system.id && job.content.kindId === 'water-test');
    const missing = testsOf(programme).filter(
      (id) => !jobs.some((job) => job.content.jobId === `test-${id}`),
    );
    const writes: Write[] = [
      revising(base, { ...base.content, programmeId: chosen, bands }),
      ...missing.map((id) =>
        creating('job', {
          componentId: null,
          systemId: system.id,
          vesselId: null,
          kindId: 'water-test',
          jobId: `test-${id}`,
          overrides: {},
          own: null,
        }),
      ),
    ];
    const { sent } = await send(
      writes,
      programme ? `${system.content.name}: ${programme.name}.` : `${system.content.name}: no programme.`,
    );
    if (!sent) return;
    onDone();
  };
  return (
    <section className="datum" style={{ padding: '12px 0 20px', display: 'grid', gap: 16 }}>
      <div className="twocol">
        <div>
          <h2>Which practice do you follow here?</h2>
          <ul className="plain" style={{ marginTop: 8 }}>
            {[...offered, null].map((one) => (
              <li key={one?.id ?? 'none'} className="rule">
                <button
                  type="button"
                  className="programme"
                  aria-pressed={chosen === (one?.id ?? null)}
                  onClick={() => setChosen(one?.id ?? null)}
                >
                  <b>{one?.name ?? 'None of these'}</b>
                  <span className="soft">
                    {' '}
                    {one?.who ?? 'Bands stay empty until you set your own; nothing is guessed.'}
                  </span>
                </button>
              </li>
            ))}
          </ul>
        </div>
        <div>
          <h2>{changed ? 'What would change' : 'In force now'}</h2>
          <Changes before={before} after={programme} />
        </div>
      </div>
      <div>
        <h3 style={{ marginBottom: 6 }}>Bands of your own, before the programme’s</h3>
        <div className="fields" style={{ gridTemplateColumns: 'repeat(auto-fill, minmax(250px, 1fr))' }}>
          {parameterIds.map((id) => (
            <OwnBand
              key={id}
              id={id}
              unit={unitOfColumn(id, setting, null)}
              value={bands[id]}
              fallback={bandWords(
                columnOf(
                  id,
                  { ...system, content: { ...system.content, programmeId: chosen, bands: {} } },
                  setting,
                  plan.incoming,
                ),
              )}
              onChange={(band) => setBands(withBand(bands, id, band))}
            />
          ))}
        </div>
      </div>
      <ProblemNote error={error} />
      <div className="actions">
        <Button variant="contained" disabled={pending || !changed} onClick={() => void save()}>
          {programme ? `Follow ${programme.name.toLowerCase()}` : 'Save without a programme'}
        </Button>
        <button type="button" className="btn2" onClick={onDone}>
          Cancel
        </button>
      </div>
    </section>
  );
}

function withBand(bands: OwnBands, id: ParameterId, band: Band | null): OwnBands {
  const next = { ...bands };
  if (band && (band.lo !== null || band.hi !== null)) next[id] = band;
  else delete next[id];
  return next;
}

function OwnBand({
  id,
  unit,
  value,
  fallback,
  onChange,
}: {
  id: ParameterId;
  unit: string;
  value: Band | undefined;
  fallback: string;
  onChange: (band: Band | null) => void;
}) {
  const { name } = parameters[id];
  const { label, fromStored, toStored } = parameterUnit(id, unit);
  const shown = (stored: number | null | undefined) =>
    stored === null || stored === undefined ? null : fromStored(stored);
  const set = (end: 'lo' | 'hi', typed: number | null) =>
    onChange({
      lo: value?.lo ?? null,
      hi: value?.hi ?? null,
      [end]: typed === null ? null : toStored(typed),
    });
  return (
    <div>
      <span className="soft">
        {name}: {fallback}
      </span>
      <div style={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 8 }}>
        <NumberField
          label={`${name}, at least`}
          unit={label}
          value={shown(value?.lo)}
          onChange={(typed) => set('lo', typed)}
        />
        <NumberField
          label="at most"
          unit={label}
          value={shown(value?.hi)}
          onChange={(typed) => set('hi', typed)}
        />
      </div>
    </div>
  );
}

/** Bands, tests and intervals, before and after. */
function Changes({ before, after }: { before: Programme | null; after: Programme | null }) {
  const setting = useSetting();
  const band = (programme: Programme | null, id: ParameterId): string => {
    const found = programme?.bands[id];
    if (!found) return 'no band';
    if (found === 'source') return 'as the source';
    const { label, decimals, fromStored } = parameterUnit(id, unitOfColumn(id, setting, null));
    const show = (value: number) => formatNumber(fromStored(value), decimals);
    return `${found.lo === null ? 'at most ' : ''}${found.lo === null ? '' : `${show(found.lo)}–`}${found.hi === null ? '' : show(found.hi)} ${label}`;
  };
  const tests = (programme: Programme | null, id: ParameterId) =>
    programme?.tests[id]
      ? `tested every ${rangeWord(programme.tests[id] ?? 0, programme.tests[id] ?? 0)}`
      : programme?.insurance?.includes(id)
        ? 'tested after deaths, new animals, power cuts'
        : 'not asked for';
  const lines = parameterIds.flatMap((id) => {
    const [was, is] = [
      `${band(before, id)}, ${tests(before, id)}`,
      `${band(after, id)}, ${tests(after, id)}`,
    ];
    return is === 'no band, not asked for' && was === is ? [] : [{ what: parameters[id].name, was, is }];
  });
  const jobs = [...new Set([...Object.keys(before?.ranges ?? {}), ...Object.keys(after?.ranges ?? {})])].map(
    (key) => ({ what: jobName(key), was: rangeOf(before, key), is: rangeOf(after, key) }),
  );
  return (
    <ul className="plain">
      {[...lines, ...jobs].map((line) => (
        <li key={line.what} className="rule" style={{ padding: '3px 0' }}>
          <b>{line.what}</b>:{' '}
          {line.was === line.is ? (
            line.is
          ) : (
            <>
              <span className="soft">{line.was} → </span>
              {line.is}
            </>
          )}
        </li>
      ))}
      {after?.warnAtZero && (
        <li className="rule" style={{ padding: '3px 0' }}>
          No measurable nitrate or phosphate is a warning here.
        </li>
      )}
    </ul>
  );
}
function rangeOf(programme: Programme | null, key: string): string {
  const range = programme?.ranges[key];
  return range ? `every ${rangeWord(range.lo, range.hi)}` : 'the catalogue’s interval';
}
function jobName(key: string): string {
  const [kindId, jobId] = key.split('/');
  const kind = catalogue.find((one) => one.id === kindId);
  return `${kind?.name ?? key}, ${kind?.jobs.find((job) => job.id === jobId)?.action ?? ''}`;
}
