import { parameters, type ParameterId } from '../../core/water/parameters.ts';
import type { RecordContent, Stored } from '../../contract/records.ts';
import type { Snapshot } from '../snapshot.ts';

/** The channel that tests of a parameter go to: the one named after it, before any sensor's. */
export function testChannel(
  snapshot: Snapshot,
  systemId: string,
  parameter: ParameterId,
): Stored<'channel'> | null {
  const here = snapshot
    .all('channel')
    .filter(({ content }) => content.systemId === systemId && content.parameter === parameter);
  return here.find(({ content }) => content.name === parameters[parameter].name) ?? here[0] ?? null;
}

/** A new channel for tests of a parameter, named after it unless said otherwise. */
export function newTestChannel(
  systemId: string,
  parameter: ParameterId,
  more: Partial<RecordContent<'channel'>> = {},
): RecordContent<'channel'> {
  const { name, quantity } = parameters[parameter];
  return { componentId: null, systemId, name, quantity, parameter, ...more };
}
