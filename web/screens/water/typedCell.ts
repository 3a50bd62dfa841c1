import { slipWord } from '../../../core/explain/slipWord.ts';
import { formatNumber } from '../../../core/quantity/quantities.ts';
import { parameters, type ParameterId } from '../../../core/water/parameters.ts';
import { parameterUnit, storedOrNull, unitsOfParameter } from '../../../core/water/parameterUnits.ts';
import { slipOf, type Slip, type SlipContext } from '../../../core/water/slips.ts';
import { typedValue } from '../../../core/water/typedValue.ts';
import { unitOfWords } from '../../../usecases/imports/heads.ts';
import { judgedReading, limitsOf, type JudgedReading } from '../../../model/water/methodLimits.ts';
import type { RecordContent } from '../../../contract/records.ts';
import { showValue, type Column } from './tests.ts';

export type Kit = RecordContent<'method'>;
/** What was typed into one cell: nothing, a value, or why it cannot be. */
export type Cell =
  | { kind: 'blank' }
  | { kind: 'not-tested' }
  | {
      kind: 'value';
      stored: number;
      below: boolean;
      /** As it is judged: what the kit cannot show is below its lowest. */
      judged: JudgedReading;
      rough: boolean;
      repeats: readonly number[];
      slip: Slip | null;
    }
  | { kind: 'refused'; why: string; slip: Slip | null };

/**
 * Reads a cell in its column's unit, or in the unit typed behind it; drops take the kit's factor. Blank is "not tested",
 * never zero. What cannot be is refused with its range; what is unlikely carries the question.
 */
export function readCell(
  text: string,
  column: Column,
  kit: Kit | null,
  context: Omit<SlipContext, 'thousands' | 'band'>,
): Cell {
  if (text.trim() === '') return { kind: 'blank' };
  const typed = typedValue(text);
  if (typed.kind === 'not-tested') return { kind: 'not-tested' };
  const refuse = (why: string): Cell => ({ kind: 'refused', why, slip: null });
  if (typed.kind === 'unreadable') return refuse(`“${text}” is not a number.`);
  if (typed.kind === 'titrated') {
    if (!kit?.titration) return refuse(`How much does one drop or mL count? Type it: ${typed.count} x 0.5.`);
    return readCell(
      `${typed.count * kit.titration.factor} ${parameterUnit(column.id, kit.unit).label}`,
      column,
      null,
      context,
    );
  }
  const unit = typed.unit === null ? column.unit : unitOfTyped(column, typed.unit);
  if (unit === null) return refuse(wrongUnit(column, text, typed.unit ?? ''));
  const about: SlipContext = { ...context, band: column.band, thousands: typed.thousands };
  const slip = slipOf(column.id, typed.value, unit, about);
  const { from, to } = parameters[column.id].possible;
  const convert = parameterUnit(column.id, unit).toStored;
  const stored = storedOrNull(column.id, typed.value, unit);
  if (stored === null || stored < from || stored > to) {
    const { label } = parameterUnit(column.id, unit);
    return {
      kind: 'refused',
      why: `${column.name} cannot be ${formatNumber(typed.value, 4)} ${label}: it lies between ${showValue(column, from)} and ${showValue(column, to)} ${column.unitLabel}.`,
      slip: slip?.meant === null ? null : slip,
    };
  }
  return {
    kind: 'value',
    stored,
    below: typed.below,
    judged: judgedReading({ value: stored, below: typed.below }, limitsOf(kit, column.id)),
    rough: typed.rough,
    repeats: typed.repeats.map(convert),
    slip: typed.below ? null : slip,
  };
}

/** A unit typed behind the number: by its label, its name or everyday words. */
function unitOfTyped(column: Column, written: string): string | null {
  const units = unitsOfParameter(column.id);
  const named = Object.keys(units).find((unit) => unit === written || units[unit]?.label === written);
  return named ?? unitOfWords(column.id, written);
}
function wrongUnit(column: Column, text: string, written: string): string {
  const hint =
    column.id === 'salinity' && /^ppm$/i.test(written.trim())
      ? ' Sea water is about 35 ppt, which is 35,000 ppm.'
      : '';
  return `“${text}”: ${column.name.toLowerCase()} is not read in ${written}.${hint} This column is in ${column.unitLabel}.`;
}

/** The question in one sentence. */
export function slipSentence(slip: Slip, text: string, columns: readonly Column[]): string {
  const columnOf = (id: ParameterId): Column | undefined => columns.find((one) => one.id === id);
  const own = columnOf(slip.parameter);
  return slipWord(slip, {
    show: (id, value) => {
      const column = columnOf(id);
      return column ? `${showValue(column, value)} ${column.unitLabel}` : String(value);
    },
    unitLabel: (id, unit) => parameterUnit(id, unit).label,
    typed: text.trim(),
    columnUnit: own?.unitLabel ?? '',
  });
}

/** The value meant, as it would have been typed in its column. */
export function meantText(slip: Slip, column: Column): string {
  if (slip.meant === null) return '';
  return String(Number(parameterUnit(column.id, column.unit).fromStored(slip.meant).toPrecision(6)));
}

/** The cells of a row with what was likely meant: the value in its column, or moved to the one it belongs to. */
export function taken(
  cells: Partial<Record<ParameterId, string>>,
  slip: Slip,
  columns: readonly Column[],
): Partial<Record<ParameterId, string>> {
  const own = columns.find((one) => one.id === slip.parameter);
  if (slip.moveTo) return { ...cells, [slip.parameter]: '', [slip.moveTo]: cells[slip.parameter] ?? '' };
  return own ? { ...cells, [slip.parameter]: meantText(slip, own) } : cells;
}

/** How far several readings of one water lie apart, in the column's unit. */
export function spreadOf(cell: Cell, column: Column): number | null {
  if (cell.kind !== 'value' || cell.repeats.length < 2) return null;
  const { fromStored } = parameterUnit(column.id, column.unit);
  return fromStored(Math.max(...cell.repeats)) - fromStored(Math.min(...cell.repeats));
}
