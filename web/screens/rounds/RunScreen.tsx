import Button from '@mui/material/Button';
import { foundInWords } from '../../../core/explain/words.ts';
import TextField from '@mui/material/TextField';
import { lazy, Suspense, useEffect, useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import type { Step } from '../../../core/planning/round/step.ts';
import { stepFound } from '../../../model/round/stepFound.ts';
import { notRunning, unproved, type StepState } from '../../../model/round/fold.ts';
import { useSnapshot } from '../../api/data.ts';
import { usePersonHere } from '../../api/person.ts';
import { clockIn } from '../../parts/dates.ts';
import { Nowhere } from '../../parts/Nowhere.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { StateWord } from '../../strip/marks.tsx';
import { DoneTwice } from './DoneTwice.tsx';
import { LeftOffSaid, Prove } from './OffOfRounds.tsx';
import { roundProgress } from './progress.ts';
import { StepRecord } from './StepRecord.tsx';
import { StepDone } from './StepDone.tsx';
import { Timers } from './Timers.tsx';
import { useRoundKept } from './useRoundKept.ts';
import { useRound, type RoundHere } from './useRound.ts';
import { useWakeLock } from './useWakeLock.ts';
import './rounds.css';

// the desk on which it is built
const BuildSaved = lazy(() => import('./BuildScreen.tsx').then((module) => ({ default: module.BuildSaved })));

/** A round, one step at a time. What is off stands at the foot of every step and ends the round. */
export function RunScreen() {
  const { roundId = '' } = useParams();
  const here = useRound(roundId);
  if (!here) return <Nowhere />;
  if (here.state.last === null)
    return (
      <Suspense fallback={null}>
        <BuildSaved round={here.round} />
      </Suspense>
    );
  return <Run key={roundId} here={here} />;
}

function Run({ here }: { here: RoundHere }) {
  const { round, state, act, pending, error } = here;
  const snapshot = useSnapshot();
  const steps = round.content.steps as readonly Step[];
  const isOpen = (step: Step): boolean => (state.steps.get(step.id)?.state ?? 'open') === 'open';
  const [chosen, setChosen] = useState<string | null>(null);
  const current = steps.find((step) => step.id === chosen) ?? steps.find(isOpen);
  const over = state.closed || state.abandoned !== null;
  // a new step begins at its top, wherever the thumb had scrolled to
  const shown = useRef(current?.id);
  useEffect(() => {
    if (shown.current !== current?.id) window.scrollTo({ top: 0 });
    shown.current = current?.id;
  }, [current?.id]);
  useWakeLock(!over);
  useRoundKept(
    round.content.siteId,
    steps.flatMap((step) => step.systemIds),
  );
  const site = snapshot.content('site', round.content.siteId);
  const next = (): void => setChosen(null);
  const off = unproved(state);
  return (
    <main className="page run">
      <header className="head">
        <h1>{site?.name}</h1>
        <span className="facts">
          {over && (state.closed ? 'closed; ' : `given up (${state.abandoned ?? ''}); `)}
          {!over && state.paused && 'paused; '}
          {roundProgress(round.content, state)}
        </span>
        <span className="grow" />
        {over && (
          <Link className="btn2" to={`/rounds/${round.id}/report`}>
            Report
          </Link>
        )}
        <Link className="btn2" to="/rounds">
          All rounds
        </Link>
      </header>
      <OffLine here={here} />
      <ProblemNote error={error} />
      {(round.content.overrides ?? []).length > 0 && (
        <ul className="plain" aria-label="Goes on all the same">
          {(round.content.overrides ?? []).map(({ rule, text, reason }) => (
            <li key={`${rule} ${text}`} className="hint">
              {text} <b>Goes on: {reason}.</b>
            </li>
          ))}
        </ul>
      )}
      {!over && <TakeOver here={here} />}
      {!over && !state.paused && (
        <>
          <Timers steps={steps} state={state} />
          {current ? (
            <CurrentStep
              key={current.id}
              step={current}
              known={state.steps.get(current.id)}
              at={steps.indexOf(current) + 1}
              of={steps.length}
              here={here}
              onDone={next}
            />
          ) : (
            <p className="datum steptitle">All steps are done or skipped.</p>
          )}
        </>
      )}
      <DoneTwice here={here} />
      <OffHere here={here} />
      {!over && (
        <section className="datum roundpart">
          <div className="actions">
            <Button
              variant={current ? 'text' : 'contained'}
              disabled={pending || off.length > 0}
              onClick={() => void act({ do: 'closed' })}
            >
              End the round
            </Button>
            {off.length > 0 && (
              <span>
                {off.length === 1 ? 'One thing is' : `${off.length} things are`} not back as{' '}
                {off.length === 1 ? 'it was' : 'they were'}: prove each above, or say why it stays.
              </span>
            )}
            {!state.paused && (
              <button
                type="button"
                className="btn2"
                disabled={pending}
                onClick={() => void act({ do: 'paused' })}
              >
                Pause, or hand over
              </button>
            )}
            <GiveUp onGiveUp={(reason) => void act({ do: 'abandoned', reason })} pending={pending} />
          </div>
        </section>
      )}
      {!over && (
        <p className="actions">
          <a className="btn2" href={`/api/rounds/${round.id}/print.pdf`} download>
            On paper (PDF)
          </a>
          <Link className="btn2" to={`/rounds/${round.id}/paper`}>
            Enter it from paper
          </Link>
        </p>
      )}
      <AllSteps steps={steps} here={here} current={current?.id ?? null} onChoose={setChosen} />
    </main>
  );
}

function CurrentStep({
  step,
  known,
  at,
  of,
  here,
  onDone,
}: {
  step: Step;
  known: StepState | undefined;
  at: number;
  of: number;
  here: RoundHere;
  onDone: () => void;
}) {
  const [skipping, setSkipping] = useState<string | null>(null);
  const [again, setAgain] = useState(false);
  const { act, pending } = here;
  const isRecord = known?.state === 'done' && !again;
  return (
    <section className="datum current" aria-label={`Step ${at} of ${of}`}>
      <p className="soft">
        Step {at} of {of}
        {known?.state === 'skipped' && `, skipped: ${known.reason}`}
      </p>
      <h2 className="steptitle">{step.title}</h2>
      {isRecord ? (
        <StepRecord step={step} here={here} onGoOn={onDone} onAgain={() => setAgain(true)} />
      ) : (
        <StepDone step={step} here={here} onDone={onDone} />
      )}
      {isRecord ? null : skipping === null ? (
        <div>
          <button type="button" className="btn2" onClick={() => setSkipping('')}>
            Skip it
          </button>
        </div>
      ) : (
        <form
          className="form"
          onSubmit={(event) => {
            event.preventDefault();
            void act({ do: 'skipped', stepId: step.id, reason: skipping.trim() }).then(
              ({ kept }) => kept && onDone(),
            );
          }}
        >
          <TextField
            label="Why it is skipped"
            value={skipping}
            autoFocus
            onChange={(event) => setSkipping(event.target.value)}
          />
          <div className="actions">
            <button type="submit" className="btn2" disabled={pending || skipping.trim() === ''}>
              Skip it for this reason
            </button>
            <button type="button" className="btn2" onClick={() => setSkipping(null)}>
              Do it after all
            </button>
          </div>
        </form>
      )}
    </section>
  );
}

/** A round that is paused, or that somebody else was last at, goes on when somebody says that they take it. */
function TakeOver({ here: { round, state, act, pending } }: { here: RoundHere }) {
  const snapshot = useSnapshot();
  const person = usePersonHere();
  const zone = snapshot.content('site', round.content.siteId)?.timeZone ?? 'UTC';
  const other = state.last && state.last.whoId !== person.id ? state.last.whoId : null;
  if (!state.paused && other === null) return null;
  const name = snapshot.content('person', state.last?.whoId ?? null)?.name;
  return (
    <section className="datum roundpart" aria-label="Take over">
      <p>
        {state.paused ? 'Paused' : 'Under way'}
        {name && ` by ${name}`}
        {state.last && `, last at ${clockIn(zone, state.last.at)}`}. What was done stays done, on every
        device.
      </p>
      <div>
        <Button
          variant={state.paused ? 'contained' : 'text'}
          disabled={pending}
          onClick={() => void act({ do: 'taken-over' })}
        >
          {other === null ? 'Go on' : 'I take it over'}
        </Button>
      </div>
    </section>
  );
}

/** The same in one line that stays at the top of a phone while the step is read. */
function OffLine({ here: { state } }: { here: RoundHere }) {
  const list = notRunning(state);
  if (list.length === 0) return null;
  return (
    <a className="offnow only-phone" href="#off-now">
      <b>{list.some((off) => off.on) ? 'Off or put in' : 'Off now'}:</b>{' '}
      {list.map((off) => off.what).join(', ')}
    </a>
  );
}

/** What this round has off: always on the screen, dismissed by nothing but a proof or a reason. */
function OffHere({ here }: { here: RoundHere }) {
  const { round, state } = here;
  const zone = useSnapshot().content('site', round.content.siteId)?.timeZone ?? 'UTC';
  const list = notRunning(state);
  if (list.length === 0) return null;
  return (
    <section id="off-now" className="offlist" aria-label="Off now">
      <h2>{list.some((off) => off.on) ? 'Off now, or put in' : 'Off now'}</h2>
      <ul className="plain">
        {list.map((off) => (
          <li key={off.actionId} className="rule offrow">
            <b>{off.what}</b>
            <span>
              {off.state === 'left-off' ? (
                <>
                  <StateWord state="left-off" /> <LeftOffSaid off={off} zone={zone} />
                </>
              ) : (
                `${off.on ? 'in' : 'off'} since ${clockIn(zone, Date.parse(off.since))}`
              )}
            </span>
            <Prove roundId={round.id} off={off} quiet />
          </li>
        ))}
      </ul>
    </section>
  );
}

function AllSteps({
  steps,
  here,
  current,
  onChoose,
}: {
  steps: readonly Step[];
  here: RoundHere;
  current: string | null;
  onChoose: (id: string) => void;
}) {
  const snapshot = useSnapshot();
  const word = ({ id }: Step): string => {
    const known = here.state.steps.get(id);
    if (known?.conflict.length)
      return `done; found ${known.conflict.map(foundInWords).join(' and ')}: they differ`;
    const found = stepFound(snapshot, here.state, id);
    if (known?.state === 'done') return found ? `done, found ${foundInWords(found)}` : 'done';
    return known?.state === 'skipped' ? `skipped: ${known.reason}` : '';
  };
  return (
    <section className="datum roundpart">
      <h2>All steps</h2>
      <ol className="order">
        {steps.map((step) => (
          <li key={step.id} aria-current={step.id === current ? 'step' : undefined}>
            <button
              type="button"
              className="rowlink"
              data-done={(here.state.steps.get(step.id)?.state ?? 'open') !== 'open' || undefined}
              onClick={() => onChoose(step.id)}
            >
              {step.title} <span className="soft">{word(step)}</span>
            </button>
          </li>
        ))}
      </ol>
    </section>
  );
}

function GiveUp({ onGiveUp, pending }: { onGiveUp: (reason: string) => void; pending: boolean }) {
  const [reason, setReason] = useState<string | null>(null);
  if (reason === null)
    return (
      <button type="button" className="btn2" onClick={() => setReason('')}>
        Give the round up
      </button>
    );
  return (
    <>
      <TextField
        label="Why it is given up"
        value={reason}
        autoFocus
        onChange={(event) => setReason(event.target.value)}
      />
      <button
        type="button"
        className="btn2"
        disabled={pending || reason.trim() === ''}
        onClick={() => onGiveUp(reason.trim())}
      >
        Give it up: what is off stays on Today
      </button>
    </>
  );
}
