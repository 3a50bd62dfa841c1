import type { Stored } from '../../../contract/records.ts';
import { conditionWord } from '../../../core/explain/words.ts';
import { merged } from '../../../usecases/round/merged.ts';
import { useSnapshot } from '../../api/data.ts';
import { revising } from '../../api/writing.tsx';
import { clockIn } from '../../parts/dates.ts';
import { FoundBar } from '../../strip/marks.tsx';
import type { RoundHere } from './useRound.ts';

/** A step that two people did, each without seeing the other: both entries stay, one holds what both said. */
export function DoneTwice({ here: { round, state, act, pending } }: { here: RoundHere }) {
  const snapshot = useSnapshot();
  const zone = snapshot.content('site', round.content.siteId)?.timeZone ?? 'UTC';
  const twice = [...state.services].flatMap(([stepId, ids]) => {
    const services = ids.flatMap((id) => snapshot.get('service', id) ?? []);
    const step = round.content.steps.find((one) => one.id === stepId);
    return services.length > 1 && step ? [{ step, services }] : [];
  });
  if (twice.length === 0) return null;
  const nameOf = (service: Stored<'service'>): string =>
    snapshot.content('person', service.content.whoId)?.name ?? 'somebody';
  return (
    <section className="offlist" aria-label="Done by two">
      <h2>Done by two</h2>
      <ul className="plain">
        {twice.map(({ step, services }) => (
          <li key={step.id} className="rule donetwice">
            <b>{step.title}</b>
            <ul className="plain">
              {services.map((service) => {
                const { when, found, note } = service.content;
                return (
                  <li key={service.id}>
                    <b>{nameOf(service)}</b>{' '}
                    <span className="soft">
                      {when.kind === 'instant' ? clockIn(zone, Date.parse(when.at)) : ''}
                    </span>{' '}
                    <FoundBar found={found} /> {conditionWord(found)}
                    {note && `: ${note}`}
                  </li>
                );
              })}
            </ul>
            <span>Which grade holds? Both notes are kept in one entry, the work counts once.</span>
            <span className="actions">
              {services.map((service) => (
                <button
                  key={service.id}
                  type="button"
                  className="btn2"
                  disabled={pending}
                  onClick={() =>
                    void act(
                      {
                        ...{ do: 'merged', stepId: step.id, serviceId: service.id },
                        found: service.content.found,
                      },
                      merged(service, services, nameOf).map(([record, content]) => revising(record, content)),
                    )
                  }
                >
                  {conditionWord(service.content.found)}, {nameOf(service)}
                </button>
              ))}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
