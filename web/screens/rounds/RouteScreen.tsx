import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import ArrowDownward from '@mui/icons-material/ArrowDownward';
import ArrowUpward from '@mui/icons-material/ArrowUpward';
import { TimeField } from '@mui/x-date-pickers/TimeField';
import { DateTime } from 'luxon';
import { useMemo } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import type { RecordContent, Stored } from '../../../contract/records.ts';
import { addDays, type Day } from '../../../core/time/day.ts';
import { evidenceHere } from '../../api/evidence.ts';
import { roundAhead } from '../../../usecases/round/ahead.ts';
import {
  routeDay,
  stopsAsSaved,
  usualTravelMin,
  type PlannedStop,
  type RouteStop,
} from '../../../usecases/round/route.ts';
import { useNow, usePlan, useSetting, useSnapshot } from '../../api/data.ts';
import { usePersonHere } from '../../api/person.ts';
import { creating, deleting, newIds, revising } from '../../api/writing.tsx';
import { PersonChoice } from '../../parts/PersonChoice.tsx';
import { todayIn, writeDay } from '../../parts/dates.ts';
import { Nowhere } from '../../parts/Nowhere.tsx';
import { NumberField } from '../../parts/NumberField.tsx';
import { PageAction } from '../../parts/PageAction.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { useFixedIds } from '../../parts/useFixedIds.ts';
import { useKept } from '../../parts/useKept.ts';
import { useSend } from '../../parts/useSend.ts';
import { DayField } from '../../parts/DayField.tsx';
import { Pickers } from '../../parts/Pickers.tsx';
import { BringList } from './BringList.tsx';
import './rounds.css';

interface Draft {
  day: Day;
  personId: string | null;
  /** "07:30"; empty: not said. */
  setOut: string;
  stops: readonly { siteId: string; roundId: string | null; travelMin: number | null }[];
  note: string;
}

/** A day on the way: which places, in which order, the ways between them, what to load. */
export function RouteScreen() {
  const { routeId = 'new' } = useParams();
  const snapshot = useSnapshot();
  const saved = snapshot.get('route', routeId) ?? null;
  if (routeId !== 'new' && !saved) return <Nowhere />;
  return <RouteHere key={routeId} saved={saved} />;
}

