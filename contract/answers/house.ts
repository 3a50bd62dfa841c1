import * as v from 'valibot';
import { Count, Instant, orNone, worked } from './fields.ts';

export const AboutAnswer = worked({ now: Instant, isLarge: v.boolean() });
const Outcome = { at: Instant, fault: orNone(v.string()) };
/** How the data are looked after. */
export const SafekeepingAnswer = v.strictObject({
  schedule: v.strictObject({ everyDays: orNone(Count), keep: Count }),
  backups: v.array(v.strictObject({ name: v.string(), at: Instant, bytes: Count })),
  lastBackup: orNone(v.strictObject(Outcome)),
  lastTrial: orNone(v.strictObject({ ...Outcome, name: v.string(), records: orNone(Count) })),
  lastCheck: orNone(v.strictObject({ ...Outcome, records: orNone(Count) })),
});
export const BackupAnswer = v.strictObject({ folder: v.string() });
export const ImportAnswer = v.strictObject({
  ...{ added: Count, same: Count },
  refused: v.array(v.strictObject({ line: Count, detail: v.string() })),
});

const Named = worked({ label: v.string(), unit: v.string() });
export const CalculatorsAnswer = v.array(
  worked({
    ...{ id: v.string(), title: v.string(), subject: v.string(), main: v.string() },
    ...{ formula: v.string(), source: v.string(), cautions: v.array(v.string()) },
    ...{ inputs: v.record(v.string(), Named), outputs: v.record(v.string(), Named) },
  }),
);
export const CalculatedAnswer = v.strictObject({
  id: v.string(),
  outputs: v.record(v.string(), worked({ unit: v.string() })),
});
