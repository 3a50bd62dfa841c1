import { remedyWord } from '../../../core/explain/remedyWord.ts';
import { parameters, type ParameterId } from '../../../core/water/parameters.ts';
import { remediesOf, type Tested } from '../../../core/water/remedies.ts';
import type { Stored } from '../../../contract/records.ts';
import { usePlan, useSetting, useSnapshot } from '../../api/data.ts';
import { litresOf } from '../../parts/litres.ts';
import { unitFor } from '../../parts/units.ts';
import { showValue, type Column, type TestRow } from './tests.ts';

/** What the last tests ask for, with amounts; nothing where all of them lie in their bands or were not taken. */
export function WhatToDo({
  system,
  columns,
  rows,
}: {
  system: Stored<'system'>;
  columns: readonly Column[];
  rows: readonly TestRow[];
}) {
  const snapshot = useSnapshot();
  const setting = useSetting();
  const { incoming } = usePlan();
  const tests: Partial<Record<ParameterId, Tested>> = {};
  for (const column of columns) {
    const last = rows
      .filter((row) => !parameters[column.id].nutrient || row.timing !== 'after')
      .flatMap((row) => row.values.get(column.id) ?? [])
      .find((reading) => reading.content.quality === 'good');
    if (last)
      tests[column.id] = {
        value: last.content.value,
        below: last.content.below,
        band: column.band,
        warnAtZero: column.warnAtZero,
      };
  }
  const brings: Partial<Record<ParameterId, number>> = {};
  for (const one of incoming) if (one.systemId === system.id) brings[one.parameter] = one.value;
  const remedies = remediesOf({ litres: litresOf(snapshot, system.id), tests, incoming: brings });
  if (remedies.length === 0) return null;
  const style = {
    volumeUnit: unitFor('volume', setting),
    show: (parameter: ParameterId, value: number) => {
      const column = columns.find((one) => one.id === parameter);
      return column ? `${showValue(column, value)} ${column.unitLabel}` : String(value);
    },
  };
  return (
    <section className="datum whattodo">
      <h2>What to do</h2>
      <ol className="plain">
        {remedies.map((remedy, i) => {
          const { order, because } = remedyWord(remedy, style);
          const parameter =
            'parameter' in remedy ? remedy.parameter : remedy.kind === 'ammonia' ? 'ammonia' : 'salinity';
          const column = columns.find((one) => one.id === parameter);
          const last = tests[parameter];
          return (
            <li key={i} className="rule">
              <div>
                <b>{parameters[parameter].name}</b>
                {column && last && (
                  <div className="soft">
                    {showValue(column, last.value, last.below)} {column.unitLabel}
                  </div>
                )}
              </div>
              <div className="order">{order}</div>
              <p className="soft">{because}</p>
            </li>
          );
        })}
      </ol>
      <p className="soft">
        Steps a day and 30 % a change are common practice, with no published source. What livestock needs,
        local codes and a vet’s word come first.
      </p>
    </section>
  );
}
