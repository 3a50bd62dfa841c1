import { lookUp } from '../../core/lookUp.ts';
import type { MeasureId } from '../../core/quantity/measures.ts';
import { parameterWord } from '../../core/water/parameters.ts';
import { parameterUnit } from '../../core/water/parameterUnits.ts';
import { typedValue } from '../../core/water/typedValue.ts';
import { definitionsOf } from '../../model/facts/definition.ts';
import { zoneOfSystem } from '../../model/facts/places.ts';
import type { Snapshot } from '../../model/snapshot.ts';
import { readDensity, readMeasure, readParameter, textOf, type CellContext, type CellRead } from './cells.ts';
import { whenOf } from './dates.ts';
import { knownOnce, readAmong } from './measuredCells.ts';
import { emptyDraft, type Answers, type ChannelOf, type ImportDraft, type ReadingDraft } from './draft.ts';
import type { ImportMapping, Target } from '../../contract/imports/mapping.ts';
import { plain } from './heads.ts';
import { readJob } from './readJobs.ts';
import type { RowContext } from './rowContext.ts';
import { thingsOf } from './things.ts';
import type { Table } from './table.ts';

const SUMMARY = /^(average|avg|mean|mittelwert|durchschnitt|sum|summe|total|min|max|median|std|stdev)\b/i;

/**
 * Everything a file brings by a mapping; refused and skipped rows say why. Nothing is written. It stops after each row, so
 * that others can be served meanwhile.
 */
export function* readRows(
  table: Table,
  mapping: ImportMapping,
  snapshot: Snapshot,
  answers: Answers,
): Generator<undefined, ImportDraft> {
  const draft = emptyDraft();
  askOfColumns(mapping, draft);
  const zone = zoneOfSystem(snapshot, mapping.systemId);
  const things = thingsOf(mapping.systemId, snapshot);
  const definitionOf = definitionsOf(snapshot);
  const recent = new Map<string, number[]>();
  const knownOf = knownOnce(snapshot);
  const heads = mapping.columns.map((column) => plain(column.head));
  const own = (table.rows[mapping.skipRows + mapping.headRows - 1] ?? []).map(plain);
  const from = mapping.skipRows + mapping.headRows;
  const isHead = (cell: string, k: number): boolean => {
    const bare = plain(cell);
    return bare === own[k] || bare === heads[k];
  };
  for (const [i, cells] of table.rows.slice(from).entries()) {
    const row = from + i + 1;
    const skip = (why: string) =>
      draft.skipped.push({ row, head: '', text: cells.filter((cell) => cell !== '').join(' '), why });
    if (cells.every((cell) => cell === '')) continue;
    if (cells.every(isHead)) skip('the head again');
    else if (SUMMARY.test(cells[0] ?? '')) skip('a summary, not a reading');
    else
      readRow({ row, cells, mapping, snapshot, zone, answers, things, definitionOf, draft, recent, knownOf });
    yield;
  }
  return draft;
}

/** What the head does not tell is asked once for the column. */
function askOfColumns(mapping: ImportMapping, draft: ImportDraft): void {
  const ask = (head: string, sentence: string): void =>
    void draft.questions.push({ key: `column:${head}`, row: null, head, sentence, choices: [] });
  if (mapping.dateOrder === null) ask('', 'Is the day or the month written first? The dates fit both.');
  const targets = [
    ...mapping.columns.map(({ head, target }) => ({ head, target })),
    ...Object.entries(mapping.sensors).map(([head, target]) => ({ head, target })),
  ];
  for (const { head, target } of targets) {
    if (target.kind === 'parameter' && target.unit === null)
      ask(head, `In which unit is ${parameterWord(target.parameter)}?`);
    if (target.kind === 'density' && target.as === null)
      ask(head, 'Specific gravity by which convention, or density in kg/L at which temperature?');
    if ((target.kind === 'measure' || target.kind === 'pressure') && target.componentId === null)
      ask(head, 'On which piece of equipment was it read?');
  }
}

