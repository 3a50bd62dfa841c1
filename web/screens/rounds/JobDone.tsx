import { lazy, Suspense, useState } from 'react';
import type { Found } from '../../../core/wear/found.ts';
import { isTheJob, type Step } from '../../../core/planning/round/step.ts';
import { measuredMinutes } from '../../../usecases/round/measured.ts';
import { useClock, usePlan } from '../../api/data.ts';
import { usePersonHere } from '../../api/person.ts';
import { FoundWords } from '../../parts/FoundWords.tsx';
import { writesFor } from '../../parts/logWrites.ts';
import { emptyMore, type More } from '../../parts/more.ts';
import { useFixedIds } from '../../parts/useFixedIds.ts';
import { useJobDefinition } from '../../parts/useJobDefinition.ts';
import { LackNote, useLacks } from '../../parts/useRowNotes.tsx';
import { VolumeField } from '../../parts/VolumeField.tsx';
import { BigButton } from './BigButton.tsx';
import { LevelDrop, useDrained } from './LevelDrop.tsx';
import type { Finishing } from './finishing.ts';
import { plainDone } from './roundWrites.ts';
import { SoakIt } from './SoakIt.tsx';
import { StepWater } from './StepWater.tsx';
import { soaksOf, waitedMinutes } from '../../../usecases/round/soaks.ts';

// beyond the two taps
const LogMore = lazy(() => import('../../parts/LogMore.tsx'));

// the calculators come with the first bath
const BathHere = lazy(() => import('./BathHere.tsx').then((module) => ({ default: module.BathHere })));

/** What the job uses, where it is used; a bath is worked out here. */
function StepSupplies({ step }: { step: Step }) {
  const definition = useJobDefinition(step.jobId ?? '');
  const isBath = definition?.bath
    ? step.phase === 'soak'
    : (definition?.cautions.includes('bleach-acid') ?? false);
  const isHere = step.phase === 'soak' || step.id.endsWith(' do');
  if (!definition || !isHere || (definition.supplies.length === 0 && !isBath)) return null;
  return (
    <>
      {definition.supplies.length > 0 && (
        <p>Take: {definition.supplies.map(({ name, amount }) => `${name}, ${amount}`).join('; ')}.</p>
      )}
      {isBath && (
        <Suspense fallback={null}>
          <BathHere bath={definition.bath ?? null} />
        </Suspense>
      )}
    </>
  );
}

/** A step of hands. The one that is the job itself writes its service with it, in one unit of work. */
export function JobDone({ step, here, finish, blocked }: Finishing) {
  const definition = useJobDefinition(step.jobId ?? '');
  const row = usePlan().jobs.find((one) => one.jobId === step.jobId);
  const lacks = useLacks();
  const clock = useClock();
  const person = usePersonHere();
  const [ids] = useFixedIds();
  const { round, state } = here;
  const steps = round.content.steps as readonly Step[];
  const planned = state.litres.get(step.systemIds[0] ?? '')?.litres ?? step.litres;
  const systemId = step.systemIds[0] ?? '';
  const [drained, setDrained] = useDrained(round.id, systemId);
  // of a change alone: what else is done in that water moved none of it
  const litres = step.work === 'change water' ? (drained.litres ?? planned) : null;
  const [more, setMore] = useState<More | null>(null);
  const [found, setFound] = useState<Found | null>(null);
  const isJob = isTheJob(step);
  const isToday = (said: More | null): boolean =>
    said === null || (said.when.kind === 'day' && said.when.day === row?.today);
  const done = (grade: Found | null): void => {
    if (!isJob || !row) return void finish(plainDone(step.id));
    const now = clock();
    const hands = steps.filter((one) => one.jobId === step.jobId && one.phase !== 'shut');
    const first = hands.find((one) => one.id.endsWith(' do')) ?? step;
    const estimate = hands.reduce(
      (sum, one) => sum + (one.phase === 'prove' || one.phase === 'restart' ? 0 : one.handsMin),
      0,
    );
    const measured = measuredMinutes(state, first, estimate, now);
    const waits = definition?.waits?.minutes ?? 0;
    const all: More = {
      ...(more ?? emptyMore(row, person.id)),
      // in a round it is now, unless another day was said
      ...(isToday(more) ? { when: { kind: 'instant', at: new Date(now).toISOString() } } : {}),
      minutes: more?.minutes ?? (measured === null ? null : measured + waits),
      litres: more?.litres ?? litres,
      waitedMin: waitedMinutes(soaksOf(steps, state), step.jobId, now),
    };
    void finish(
      { ...plainDone(step.id), found: grade, minutes: all.minutes, note: all.note, serviceId: ids.id },
      writesFor(row, 'done', grade, all, ids),
      all.pictures,
    );
  };
  const graded = isJob && definition && definition.foundScale !== 'none';
  return (
    <>
      <LackNote said={lacks.get(step.jobId ?? '')} />
      {isJob && definition && definition.procedure.length > 0 && step.work !== 'change water' && (
        <ol className="order procedure">
          {definition.procedure.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ol>
      )}
      <StepSupplies step={step} />
      {(step.phase === 'drain' || step.phase === 'refill' || step.phase === 'prepare') && (
        <StepWater step={step} here={here} />
      )}
      {step.phase === 'drain' && (
        <LevelDrop systemId={systemId} fellCm={drained.fellCm} onChange={setDrained} />
      )}
      {step.phase === 'refill' && !more && (
        <>
          <VolumeField
            label="Changed"
            litres={litres}
            onChange={(changed) => setDrained({ fellCm: null, litres: changed })}
          />
          <LevelDrop systemId={systemId} fellCm={drained.fellCm} onChange={setDrained} />
        </>
      )}
      {more && row && (
        <Suspense fallback={null}>
          <LogMore row={row} value={more} onChange={setMore} looked={false} />
        </Suspense>
      )}
      {graded ? (
        <>
          <h3>Done: how was it found?</h3>
          <FoundWords
            words={definition.foundWords}
            chosen={found}
            disabled={blocked}
            onChoose={(grade) => (more ? setFound(grade) : done(grade))}
          />
          {more ? (
            <BigButton disabled={blocked} onClick={() => done(found)}>
              Done
            </BigButton>
          ) : (
            <div>
              <button type="button" className="btn2" disabled={blocked} onClick={() => done(null)}>
                Done, not graded
              </button>
            </div>
          )}
        </>
      ) : (
        <BigButton disabled={blocked} onClick={() => done(null)}>
          Done
        </BigButton>
      )}
      {isJob && step.work !== 'change water' && step.work !== 'test' && <SoakIt step={step} here={here} />}
      {isJob && row && (
        <div>
          <button
            type="button"
            className="btn2"
            onClick={() => setMore(more ? null : { ...emptyMore(row, person.id), litres })}
          >
            {more ? 'Less' : 'Picture, note, readings, supplies'}
          </button>
        </div>
      )}
    </>
  );
}
