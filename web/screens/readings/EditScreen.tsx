import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import ArrowDownward from '@mui/icons-material/ArrowDownward';
import ArrowUpward from '@mui/icons-material/ArrowUpward';
import { useMemo } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import type { Stored } from '../../../contract/records.ts';
import type { Write } from '../../../contract/work.ts';
import { readableChannel } from '../../../model/water/componentChannel.ts';
import { evidenceHere } from '../../api/evidence.ts';
import { meterChoices, type MeterChoice } from '../../../usecases/round/meters.ts';
import { useSetting, useSnapshot } from '../../api/data.ts';
import { creating, newIds, revising } from '../../api/writing.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { Nowhere } from '../../parts/Nowhere.tsx';
import { NumberField } from '../../parts/NumberField.tsx';
import { PageAction } from '../../parts/PageAction.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { useFixedIds } from '../../parts/useFixedIds.ts';
import { useKept } from '../../parts/useKept.ts';
import { useSend } from '../../parts/useSend.ts';
import { meterUnit } from './meterUnit.ts';
import './readings.css';
import '../rounds/rounds.css';

/** Limits in stored units. */
interface StopDraft {
  key: string;
  lo: number | null;
  hi: number | null;
}
interface Draft {
  name: string;
  everyHours: number | null;
  stops: readonly StopDraft[];
  note: string;
}

const rhythms = [
  { value: '4', label: '4 h' },
  { value: '8', label: '8 h' },
  { value: '12', label: '12 h' },
  { value: '24', label: 'Daily' },
  { value: '168', label: 'Weekly' },
  { value: '', label: 'When wanted' },
] as const;

/** A round of readings is made, or changed: which meters, in which order, within which limits. */
export function EditScreen() {
  const { roundId = 'new' } = useParams();
  const [params] = useSearchParams();
  const snapshot = useSnapshot();
  const saved = snapshot.get('readings-round', roundId) ?? null;
  const siteId = saved?.content.siteId ?? params.get('site') ?? '';
  if (!snapshot.get('site', siteId) || (roundId !== 'new' && !saved)) return <Nowhere />;
  return <Editing key={roundId} saved={saved} siteId={siteId} />;
}