function readRow(context: RowContext): void {
  const { row, cells, mapping, zone, draft } = context;
  const at = (kind: Target['kind']): string =>
    cells[mapping.columns.findIndex(({ target }) => target.kind === kind)] ?? '';
  const refuse = (why: string): void =>
    void draft.refused.push({ row, head: '', text: cells.filter((cell) => cell !== '').join(' '), why });
  if (mapping.dateOrder === null) return;
  const dated = whenOf(at('date'), at('time'), mapping.dateOrder, zone);
  if ('refused' in dated) return refuse(dated.refused);
  if (dated.flag) draft.flagged.push({ row, head: '', text: at('date'), why: dated.flag });
  const who = at('who');
  const whoId = lookUp(mapping.people, who) ?? null;
  const base = { row, when: dated.when, whoId };
  if (mapping.shape === 'jobs')
    return readJob(context, base, {
      what: at('what'),
      did: at('did'),
      found: at('found'),
      minutes: at('minutes'),
      who,
      note: at('note'),
    });
  if (mapping.shape === 'long') return readSensor(context, base, at('sensor'), at('value'), at('unit'));
  readVisit(context, base, at('note'));
}

type Base = Pick<ReadingDraft, 'row' | 'when' | 'whoId'>;

/** One row a visit: a reading for each column that holds one; the remark goes with the first. */
function readVisit(context: RowContext, base: Base, remark: string): void {
  const { row, cells, mapping, draft } = context;
  const found: ReadingDraft[] = [];
  const pressures = new Map<string, { in?: number; out?: number }>();
  const all = mapping.columns.map(({ head, target }, i) =>
    readTarget(context, target, cells[i] ?? '', head, `${row}:${i}`),
  );
  mapping.columns.forEach(({ head, target }, i) => {
    const cell = cells[i] ?? '';
    const alone = all[i] ?? null;
    const read = asMeasured(context, target, alone, { cell, head, key: `${row}:${i}` }, (componentId) =>
      besidesOf(componentId, mapping, all),
    );
    if (read === null) return;
    if (read.kind !== 'value') return tell(context, read, head, cell);
    if (target.kind === 'pressure' && target.componentId !== null) {
      const known = pressures.get(target.componentId) ?? {};
      pressures.set(target.componentId, { ...known, [target.side]: read.value });
      return;
    }
    const channel = channelOf(target, context);
    if (!channel) return;
    const key = `column ${i}`;
    if (target.kind === 'measure' && target.measure === 'hours') ranOver(context, key, head, read.value);
    remember(context, key, read.value);
    found.push(readingOf(base, channel, read));
  });
  for (const [componentId, { in: before, out: after }] of pressures)
    if (before !== undefined && after !== undefined)
      found.push({
        ...base,
        channel: { kind: 'measure', componentId, measure: 'pressure-drop' },
        value: before - after,
        below: false,
        rough: false,
        repeats: [],
        note: '',
      });
  const jobs = jobsOfRemark(remark, mapping);
  for (const jobId of jobs) draft.services.push({ ...base, jobId, found: null, minutes: null, note: remark });
  const first = found[0];
  if (first && remark !== '') first.note = remark;
  else if (remark !== '' && jobs.length === 0)
    draft.notes.push({ row, systemId: mapping.systemId, when: base.when, note: remark });
  draft.readings.push(...found);
}

/** What is read on equipment, as it stands among what else is known of it; everything else as it is. */
const asMeasured = (
  context: RowContext,
  target: Target,
  read: CellRead | null,
  where: { cell: string; head: string; key: string },
  besides: (componentId: string) => Partial<Record<MeasureId, number>>,
): CellRead | null =>
  read !== null && target.kind === 'measure' && target.componentId !== null
    ? readAmong(
        context,
        { componentId: target.componentId, measure: target.measure },
        read,
        where,
        besides(target.componentId),
      )
    : read;

/** What else the row says of the same equipment: a feed beside its product. */
function besidesOf(
  componentId: string,
  { columns }: ImportMapping,
  read: readonly (CellRead | null)[],
): Partial<Record<MeasureId, number>> {
  return Object.fromEntries(
    columns.flatMap(({ target }, i) => {
      const one = read[i];
      return target.kind === 'measure' && target.componentId === componentId && one?.kind === 'value'
        ? [[target.measure, one.value]]
        : [];
    }),
  );
}

/** The jobs that saved words in a remark stand for. */
function jobsOfRemark(remark: string, mapping: ImportMapping): string[] {
  const said = remark.toLowerCase();
  return Object.entries(mapping.remarks)
    .filter(([word]) =>
      new RegExp(`(^|[^\\p{L}\\d])${escaped(word.toLowerCase())}($|[^\\p{L}\\d])`, 'u').test(said),
    )
    .map(([, jobId]) => jobId);
}
const escaped = (word: string): string => word.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

