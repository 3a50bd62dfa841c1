import { useEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { Link } from 'react-router';
import { LEVEL_WEEKS } from '../../../usecases/levelling/levelPlan.ts';
import { movesOf, type Move } from '../../../usecases/levelling/moves.ts';
import type { PlanRow } from '../../../usecases/plan/plan.ts';
import { usePlan, useSetting, useSnapshot } from '../../api/data.ts';
import { usePersonHere } from '../../api/person.ts';
import { creating, deleting, revising, useWriting } from '../../api/writing.tsx';
import { levellingWord, percentWord } from '../../levelling/levellingWord.ts';
import { useLevelled, type Levelled } from '../../levelling/useLevelled.ts';
import { writeDay } from '../../parts/dates.ts';
import { LongList } from '../../parts/LongList.tsx';
import { Pick } from '../../parts/Pick.tsx';
import { Tabs } from '../../parts/Tabs.tsx';
import { usePhone } from '../../parts/usePhone.ts';
import { useSend } from '../../parts/useSend.ts';
import { FarAhead } from './FarAhead.tsx';
import { LevelledFigures, Unplaced } from './Levelled.tsx';
import { MovePanel } from './MovePanel.tsx';
import { PileChart, sameTurn, type Turn } from './PileChart.tsx';
import { groupings, rowsBy, type Grouping } from './piles.ts';
import { VisitLines } from './VisitLines.tsx';
import { VisitPanel } from './VisitPanel.tsx';
import { useAddress } from './useAddress.ts';
import './plan.css';

const views = { weeks: '12 weeks', year: 'A year', three: 'Three years' };
type View = keyof typeof views;
/** Height of a place’s visits in lines, before they were seen. */
const LINES_PX = 600;
const MONTHS = { year: 12, three: 36 };

/** What comes when: weeks to years ahead, levelled; every job can be moved, and says what that costs. */
export function PlanScreen() {
  const [params, set] = useAddress();
  const plan = usePlan();
  const view = (params.get('view') ?? 'weeks') as View;
  const by = (params.get('by') ?? 'place') as Grouping;
  return (
    <main className="page planpage">
      <header className="head">
        <h1>Plan</h1>
        <Tabs
          label="How far ahead"
          all={views}
          value={view}
          onChoose={(one) => set({ view: one === 'weeks' ? '' : one })}
        />
        {view === 'weeks' && (
          <Pick
            label={groupings.place}
            value={by === 'place' ? '' : by}
            options={(Object.keys(groupings) as Grouping[])
              .filter((one) => one !== 'place')
              .map((value) => ({ value, label: groupings[value] }))}
            onChange={(value) => set({ by: value })}
          />
        )}
        <span className="grow" />
        <Link className="btn2" to="/plan/away">
          Away
        </Link>
        <Link className="btn2" to="/plan/what-if">
          What if
        </Link>
        <a className="btn2" href="/api/plan.ics" download>
          Calendar file
        </a>
        <Link className="btn2 hide-phone" to="/plan/print">
          Print
        </Link>
      </header>
      {plan.jobs.length === 0 ? (
        <p className="datum" style={{ paddingTop: 12 }}>
          Visits and their jobs will appear here. Describe a tank first.
        </p>
      ) : view === 'weeks' ? (
        <Weeks by={by in groupings ? by : 'place'} />
      ) : (
        <FarAhead key={view} months={MONTHS[view]} />
      )}
    </main>
  );
}

/** `target`: where somebody would move it; null: it is only looked at. */
type Hand =
  { kind: 'job'; turn: Turn; target: number | null } | { kind: 'visit'; siteId: string; visit: number };

function Weeks({ by }: { by: Grouping }) {
  const snapshot = useSnapshot();
  const plan = usePlan();
  const { dateFormat } = useSetting();
  const { levelled, share, failed, stopped, stop } = useLevelled();
  const person = usePersonHere();
  const isPhone = usePhone();
  const { send, pending, error } = useSend();
  const { undo } = useWriting();
  const [hand, setHand] = useState<Hand | null>(null);
  const rowOf = useMemo(() => new Map(plan.jobs.map((row) => [row.jobId, row])), [plan]);
  const rows = useMemo(
    () => (levelled ? rowsBy[by]({ levelled, rowOf, snapshot }) : []),
    [levelled, by, rowOf, snapshot],
  );
  const foot = useRef<HTMLDivElement>(null);
  // on a phone the line was tapped far below
  useEffect(() => {
    if (isPhone && hand !== null) foot.current?.scrollIntoView({ block: 'start' });
  }, [isPhone, hand]);
  const job = hand?.kind === 'job' ? jobInHand(levelled ?? [], rowOf, hand.turn) : null;
  if (!levelled)
    return (
      <p className="datum" role="status" style={{ paddingTop: 12 }}>
        {levellingWord({ failed, share })}
      </p>
    );
  const today = levelled[0]?.plan.today ?? plan.jobs[0]?.today ?? '';
  const take = (turn: Turn | null): void => {
    const found = turn && jobInHand(levelled, rowOf, turn);
    setHand(turn && found ? { kind: 'job', turn, target: null } : null);
  };
  const target = hand?.kind === 'job' ? (hand.target ?? job?.visit ?? 0) : 0;
  const moveTo = async (to: number): Promise<void> => {
    const move = job?.moves.find((one) => one.visit === to);
    const from = job?.moves.find((one) => one.isHere);
    if (!job || !move || !from || move.isHere) return;
    const known = snapshot
      .all('plan-pin')
      .find(({ content }) => content.jobId === job.row.jobId && content.day === from.day);
    // moved on from where it was moved to, it still comes from where it stood by itself
    const origin = known?.content.from ?? from.day;
    const content = {
      ...{ jobId: job.row.jobId, day: move.day, whoId: person.id, note: '' },
      from: origin === move.day ? null : origin,
    };
    const said = `${job.row.thing}, ${job.row.action}: moved to ${writeDay(move.day, today, dateFormat)}.`;
    const { sent } = await send([known ? revising(known, content) : creating('plan-pin', content)], said);
    if (sent) setHand(null);
  };
  const pin = async (): Promise<void> => {
    const here = job?.moves.find((one) => one.isHere);
    if (!job || !here || job.entry.changePlanId !== null) return;
    const known = snapshot
      .all('plan-pin')
      .find(({ content }) => content.jobId === job.row.jobId && content.day === here.day);
    const { thing, action, jobId } = job.row;
    await send(
      [
        known
          ? deleting(known)
          : creating('plan-pin', { jobId, day: here.day, from: null, whoId: person.id, note: '' }),
      ],
      `${thing}, ${action}: ${known ? 'no longer pinned' : 'pinned'}.`,
    );
  };
  const aim = (to: number): void => {
    if (hand?.kind === 'job') setHand({ ...hand, target: to });
  };
  const onDrop = (to: number): void => {
    aim(to);
    const move = job?.moves.find((one) => one.visit === to);
    // what breaks something is asked about first
    if (move && !move.breaks) void moveTo(to);
  };
  const onKey = (event: KeyboardEvent): void => {
    if (event.target instanceof HTMLInputElement) return;
    if (event.key.toLowerCase() === 'u' && undo) return void undo();
    if (event.key === 'Escape') return setHand(null);
    if (hand?.kind !== 'job' || !job) return;
    const at = job.moves.findIndex((move) => move.visit === target);
    const step = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    const next = job.moves[at + step];
    if (step !== 0 && next) {
      event.preventDefault();
      aim(next.visit);
    } else if (event.key === 'Enter' && target !== job.visit) {
      event.preventDefault();
      void moveTo(target);
    } else if (event.key.toLowerCase() === 'p') void pin();
  };
  const visit =
    hand?.kind === 'visit'
      ? levelled.find(({ plan: one }) => one.siteId === hand.siteId)?.plan.visits[hand.visit]
      : undefined;
  const onVisit = (siteId: string, at: number): void => setHand({ kind: 'visit', siteId, visit: at });
  const panel =
    hand?.kind === 'job' && job ? (
      <MovePanel
        key={`${job.row.jobId} ${job.entry.turn} ${job.entry.look}`}
        {...{ ...job, target, pending, error }}
        onTarget={aim}
        onMove={() => void moveTo(target)}
        onLeave={() => setHand(null)}
        onPin={() => void pin()}
      />
    ) : hand?.kind === 'visit' && visit ? (
      <VisitPanel
        key={`${hand.siteId} ${visit.day}`}
        {...{ siteId: hand.siteId, visit, today, rowOf, onTake: take }}
        isNext={hand.visit === 0}
        onClose={() => setHand(null)}
      />
    ) : null;
  return (
    <div onKeyDown={onKey}>
      {share !== null && (
        <p className="soft" role="status">
          Still spreading the work, {percentWord(share)}…{' '}
          <button type="button" className="btn2" onClick={stop}>
            Stop
          </button>
        </p>
      )}
      {stopped && (
        <p className="hint">
          Stopped: the last change was worked in quickly, the search for the best plan was not finished.
        </p>
      )}
      {!isPhone && (
        <div className="noprint">
          <PileChart
            {...{ rows, today, weeks: LEVEL_WEEKS, rowOf, onVisit, onDrop }}
            inHand={job && hand?.kind === 'job' ? { turn: hand.turn, target, window: job.window } : null}
            onTake={take}
            onOver={aim}
          />
          <PileKey />
        </div>
      )}
      <div ref={foot} className="planfoot datum noprint" data-empty={panel === null || undefined}>
        {panel ?? (
          <section className="planpanel">
            <h2>No job chosen</h2>
            <p className="soft">
              Choose a job to see why it stands there and what another visit would cost; drag it, or use ← and
              → and Enter. Choose a visit’s minutes to move, split or leave it out. U takes the last move
              back.
            </p>
          </section>
        )}
        {!isPhone && <Comes levelled={levelled} rowOf={rowOf} />}
      </div>
      {isPhone && (
        <>
          <ul className="plain">
            <LongList items={rows} keyOf={({ key }) => key} rowPx={LINES_PX}>
              {(row, place) => (
                <li key={row.key} {...place}>
                  <VisitLines {...{ row, today, rowOf, onVisit }} onTake={take} />
                </li>
              )}
            </LongList>
          </ul>
          <div className="planfoot datum">
            <Comes levelled={levelled} rowOf={rowOf} />
          </div>
        </>
      )}
    </div>
  );
}

function Comes(props: Parameters<typeof Unplaced>[0]) {
  return (
    <>
      <LevelledFigures levelled={props.levelled} />
      <Unplaced {...props} />
    </>
  );
}

/** A turn of a job where the plan has it now; null: it is not in it any more. */
function jobInHand(levelled: readonly Levelled[], rowOf: ReadonlyMap<string, PlanRow>, turn: Turn) {
  const row = rowOf.get(turn.jobId);
  const here = levelled.find(({ plan }) => plan.siteId === turn.siteId);
  if (!row || !here) return null;
  const visit = here.plan.visits.findIndex((one) =>
    one.entries.some((entry) => sameTurn({ ...entry, siteId: turn.siteId }, turn)),
  );
  const entry = here.plan.visits[visit]?.entries.find((one) =>
    sameTurn({ ...one, siteId: turn.siteId }, turn),
  );
  const j = here.place.jobs.findIndex((one) => one.row.jobId === turn.jobId && one.look === turn.look);
  if (!entry || j < 0) return null;
  const moves: Move[] = movesOf(here.place, here.placement, j, turn.turn);
  const window = turn.turn === 0 && !turn.look ? row : null;
  return { row, entry, visit, moves, window };
}

function PileKey() {
  return (
    <p className="pilekey soft">
      <span>
        <i className="block" /> a job, as tall as its minutes
      </span>
      <span>
        <i className="block" data-critical /> livestock or people at risk if late
      </span>
      <span>
        <i className="block" data-pinned /> pinned
      </span>
      <span>
        <i className="pilearound" /> around the jobs
      </span>
      <span>
        <i className="pilebefore" /> before levelling
      </span>
      <span>
        <i className="pilethere" /> minutes there are
      </span>
    </p>
  );
}
