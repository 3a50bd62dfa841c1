import * as v from 'valibot';
import { gravityConventions, type GravityConvention } from '../../core/chemistry/specificGravity.ts';
import { measureIds } from '../../core/quantity/measures.ts';
import { parameterIds } from '../../core/water/parameters.ts';
import { foundGrades } from '../../core/wear/found.ts';
import { choice, id, name, number, text } from '../fields.ts';

// How a file is read: saved under a name, recognised again by its head, used alike on screen and command line.

const nullable = v.nullable;
const column = (label: string) => v.pipe(number(label, 0, 500, ''), v.integer());

/** How specific gravity or density becomes salinity: nobody can guess it. */
export const densityReadings = ['kg/L', ...(Object.keys(gravityConventions) as GravityConvention[])] as const;
export type DensityReading = (typeof densityReadings)[number];
/** What one column (or one sensor) holds. */
const Target = v.variant('kind', [
  v.strictObject({ kind: v.literal('ignore') }),
  /** A parameter of the system's water; unit null: not said, so asked. */
  v.strictObject({
    kind: v.literal('parameter'),
    parameter: v.picklist(parameterIds),
    unit: nullable(name('The unit', 40)),
    methodId: nullable(id('The kit or instrument')),
  }),
  /** Gravity or density: by which convention, and for kg/L at which temperature (a fixed one, or another column's). */
  v.strictObject({
    kind: v.literal('density'),
    as: nullable(v.picklist(densityReadings)),
    temperatureC: nullable(number('The temperature', -2, 40, '°C')),
    temperatureColumn: nullable(column('The temperature’s column')),
    methodId: nullable(id('The kit or instrument')),
  }),
  /** Something read on a piece of equipment. */
  v.strictObject({
    kind: v.literal('measure'),
    componentId: nullable(id('The equipment')),
    measure: v.picklist(measureIds),
    unit: name('The unit', 40),
  }),
  /** Pressure before and after a filter, of which the drop is kept. */
  v.strictObject({
    kind: v.literal('pressure'),
    componentId: nullable(id('The equipment')),
    side: choice('Before or after', ['in', 'out']),
    unit: name('The unit', 40),
  }),
  v.strictObject({ kind: v.literal('date') }),
  v.strictObject({ kind: v.literal('time') }),
  v.strictObject({ kind: v.literal('note') }),
  v.strictObject({ kind: v.literal('who') }),
  // the columns of a long table
  v.strictObject({ kind: v.literal('sensor') }),
  v.strictObject({ kind: v.literal('value') }),
  v.strictObject({ kind: v.literal('unit') }),
  // the columns of a list of jobs
  v.strictObject({ kind: v.literal('what') }),
  v.strictObject({ kind: v.literal('did') }),
  v.strictObject({ kind: v.literal('found') }),
  v.strictObject({ kind: v.literal('minutes') }),
]);
export type Target = v.InferOutput<typeof Target>;

export const ImportMapping = v.strictObject({
  name: name('The name of the mapping'),
  /** One row a visit; one row a reading; one row a job. */
  shape: choice('The shape', ['wide', 'long', 'jobs']),
  /** The head of the file it was made for. */
  signature: text('The head', 2000),
  /** null: as found in the file. */
  delimiter: nullable(v.pipe(v.string(), v.maxLength(1))),
  encoding: nullable(name('The encoding', 40)),
  /** Rows above the head, and rows of the head. */
  skipRows: v.pipe(number('Rows to skip', 0, 100, 'rows'), v.integer()),
  headRows: v.pipe(number('Rows of the head', 1, 3, 'rows'), v.integer()),
  decimal: choice('The decimal sign', ['.', ',']),
  /** null: the file does not tell, so asked. */
  dateOrder: nullable(choice('The order of the date', ['ymd', 'dmy', 'mdy'])),
  systemId: id('The system'),
  source: choice('The source', ['imported', 'device']),
  columns: v.array(v.strictObject({ head: text('The head of a column', 300), target: Target })),
  /** By the sensor's name in a long table. */
  sensors: v.record(v.string(), Target),
  /** Words of the "what" column: a job's thing; null: left out on purpose. */
  things: v.record(v.string(), nullable(id('The equipment or system'))),
  /** Words for how it was found, beyond the usual ones. */
  found: v.record(v.string(), nullable(v.picklist(foundGrades))),
  /** Names in the "who" column. */
  people: v.record(v.string(), nullable(id('The person'))),
  /** Words in remarks that are a job done: "bw A". */
  remarks: v.record(v.string(), id('The job')),
});
export type ImportMapping = v.InferOutput<typeof ImportMapping>;
