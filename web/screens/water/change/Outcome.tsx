import { changeOrder, changeSentences, refusedWord } from '../../../../core/explain/changeWord.ts';
import type { ChangedTo } from '../../../../core/water/afterChange.ts';
import type { ChangePlan, SystemChange } from '../../../../core/water/change/types.ts';
import { parameters } from '../../../../core/water/parameters.ts';
import type { Stored } from '../../../../contract/records.ts';
import type { ChangeFacts } from '../../../../usecases/water/changeFacts.ts';
import { HowLink } from '../../../parts/HowLink.tsx';
import { useAmounts } from '../../../parts/useAmounts.ts';
import { offOf, type ChangeDraft } from './draft.ts';

/** What comes of it, system by system: the order large, the arithmetic under it, and what must be off meanwhile. */
export function Outcome({
  facts,
  plan,
  draft,
  kept,
}: {
  facts: ChangeFacts;
  plan: ChangePlan;
  draft: ChangeDraft;
  kept: Stored<'change-plan'> | null;
}) {
  const chosen = plan.systems.filter((one) => one.wantedL > 0);
  if (chosen.length === 0)
    return (
      <p className="soft datum" style={{ paddingTop: 12 }}>
        Choose a system and say how much: what comes of it stands here.
      </p>
    );
  return (
    <div className="datum">
      {chosen.map((one) => (
        <SystemOutcome
          key={one.systemId}
          change={one}
          facts={facts}
          way={draft.systems[one.systemId]?.way ?? 'at-once'}
        />
      ))}
      <p className="caution rule">
        <b>Unplug before hands go in; match temperature and salinity, go slowly.</b> Shifts of 1 °C, 1 ppt or
        1 dKH at once and 30 % a change are common practice, with no published source. Makers’ manuals and
        local codes come first.
        {kept && ' The list of what is off stays with this plan.'}
      </p>
    </div>
  );
}

function SystemOutcome({
  change,
  facts,
  way,
}: {
  change: SystemChange;
  facts: ChangeFacts;
  way: 'at-once' | 'continuous';
}) {
  const amounts = useAmounts();
  const off = offOf(facts, change.systemId, change.litres);
  if (change.refused)
    return (
      <section className="rule outcome">
        <h3>{change.name}</h3>
        <p className="late">{refusedWord(change.refused)}</p>
      </section>
    );
  const workings = [change.drain, change.refill, ...change.workings].filter((one) => one !== null);
  return (
    <section className="rule outcome">
      <h3>{change.name}</h3>
      <div className="order">{changeOrder(change, amounts)}</div>
      <p>{changeSentences(change, amounts).join(' ')}</p>
      {change.draws.length > 1 && (
        <p>
          {change.draws
            .map(
              (draw) =>
                `${amounts.litres(draw.litres)} from ${facts.stores.find((store) => store.id === draw.storeId)?.name ?? ''}`,
            )
            .join(', ')}
          : mixed before it goes in.
        </p>
      )}
      <After list={change.after} all={change.stages.count > 1 ? change.afterAll : null} />
      {way === 'at-once' && off.length > 0 && (
        <details className="offlist">
          <summary>Off meanwhile: {off.map((item) => item.what.toLowerCase()).join(', ')}</summary>
          <ol>
            {off.map((item) => (
              <li key={item.componentId}>
                <b>{item.what}</b>: {item.why}. <span className="soft">Proved by: {item.provedBy}.</span>
              </li>
            ))}
          </ol>
        </details>
      )}
      {workings.length > 0 && (
        <p className="soft small">
          Worked out by:{' '}
          {workings.map((one, i) => (
            <span key={`${one.calculatorId} ${i}`}>
              {i > 0 && ', '}
              <HowLink of={one} />
            </span>
          ))}
        </p>
      )}
    </section>
  );
}

/** Before and after, where it moves; past a day's step it says so. */
function After({ list, all }: { list: readonly ChangedTo[]; all: readonly ChangedTo[] | null }) {
  const { show } = useAmounts();
  const moved = list.filter((one) => show(one.parameter, one.before) !== show(one.parameter, one.after));
  if (moved.length === 0) return null;
  return (
    <ul className="plain aftertable">
      {moved.map((one) => {
        const end = all?.find((other) => other.parameter === one.parameter);
        return (
          <li key={one.parameter}>
            <span>{parameters[one.parameter].name}</span>
            <span>
              {show(one.parameter, one.before).replace(/ [^\d].*$/, '')} →{' '}
              <b>{show(one.parameter, one.after)}</b>
              {end && <span className="soft">, after all stages {show(end.parameter, end.after)}</span>}
              {one.tooMuch && <span className="late"> match the new water first</span>}
            </span>
          </li>
        );
      })}
      {moved.some((one) => one.assumed) && (
        <li className="soft small">New water taken as free of what was not read in it.</li>
      )}
    </ul>
  );
}