/** One row a reading. */
function readSensor(context: RowContext, base: Base, sensor: string, cell: string, unit: string): void {
  const target = lookUp(context.mapping.sensors, sensor);
  if (!target)
    return void context.draft.skipped.push({
      row: base.row,
      head: sensor,
      text: cell,
      why: 'no such sensor in the mapping',
    });
  const key = `${base.row}:value`;
  const alone = readTarget(context, target, cell, sensor, key);
  const read = asMeasured(context, target, alone, { cell, head: sensor, key }, () => ({}));
  if (read === null) return;
  if (read.kind !== 'value') return tell(context, read, sensor, `${cell} ${unit}`);
  const channel = channelOf(target, context, sensor);
  if (!channel) return;
  remember(context, sensor, read.value);
  context.draft.readings.push(readingOf(base, channel, read));
}

/** Field by field: a file has hundreds of thousands of them. */
const readingOf = (
  { row, when, whoId }: Base,
  channel: ChannelOf,
  { value, below, rough, repeats }: Extract<CellRead, { kind: 'value' }>,
): ReadingDraft => ({ row, when, whoId, channel, value, below, rough, repeats, note: '' });

function tell(context: RowContext, read: CellRead, head: string, text: string): void {
  const { row, draft } = context;
  if (read.kind === 'refused') draft.refused.push({ row, head, text, why: read.why });
  if (read.kind === 'not-tested') draft.skipped.push({ row, head, text, why: 'not tested' });
  if (read.kind === 'asked') draft.questions.push(read.question);
}

function readTarget(
  context: RowContext,
  target: Target,
  cell: string,
  head: string,
  key: string,
): CellRead | null {
  const { row, cells, mapping, answers, recent } = context;
  const lastKey = mapping.shape === 'long' ? head : `column ${key.split(':')[1] ?? ''}`;
  const about: CellContext = {
    key,
    row,
    head,
    decimal: mapping.decimal,
    answers,
    recent: recent.get(lastKey) ?? [],
  };
  if (target.kind === 'parameter') return readParameter(cell, target, about);
  if (target.kind === 'density' && target.as !== null)
    return readDensity(
      cell,
      target.as,
      target.temperatureC ?? temperatureAt(target.temperatureColumn, cells, mapping),
      about,
    );
  if (target.kind === 'measure' && target.componentId !== null)
    return readMeasure(cell, target, mapping.decimal);
  if (target.kind === 'pressure' && target.componentId !== null)
    return readMeasure(cell, { measure: 'pressure-drop', unit: target.unit }, mapping.decimal);
  return null;
}

/** The temperature in another column of the row, °C. */
function temperatureAt(
  column: number | null,
  cells: readonly string[],
  mapping: ImportMapping,
): number | null {
  if (column === null) return null;
  const target = mapping.columns[column]?.target;
  const typed = typedValue(textOf(cells[column] ?? '', mapping.decimal));
  if (target?.kind !== 'parameter' || target.unit === null || typed.kind !== 'number') return null;
  return parameterUnit('temperature', target.unit).toStored(typed.value);
}

function channelOf(target: Target, { mapping }: RowContext, sensor: string | null = null): ChannelOf | null {
  if (target.kind === 'parameter')
    return {
      kind: 'parameter',
      systemId: mapping.systemId,
      parameter: target.parameter,
      sensor,
      methodId: target.methodId,
    };
  if (target.kind === 'density')
    return {
      kind: 'parameter',
      systemId: mapping.systemId,
      parameter: 'salinity',
      sensor,
      methodId: target.methodId,
    };
  if (target.kind === 'measure' && target.componentId !== null)
    return { kind: 'measure', componentId: target.componentId, measure: target.measure };
  return null;
}

const REMEMBERED = 3;
function remember({ recent }: RowContext, key: string, value: number): void {
  const known = recent.get(key);
  if (!known) recent.set(key, [value]);
  else if (known.push(value) > REMEMBERED) known.shift();
}

/** A meter that falls has run over, or was set back: taken as it stands, and said. */
function ranOver({ row, draft, recent }: RowContext, key: string, head: string, value: number): void {
  const before = recent.get(key)?.at(-1);
  if (before !== undefined && value < before)
    draft.flagged.push({
      row,
      head,
      text: String(value),
      why: `the counter went from ${before} to ${value}: taken as run over, counting goes on`,
    });
}
