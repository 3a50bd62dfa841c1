import * as v from 'valibot';
import { parameterIds } from '../../core/water/parameters.ts';

// What answers are made of.

export const Day = v.pipe(v.string(), v.regex(/^\d{4}-\d{2}-\d{2}$/));
export const Instant = v.pipe(v.string(), v.isoTimestamp());
export const Id = v.pipe(v.string(), v.uuid());
export const Count = v.pipe(v.number(), v.integer(), v.minValue(0));
export const Share = v.pipe(v.number(), v.minValue(0), v.maxValue(1));
export const orNone = <T extends v.GenericSchema>(schema: T) => v.nullable(schema);

/** Milliseconds since 1970, as the window computes with them. */
export const Moment = v.number();
export const Parameter = v.picklist(parameterIds);
/** What is worked out, and checked with its own computation: only what every reader relies on is named. */
export const worked = v.looseObject;
export const NothingAnswer = v.strictObject({});
