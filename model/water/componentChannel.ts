import { measures, type Measure, type MeasureId } from '../../core/quantity/measures.ts';
import { parameters, parameterWord, type ParameterId } from '../../core/water/parameters.ts';
import type { QuantityId } from '../../core/quantity/quantities.ts';
import type { RecordContent } from '../../contract/records.ts';

/** What can be read on a piece of equipment: a measure of it, or a parameter of the water in it. */
export type Readable = { measure: MeasureId } | { parameter: ParameterId };

export interface ReadableFacts {
  label: string;
  quantity: QuantityId;
  /** Outside this no such thing can be, stored unit. */
  possible: { from: number; to: number };
}

/** A share cannot pass all of it; nothing else that is read on equipment is under nought. */
const MOST: Partial<Record<QuantityId, number>> = { share: 100, concentration: 1000 };

export function readableFacts(what: Readable): ReadableFacts {
  if ('parameter' in what) {
    const { name, quantity, possible } = parameters[what.parameter];
    return { label: name, quantity, possible };
  }
  const { name, quantity, most }: Measure = measures[what.measure];
  return {
    label: name,
    quantity,
    possible:
      quantity === 'temperature' ? { from: -2, to: 45 } : { from: 0, to: most ?? MOST[quantity] ?? 1e9 },
  };
}

/** The channel of such readings, where there is none yet. */
export function readableChannel(componentId: string, what: Readable): RecordContent<'channel'> {
  const { label, quantity } = readableFacts(what);
  return {
    componentId,
    systemId: null,
    name: 'parameter' in what ? `Water in it: ${parameterWord(what.parameter)}` : label,
    quantity,
    ...what,
  };
}

export const isChannelOf = (channel: RecordContent<'channel'>, what: Readable): boolean =>
  'parameter' in what ? channel.parameter === what.parameter : channel.measure === what.measure;
