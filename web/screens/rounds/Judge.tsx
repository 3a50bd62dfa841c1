import type { JudgedReading } from '../../../model/water/methodLimits.ts';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { biggerChange } from '../../../core/water/change/biggerChange.ts';
import { usable } from '../../../core/water/change/blend.ts';
import { parameters } from '../../../core/water/parameters.ts';
import type { Stored } from '../../../contract/records.ts';
import { litresOf } from '../../../model/facts/litres.ts';
import type { ChangeFacts } from '../../../usecases/water/changeFacts.ts';
import { useSnapshot } from '../../api/data.ts';
import { changeFactsOf } from '../../api/waterWork.ts';
import { useAmounts } from '../../parts/useAmounts.ts';
import { verdictWords, WaterMark } from '../../strip/waterMarks.tsx';
import { showFixed, unitAfter, verdictOf, type Column, type TestRow } from '../water/tests.ts';
import { useSheetFacts } from '../water/useSheetFacts.ts';
import { BigButton } from './BigButton.tsx';
import type { Finishing } from './finishing.ts';
import { plainDone } from './roundWrites.ts';

/** What the tests of this round say, and what they change in it. */
export default function Judge(props: Finishing) {
  const system = useSnapshot().get('system', props.step.systemIds[0] ?? '');
  return system ? <Judged {...props} system={system} /> : null;
}

interface Value {
  column: Column;
  read: JudgedReading;
}

function Judged({ step, here, finish, blocked, system }: Finishing & { system: Stored<'system'> }) {
  const {
    facts: { columns, rows },
  } = useSheetFacts(system);
  const { round, state } = here;
  const tested = valuesSince(columns, rows, round, state.begunAt);
  return (
    <>
      {tested.length === 0 && <p>Nothing was tested in this round: nothing can be said of this water.</p>}
      <ul className="plain">
        {tested.map(({ column, read }) => {
          const verdict = verdictOf(column, read);
          return (
            <li key={column.id} className="rule judged">
              <b>
                {column.name} {showFixed(column, read)} {unitAfter(column)}
              </b>
              <span>
                <WaterMark verdict={verdict} /> {verdictWords[verdict]}
              </span>
            </li>
          );
        })}
      </ul>
      <Bigger system={system} here={here} tested={tested} />
      <BigButton disabled={blocked} onClick={() => void finish(plainDone(step.id))}>
        Go on
      </BigButton>
    </>
  );
}

/** The newest value of each parameter that was tested since the round began. */
function valuesSince(
  columns: readonly Column[],
  rows: readonly TestRow[],
  round: Stored<'round'>,
  begunAt: number | null,
): Value[] {
  const fresh = rows.filter((row) => begunAt !== null && row.at >= begunAt);
  return columns.flatMap((column) => {
    const read = fresh.find((row) => row.judged.has(column.id))?.judged.get(column.id);
    const wanted = round.content.steps.some((step) => step.tests.includes(column.id));
    return read && wanted ? [{ column, read }] : [];
  });
}

/** A nutrient higher than thought asks for more water than planned, within what is there. */
function Bigger({
  system,
  here,
  tested,
}: {
  system: Stored<'system'>;
  here: Finishing['here'];
  tested: readonly Value[];
}) {
  const snapshot = useSnapshot();
  const amounts = useAmounts();
  const facts = useQuery(changeFactsOf(system.content.siteId)).data;
  const change = here.round.content.steps.find(
    (step) => step.phase === 'refill' && step.systemIds.includes(system.id),
  );
  const systemL = litresOf(snapshot, system.id);
  const over = tested.filter(
    ({ column, read }) => parameters[column.id].nutrient && verdictOf(column, read) === 'above',
  );
  if (over.length === 0) return null;
  if (!change)
    return (
      <p className="hint">No change of this water is in the round. Plan one from Water, Plan a change.</p>
    );
  if (systemL === null)
    return <p className="hint">How much to change is not known: the true litres of this water are not.</p>;
  if (!facts) return <p className="hint">How much new water is there is not known on this device.</p>;
  const plannedL = here.state.litres.get(system.id)?.litres ?? change.litres ?? 0;
  return over.map(({ column, read }) => {
    const found = biggerChange({
      ...{ systemL, now: read.value, plannedL, thereL: thereFor(facts, system.id) },
      highest: column.band?.hi ?? Number.POSITIVE_INFINITY,
      newWater: newWaterOf(facts, system.id, column),
    });
    if (found.kind === 'enough') return null;
    if (found.kind === 'not-by-water')
      return (
        <p key={column.id} className="hint">
          {column.name} is over its band, and the water that is there does not bring it down today. Look for
          where it comes from.
        </p>
      );
    const said = `${column.name} is over its band: change ${amounts.litres(found.litres)}${
      plannedL > 0 ? ` instead of ${amounts.litres(plannedL)}` : ''
    }`;
    return (
      <div key={column.id} className="actions">
        <span>
          {said}
          {!isTested(facts, system.id, column) && ', if the new water holds none (it was not tested)'}
          {found.litres < found.wantedL - 0.5 &&
            `; ${amounts.litres(found.wantedL)} would bring it to its band`}
          .
        </span>
        <Button
          variant="text"
          onClick={() =>
            void here.act({
              ...{ do: 'litres', systemId: system.id, litres: Math.round(found.litres) },
              reason: `${column.name} ${showFixed(column, read)} ${unitAfter(column)}`.trim(),
            })
          }
        >
          Change {amounts.litres(found.litres)}
        </Button>
      </div>
    );
  });
}

/** New water that stands ready for a system; null: nobody read the stores. */
function thereFor(facts: ChangeFacts, systemId: string): number | null {
  const mine = facts.stores.filter((store) => store.systemIds.includes(systemId) && store.outOfUse === null);
  const known = mine.flatMap((store) =>
    store.presentL === null ? [] : [usable({ ...store, presentL: store.presentL })],
  );
  return known.length === 0 ? null : known.reduce((sum, litres) => sum + litres, 0);
}
const isTested = (facts: ChangeFacts, systemId: string, column: Column): boolean =>
  facts.stores.some((store) => store.systemIds.includes(systemId) && store.values[column.id] !== undefined);
const newWaterOf = (facts: ChangeFacts, systemId: string, column: Column): number =>
  Math.max(
    0,
    ...facts.stores
      .filter((store) => store.systemIds.includes(systemId))
      .flatMap((store) => store.values[column.id] ?? []),
  );