function Editing({ saved, siteId }: { saved: Stored<'readings-round'> | null; siteId: string }) {
  const snapshot = useSnapshot();
  const navigate = useNavigate();
  const [ids] = useFixedIds();
  const { send, pending, error } = useSend();
  const choices = useMemo(() => meterChoices(evidenceHere(snapshot), siteId), [snapshot, siteId]);
  const [draft, setDraft, forget] = useKept<Draft>(
    `readings.${saved?.id ?? siteId}`,
    saved
      ? {
          ...{ name: saved.content.name, everyHours: saved.content.everyHours, note: saved.content.note },
          stops: saved.content.stops.map(({ channelId, lo, hi }) => ({ key: channelId, lo, hi })),
        }
      : {
          ...{ name: '', everyHours: 24, note: '' },
          // what is read on equipment is walked; what is tested in a water stands on its sheet
          stops: choices
            .filter((one) => one.componentId !== null)
            .map(({ key }) => ({ key, lo: null, hi: null })),
        },
  );
  const change = (some: Partial<Draft>): void => setDraft({ ...draft, ...some });
  const byKey = new Map(choices.map((one) => [one.key, one]));
  const stops = draft.stops.flatMap((stop) => {
    const choice = byKey.get(stop.key);
    return choice ? [{ stop, choice }] : [];
  });
  const left = choices.filter(({ key }) => !draft.stops.some((stop) => stop.key === key));
  const set = (key: string, some: Partial<StopDraft>): void =>
    change({ stops: draft.stops.map((one) => (one.key === key ? { ...one, ...some } : one)) });
  const move = (key: string, by: number): void => {
    const at = draft.stops.findIndex((one) => one.key === key);
    const next = [...draft.stops];
    const [one] = next.splice(at, 1);
    if (one) next.splice(at + by, 0, one);
    change({ stops: next });
  };
  const save = async (): Promise<void> => {
    const channels: Write[] = [];
    const content = {
      ...{ siteId, name: draft.name.trim(), everyHours: draft.everyHours, note: draft.note },
      stops: stops.map(({ stop: { lo, hi }, choice }) => ({
        ...{ lo, hi },
        channelId: channelOf(choice, channels),
      })),
    };
    const round = saved ? revising(saved, content) : creating('readings-round', content, ids);
    const { sent } = await send([...channels, round], `${content.name} is saved.`);
    if (!sent) return;
    forget();
    void navigate('/rounds');
  };
  const putAway = async (): Promise<void> => {
    if (!saved) return;
    const { sent } = await send(
      [revising(saved, { ...saved.content, retired: true })],
      `${saved.content.name} is put away.`,
    );
    if (sent) void navigate('/rounds');
  };
  const reversed = stops.some(({ stop: { lo, hi } }) => lo !== null && hi !== null && lo > hi);
  return (
    <main className="page">
      <header className="head">
        <h1>Readings, {snapshot.content('site', siteId)?.name}</h1>
        <span className="facts">{stops.length} meters</span>
        <span className="grow" />
        <PageAction>
          <Button
            variant="contained"
            disabled={pending || draft.name.trim() === '' || stops.length === 0 || reversed}
            onClick={() => void save()}
          >
            Save the round
          </Button>
        </PageAction>
      </header>
      <ProblemNote error={error} />
      <div className="roundwho">
        <TextField
          label="Name of the round"
          value={draft.name}
          onChange={(event) => change({ name: event.target.value })}
        />
        <Choice
          label="Every"
          value={rhythms.find(({ value }) => value === String(draft.everyHours ?? ''))?.value ?? ''}
          options={rhythms}
          onChange={(value) => change({ everyHours: value === '' ? null : Number(value) })}
        />
        {saved && (
          <button type="button" className="btn2" disabled={pending} onClick={() => void putAway()}>
            Put it away
          </button>
        )}
      </div>
      <section className="datum roundpart">
        <h2>The way</h2>
        {choices.length === 0 && (
          <p>Nothing here has a meter yet. Add one on the page of a piece of equipment.</p>
        )}
        <ul className="plain">
          {stops.map(({ stop, choice }, i) => (
            <Stop
              key={stop.key}
              {...{ stop, choice }}
              onChange={(some) => set(stop.key, some)}
              onDrop={() => change({ stops: draft.stops.filter((one) => one.key !== stop.key) })}
              onMove={(by) => move(stop.key, by)}
              isFirst={i === 0}
              isLast={i === stops.length - 1}
            />
          ))}
        </ul>
        {left.length > 0 && (
          <>
            <h3>Not on the way</h3>
            <ul className="plain">
              {left.map((choice) => (
                <li key={choice.key} className="rule meterpick">
                  <input
                    type="checkbox"
                    checked={false}
                    aria-label={`${choice.where}, ${choice.name}`}
                    onChange={() =>
                      change({ stops: [...draft.stops, { key: choice.key, lo: null, hi: null }] })
                    }
                  />
                  <span>
                    {choice.where}, <span className="soft">{choice.name}</span>
                  </span>
                </li>
              ))}
            </ul>
          </>
        )}
      </section>
    </main>
  );

  function channelOf(choice: MeterChoice, channels: Write[]): string {
    if (choice.channelId !== null) return choice.channelId;
    const made = newIds();
    const { componentId, measure } = choice;
    if (componentId !== null && measure)
      channels.push(creating('channel', readableChannel(componentId, { measure }), made));
    return made.id;
  }
}

function Stop({
  stop: { lo, hi },
  choice,
  onChange,
  onDrop,
  onMove,
  isFirst,
  isLast,
}: {
  stop: StopDraft;
  choice: MeterChoice;
  onChange: (some: Partial<StopDraft>) => void;
  onDrop: () => void;
  onMove: (by: number) => void;
  isFirst: boolean;
  isLast: boolean;
}) {
  const setting = useSetting();
  const { where, name, quantity, parameter } = choice;
  const unit = meterUnit({ quantity, parameter }, setting);
  const shown = (value: number | null): number | null => (value === null ? null : unit.fromStored(value));
  const stored = (value: number | null): number | null => (value === null ? null : unit.toStored(value));
  const isReversed = lo !== null && hi !== null && lo > hi;
  return (
    <li className="rule meterpick">
      <input type="checkbox" checked aria-label={`${where}, ${name}`} onChange={onDrop} />
      <span>
        <b>{where}</b>, {name}
      </span>
      <NumberField
        label="At least"
        unit={unit.label}
        value={shown(lo)}
        error={isReversed ? 'above the high limit' : undefined}
        onChange={(value) => onChange({ lo: stored(value) })}
      />
      <NumberField
        label="At most"
        unit={unit.label}
        value={shown(hi)}
        onChange={(value) => onChange({ hi: stored(value) })}
      />
      <span className="actions">
        <button
          type="button"
          className="btn2"
          aria-label={`${where}, ${name}: earlier`}
          disabled={isFirst}
          onClick={() => onMove(-1)}
        >
          <ArrowUpward fontSize="small" />
        </button>
        <button
          type="button"
          className="btn2"
          aria-label={`${where}, ${name}: later`}
          disabled={isLast}
          onClick={() => onMove(1)}
        >
          <ArrowDownward fontSize="small" />
        </button>
      </span>
    </li>
  );
}
