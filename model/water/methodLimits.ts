import { parameters, type MethodLimits, type ParameterId } from '../../core/water/parameters.ts';
import { censored, type TestPoint } from '../../core/water/testSeries.ts';
import type { RecordContent, Stored } from '../../contract/records.ts';
import type { RecordIndex } from '../facts/recordIndex.ts';

/** What a reading was read with: the method said, or the parameter's usual one. */
export const limitsOf = (
  method: Pick<RecordContent<'method'>, keyof MethodLimits> | null | undefined,
  parameter: ParameterId,
): MethodLimits =>
  method
    ? { lowest: method.lowest, repeatability: method.repeatability, step: method.step }
    : parameters[parameter].method;

/** A reading as everybody judges it, with how well it repeats. */
export interface JudgedReading extends Pick<TestPoint, 'value' | 'below'> {
  repeatability: number;
}
export const judgedReading = (
  { value, below }: Pick<RecordContent<'reading'>, 'value' | 'below'>,
  limits: MethodLimits,
): JudgedReading => ({ ...censored(value, below, limits), repeatability: limits.repeatability });

/** A reading of a channel: what its method cannot show is "below its lowest"; what is no test stays as it is. */
export function asRead(
  index: RecordIndex,
  channel: Stored<'channel'>,
  reading: Pick<RecordContent<'reading'>, 'value' | 'below' | 'methodId'>,
): Pick<TestPoint, 'value' | 'below'> {
  const { parameter, methodId } = channel.content;
  if (!parameter) return { value: reading.value, below: reading.below };
  const [method] = index.on('methodById', reading.methodId ?? methodId ?? '');
  return censored(reading.value, reading.below, limitsOf(method?.content, parameter));
}
