import Button from '@mui/material/Button';
import { foundInWords } from '../../../core/explain/words.ts';
import { lazy, Suspense, useState } from 'react';
import type { Step } from '../../../core/planning/round/step.ts';
import type { Stored } from '../../../contract/records.ts';
import { stepFound } from '../../../model/round/stepFound.ts';
import { useNow, useSnapshot } from '../../api/data.ts';
import { clockIn, todayIn } from '../../parts/dates.ts';
import { useAmounts } from '../../parts/useAmounts.ts';
import { answeredBy } from './finishing.ts';
import type { RoundHere } from './useRound.ts';

const CorrectEntry = lazy(async () => ({
  default: (await import('../log/CorrectEntry.tsx')).CorrectEntry,
}));

/** A step that is done opens what was written of it: to read, to correct; never a second entry. */
export function StepRecord({
  step,
  here,
  onGoOn,
  onAgain,
}: {
  step: Step;
  here: RoundHere;
  onGoOn: () => void;
  /** It may be done once more: what was proved back goes off again. */
  onAgain: () => void;
}) {
  const { round, state } = here;
  const snapshot = useSnapshot();
  const zone = snapshot.content('site', round.content.siteId)?.timeZone ?? 'UTC';
  const at = state.doneAt.get(step.id);
  const entries = (state.services.get(step.id) ?? []).flatMap((id) => snapshot.get('service', id) ?? []);
  const found = stepFound(snapshot, state, step.id);
  const isShut = step.phase === 'shut' || step.phase === 'fit';
  const isBack = isShut && answeredBy(step, state).length === 0;
  return (
    <div className="form">
      <p>
        Done{at !== undefined && ` at ${clockIn(zone, at)}`}
        {found && `, found ${foundInWords(found)}`}
        {isBack && ', and back as it was'}.
      </p>
      {entries.map((service) => (
        <Entry key={`${service.id} ${service.version}`} service={service} step={step} zone={zone} />
      ))}
      <div className="actions">
        <Button variant="contained" onClick={onGoOn}>
          Go on
        </Button>
        {isBack && (
          <button type="button" className="btn2" onClick={onAgain}>
            It goes off once more
          </button>
        )}
      </div>
    </div>
  );
}

function Entry({ service, step, zone }: { service: Stored<'service'>; step: Step; zone: string }) {
  const snapshot = useSnapshot();
  const amounts = useAmounts();
  const now = useNow();
  const [correcting, setCorrecting] = useState(false);
  const { content } = service;
  const who = snapshot.content('person', content.whoId)?.name;
  const facts = [
    ...(who ? [who] : []),
    ...(content.minutes === null ? [] : [`${content.minutes} min`]),
    ...(content.shareDone < 1 ? [`${Math.round(100 * content.shareDone)} % of it`] : []),
    ...(content.litres ? [amounts.litres(content.litres)] : []),
  ].join(', ');
  return (
    <>
      <p>
        {facts}
        {content.note !== '' && (
          <>
            {facts !== '' && ': '}“{content.note}”
          </>
        )}
      </p>
      {correcting ? (
        <Suspense fallback={null}>
          <CorrectEntry
            entry={{ record: service, jobId: content.jobId, what: step.title }}
            today={todayIn(zone, now)}
            zone={zone}
            onDone={() => setCorrecting(false)}
          />
        </Suspense>
      ) : (
        <div>
          <button type="button" className="btn2" onClick={() => setCorrecting(true)}>
            Correct the entry
          </button>
        </div>
      )}
    </>
  );
}
