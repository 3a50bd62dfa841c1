import * as v from 'valibot';
import { Count, Day, Id, Moment, orNone, Parameter, Share, worked } from './fields.ts';

const Figure = v.strictObject({ parameter: Parameter, value: v.number() });
/** What the Water screen is told of a system. */
export const WaterAnswer = v.strictObject({
  verdicts: v.array(worked({ parameter: Parameter })),
  remedies: v.array(worked({ parameter: Parameter })),
  cases: v.array(v.strictObject({ parameter: Parameter, told: worked({}) })),
  afterChange: orNone(v.strictObject({ share: Share, litres: v.number(), to: v.array(worked({})) })),
  recent: v.array(
    v.strictObject({
      parameter: Parameter,
      points: v.array(v.strictObject({ at: Moment, value: v.number() })),
    }),
  ),
  incoming: v.array(Figure),
  litres: orNone(v.number()),
  dosing: v.array(v.strictObject({ parameter: Parameter, mlPerDay: orNone(v.number()), perDay: v.number() })),
  doses: v.array(worked({})),
});
/** A chart: how many readings it was made of, and the points that are drawn. */
export const SeriesAnswer = v.strictObject({
  readings: Count,
  points: v.array(worked({ at: Moment, value: v.number() })),
});
const Store = worked({ systemIds: v.array(Id), capacityL: v.number(), presentL: orNone(v.number()) });
export const ChangeAnswer = v.strictObject({
  ...{ siteId: Id, today: Day, visits: v.array(Day) },
  systems: v.array(worked({ litres: orNone(v.number()), jobId: orNone(Id), usualL: orNone(v.number()) })),
  stores: v.array(Store),
});
export const MakeUpAnswer = v.strictObject({
  ...{ siteId: Id, zone: v.string(), today: Day },
  units: v.array(worked({ componentId: Id, name: v.string(), demandPerDay: v.number() })),
  stores: v.array(Store),
  topOffs: v.array(worked({ componentId: Id })),
});
/** Where a nutrient comes from, or what is missing to say it. */
export const SourceAnswer = worked({ kind: v.string() });

/** What a café or a client sent: asked about, or taken, and what is told them. */
export const SentTestsAnswer = v.union([
  v.strictObject({ said: v.array(v.string()) }),
  v.strictObject({ asked: v.array(v.strictObject({ parameter: Parameter, text: v.string() })) }),
]);
export const DeviceReadingsAnswer = v.strictObject({ taken: Count });

const When = worked({ kind: v.string() });
const RowWord = worked({ row: Count });
const asked = { questions: v.array(worked({})), flagged: v.array(RowWord) };
/** A file as it would be read in. */
export const ImportPreviewAnswer = v.strictObject({
  ...{ encoding: v.string(), delimiter: v.string(), rows: Count, saved: v.boolean(), mapping: worked({}) },
  sample: v.array(v.array(v.string())),
  readings: v.array(
    v.strictObject({
      ...{ row: Count, when: When, name: v.string(), value: v.number(), note: v.string() },
      ...{ parameter: orNone(v.string()), measure: orNone(v.string()) },
      ...{ below: v.boolean(), rough: v.boolean() },
    }),
  ),
  services: v.array(
    v.strictObject({ row: Count, when: When, jobId: Id, found: orNone(v.string()), note: v.string() }),
  ),
  notes: v.array(v.strictObject({ row: Count, when: When, note: v.string() })),
  remarks: v.array(v.strictObject({ text: v.string(), rows: v.array(Count) })),
  counts: v.strictObject({ readings: Count, services: Count, notes: Count, replaced: Count }),
  ...{ refused: v.array(RowWord), skipped: v.array(RowWord), ...asked },
});
export const CsvImportAnswer = v.strictObject({
  ...{ importId: orNone(Id), added: Count, replaced: Count },
  ...{ refused: v.array(RowWord), skipped: v.array(RowWord), ...asked },
});
export const TakenBackAnswer = v.strictObject({ deleted: Count, changedSince: Count });