function RouteHere({ saved }: { saved: Stored<'route'> | null }) {
  const snapshot = useSnapshot();
  const { dateFormat } = useSetting();
  const now = useNow();
  const person = usePersonHere();
  const navigate = useNavigate();
  const [ids] = useFixedIds();
  const { send, pending, error } = useSend();
  const sites = snapshot.all('site').sort((a, b) => a.content.name.localeCompare(b.content.name));
  const zone = sites[0]?.content.timeZone ?? 'UTC';
  const today = todayIn(zone, now);
  const [draft, setDraft, forget, isTouched] = useKept<Draft>(
    `route.${saved?.id ?? 'new'}`,
    saved ? draftOf(saved.content, zone) : emptyDraft(addDays(today, 1), person.id),
  );
  const change = (some: Partial<Draft>): void => setDraft({ ...draft, ...some });
  const { stops, day } = useRouteDay(draft, today);
  const start = draft.setOut === '' ? null : DateTime.fromISO(`${draft.day}T${draft.setOut}`, { zone });
  const clock = (minutes: number): string => start?.plus({ minutes }).toFormat('HH:mm') ?? `${minutes} min`;
  const move = (at: number, by: number): void => {
    const next = [...draft.stops];
    const [one] = next.splice(at, 1);
    if (one) next.splice(at + by, 0, one);
    change({ stops: next });
  };
  const left = sites.filter(({ id }) => !draft.stops.some((stop) => stop.siteId === id));
  const save = async (): Promise<void> => {
    const made = stops.map((stop) => ({ ...stop, ids: newIds() }));
    const { day: onDay, personId } = draft;
    const content: RecordContent<'route'> = {
      ...{ day: onDay, personId, note: draft.note },
      setOut: start?.toUTC().toISO() ?? null,
      stops: made.map(({ siteId, roundId, round, travelMin, ids: its }) => ({
        ...{ siteId, travelMin },
        roundId: roundId ?? (round ? its.id : null),
      })),
    };
    const rounds = made.flatMap(({ roundId, round, ids: its }) => {
      if (roundId === null) return round ? [creating('round', round, its)] : [];
      const old = snapshot.get('round', roundId);
      // what has begun stays as it is
      const isAhead = day.stops.some((one) => one.roundId === roundId && one.state === 'ahead');
      const isMoved = old && (old.content.day !== onDay || old.content.personId !== personId);
      return old && isAhead && isMoved ? [revising(old, { ...old.content, day: onDay, personId })] : [];
    });
    const route = saved ? revising(saved, content) : creating('route', content, ids);
    const { sent } = await send([...rounds, route], 'The route is saved.');
    if (!sent) return;
    forget();
    void navigate(`/rounds/route/${saved?.id ?? ids.id}`, { replace: true });
  };
  const putAway = async (): Promise<void> => {
    if (!saved) return;
    const { sent } = await send([deleting(saved)], 'The route is put away; its rounds stay.');
    if (!sent) return;
    forget();
    void navigate('/rounds');
  };
  return (
    <main className="page">
      <header className="head">
        <h1>Route, {writeDay(draft.day, today, dateFormat)}</h1>
        <span className="facts">
          {day.stops.length} {day.stops.length === 1 ? 'place' : 'places'}
          {day.minutes > 0 && `, ${day.minutes} min, ${day.travelMin} of them on the way`}
        </span>
        <span className="grow" />
        <PageAction>
          <Button
            variant="contained"
            disabled={pending || draft.stops.length === 0 || (saved !== null && !isTouched)}
            onClick={() => void save()}
          >
            Save the route
          </Button>
        </PageAction>
      </header>
      <ProblemNote error={error} />
      <div className="roundwho">
        <DayField label="Day" value={draft.day} min={today} onChange={(next) => change({ day: next })} />
        <Pickers>
          <TimeField
            label="Set out at"
            size="small"
            ampm={false}
            value={start}
            onChange={(time) => change({ setOut: time?.isValid ? time.toFormat('HH:mm') : '' })}
          />
        </Pickers>
        <PersonChoice label="Who goes" value={draft.personId} onChange={(personId) => change({ personId })} />
        {saved && (
          <span className="actions">
            <a className="btn2" href={`/api/routes/${saved.id}/print.pdf`} download>
              On paper (PDF)
            </a>
            <button type="button" className="btn2" disabled={pending} onClick={() => void putAway()}>
              Put it away
            </button>
          </span>
        )}
      </div>
      <div className="twocol buildcols">
        <section className="datum roundpart">
          <h2>The way</h2>
          {draft.stops.length === 0 && <p>Choose the first place.</p>}
          <ol className="plain route">
            {day.stops.map((stop, at) => (
              <li key={stop.siteId} className="rule">
                <NumberField
                  label="On the way"
                  unit="min"
                  value={stop.travelMin}
                  onChange={(minutes) =>
                    change({
                      stops: draft.stops.map((one, k) => (k === at ? { ...one, travelMin: minutes } : one)),
                    })
                  }
                />
                <Stop stop={stop} clock={clock} isSaved={!isTouched} />
                <span className="actions">
                  <button
                    type="button"
                    className="btn2"
                    aria-label={`${stop.name} earlier`}
                    disabled={at === 0}
                    onClick={() => move(at, -1)}
                  >
                    <ArrowUpward fontSize="small" />
                  </button>
                  <button
                    type="button"
                    className="btn2"
                    aria-label={`${stop.name} later`}
                    disabled={at === day.stops.length - 1}
                    onClick={() => move(at, 1)}
                  >
                    <ArrowDownward fontSize="small" />
                  </button>
                  <button
                    type="button"
                    className="btn2"
                    onClick={() => change({ stops: draft.stops.filter((_, k) => k !== at) })}
                  >
                    Not there
                  </button>
                </span>
                {stop.outsideHours && <p className="routehours">{stop.outsideHours}</p>}
              </li>
            ))}
          </ol>
          {left.length > 0 && (
            <div className="actions">
              {left.map(({ id, content }) => (
                <button
                  key={id}
                  type="button"
                  className="btn2"
                  onClick={() =>
                    change({
                      stops: [
                        ...draft.stops,
                        { siteId: id, roundId: aheadAt(id), travelMin: usualTravelMin(content) },
                      ],
                    })
                  }
                >
                  + {content.name}
                </button>
              ))}
            </div>
          )}
        </section>
        <section className="datum roundpart">
          <BringList bring={day.bring} title="Load" />
          <TextField
            label="Note"
            multiline
            minRows={2}
            value={draft.note}
            onChange={(event) => change({ note: event.target.value })}
          />
        </section>
      </div>
    </main>
  );

  /** A round made ahead for this day at a place is the route's. */
  function aheadAt(siteId: string): string | null {
    const here = snapshot
      .all('round')
      .filter(({ content }) => content.siteId === siteId && content.day === draft.day);
    const begun = new Set(snapshot.all('round-action').map(({ content }) => content.roundId));
    return here.find(({ id }) => !begun.has(id))?.id ?? null;
  }
}

