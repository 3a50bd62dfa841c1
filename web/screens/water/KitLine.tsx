import { Link } from 'react-router';
import { parameters } from '../../../core/water/parameters.ts';
import { useSetting } from '../../api/data.ts';
import { todayIn, writeDay } from '../../parts/dates.ts';
import { Pick } from '../../parts/Pick.tsx';
import { AddColumn } from './AddColumn.tsx';
import type { DraftRow } from './draft.ts';
import { showDifference, type Column } from './tests.ts';
import { kitOf, type SheetFacts } from './useRows.ts';

/** What the column in hand is read with, how well that can tell, and the short ways to write a reading. */
export function KitLine({
  facts,
  row,
  column,
  onKit,
}: {
  facts: SheetFacts;
  row: DraftRow;
  column: Column;
  onKit: (kitId: string) => void;
}) {
  const { dateFormat } = useSetting();
  const { kit, kitId } = kitOf(facts, row, column.id);
  const today = todayIn(facts.zone, facts.now);
  const kits = facts.snapshot
    .all('method')
    .filter((one) => one.content.parameter === column.id && !one.content.retired);
  const method = kit ?? parameters[column.id].method;
  const expired = kit?.expires != null && kit.expires < today;
  return (
    <div className="kitline">
      <span>
        <b>{column.name}</b>:{' '}
        {kits.length > 0 ? (
          <Pick
            label="no kit named"
            value={kitId ?? ''}
            options={kits.map((one) => ({ value: one.id, label: one.content.name }))}
            onChange={onKit}
          />
        ) : (
          <>
            a common kit,{' '}
            <Link to={`/water/kits?system=${facts.system.id}&parameter=${column.id}`}>name yours</Link>
          </>
        )}
        , step {showDifference(column, method.step)}, ± {showDifference(column, method.repeatability)}{' '}
        {column.unitLabel}
        {kit?.batch && `; batch ${kit.batch}`}
        {kit?.expires && (
          <span className={expired ? 'late' : ''}>
            {expired ? '; expired ' : '; good until '}
            {writeDay(kit.expires, today, dateFormat)}
          </span>
        )}
      </span>
      <span className="soft hide-phone">
        <kbd>14 x 0.5</kbd> titrate
        {kit?.titration && (
          <>
            , <kbd>14x</kbd> with the kit’s factor
          </>
        )}{' '}
        <kbd>8.1 8.3</kbd> read again <kbd>&lt;0.02</kbd> below <kbd>-</kbd> not tested
      </span>
      <AddColumn systemId={facts.system.id} columns={facts.columns} />
    </div>
  );
}