const emptyDraft = (day: Day, personId: string | null): Draft => ({
  ...{ day, personId, setOut: '', stops: [], note: '' },
});
const draftOf = ({ day, personId, setOut, stops, note }: RecordContent<'route'>, zone: string): Draft => ({
  ...{ day, personId, note },
  setOut: setOut === null ? '' : DateTime.fromISO(setOut, { zone }).toFormat('HH:mm'),
  stops: stops.map((stop) => ({ ...stop })),
});

/** The rounds there are, and for the other places those that would be made. */
function useRouteDay(draft: Draft, today: Day) {
  const snapshot = useSnapshot();
  const { jobs } = usePlan();
  const { stops: asked, day: on, personId, setOut } = draft;
  return useMemo(() => {
    const evidence = evidenceHere(snapshot);
    const stops = stopsAsSaved(snapshot, { stops: [...asked] }).map((stop): PlannedStop => {
      const site = snapshot.get('site', stop.siteId);
      return stop.round || !site
        ? stop
        : { ...stop, roundId: null, round: roundAhead(evidence, jobs, site, { today, day: on, personId }) };
    });
    const [hour = 0, minute = 0] = setOut.split(':').map(Number);
    return { stops, day: routeDay(evidence, stops, setOut === '' ? null : 60 * hour + minute) };
  }, [snapshot, jobs, asked, on, personId, setOut, today]);
}

const stateWords: Readonly<Record<RouteStop['state'], string>> = {
  ahead: '',
  'under-way': 'under way',
  over: 'done',
  'nothing-due': 'nothing due',
};

function Stop({
  stop,
  clock,
  isSaved,
}: {
  stop: RouteStop;
  clock: (minutes: number) => string;
  /** The round is there: it can be opened. */
  isSaved: boolean;
}) {
  const { name, siteId, roundId, arrivesMin, lengthMin, steps, state } = stop;
  const hours = useSnapshot().content('site', siteId)?.hours;
  return (
    <span className="routestop">
      <span>
        <b>{name}</b>{' '}
        <span className="tn">
          {clock(arrivesMin)} to {clock(arrivesMin + lengthMin)}
        </span>
      </span>
      <span className="soft">
        {steps} steps, {lengthMin} min{stateWords[state] && `, ${stateWords[state]}`}
      </span>
      {hours && <span className="soft">{hours}</span>}
      {isSaved && roundId !== null && (
        <Link className="btn2" to={`/rounds/${roundId}${state === 'over' ? '/report' : ''}`}>
          {state === 'ahead' ? 'Change it or begin' : state === 'over' ? 'Report' : 'Go on'}
        </Link>
      )}
    </span>
  );
}
