import { MS_PER_DAY, startOfDay, type Instant } from '../../core/time/day.ts';
import { withDoubts, type Instrument, type InstrumentReading } from '../../core/water/instrumentDoubt.ts';
import { parameters, type ParameterId } from '../../core/water/parameters.ts';
import { censored, type TestPoint } from '../../core/water/testSeries.ts';
import { definitionsOf, type DefinitionOf } from '../facts/definition.ts';
import { RecordIndex } from '../facts/recordIndex.ts';
import { donesOf } from '../facts/dones.ts';
import type { Stored } from '../../contract/records.ts';
import { limitsOf } from './methodLimits.ts';
import { readingsOfChannels } from './readings.ts';
import type { Snapshot } from '../snapshot.ts';

/** A test of a system's water with what it was read with and what is doubted of it. */
export interface TestedPoint extends TestPoint {
  at: Instant;
  instrument: Instrument | null;
}
type Read = InstrumentReading & { at: Instant };
export interface Evidence {
  snapshot: Snapshot;
  index: RecordIndex;
  definitionOf: DefinitionOf;
}
/** Everything the records say, ready to be asked. */
export const evidenceOf = (snapshot: Snapshot): Evidence => ({
  snapshot,
  index: RecordIndex.of(snapshot),
  definitionOf: definitionsOf(snapshot),
});

/**
 * All tests of a system by parameter, oldest first, whatever channel they came by. A device that reads every few
 * minutes counts as one test a day, its median: what is judged goes by days.
 */
export function testedWater(
  { snapshot, index, definitionOf }: Evidence,
  systemId: string,
  zone: string,
  at: Instant,
): Map<ParameterId, TestedPoint[]> {
  const instruments = new Map<string, Instrument>();
  const found = new Map<ParameterId, Read[]>();
  for (const channel of index.on('channelsOfSystem', systemId)) {
    const { parameter } = channel.content;
    if (!parameter) continue;
    const known = found.get(parameter) ?? [];
    known.push(...testsOfChannel(channel, parameter));
    found.set(parameter, known);
  }
  return new Map(
    [...found].map(([parameter, readings]) => {
      const inOrder = readings.sort((a, b) => a.at - b.at);
      return [
        parameter,
        withDoubts(inOrder).map((point, i) => ({
          ...point,
          at: inOrder[i]?.at ?? at,
          instrument: inOrder[i]?.instrument ?? null,
        })),
      ];
    }),
  );

  function testsOfChannel(channel: Stored<'channel'>, parameter: ParameterId): Read[] {
    return readingsOfChannels(index, [channel], zone, at).map(
      ({ at: when, daysAgo, value, below, timing, accepted, methodId, byDevice }): Read => {
        const instrument = byDevice
          ? deviceOf(channel, parameter)
          : methodId === null
            ? null
            : instrumentOf(methodId, parameter);
        return {
          at: when,
          point: {
            days: -daysAgo,
            ...(byDevice && instrument ? censored(value, below, instrument.method) : { value, below }),
            timing,
          },
          instrument,
          saidDoubtful: !accepted,
        };
      },
    );
  }

  /** A device without a method of its own is a probe as its parameter's usual one. */
  function deviceOf(channel: Stored<'channel'>, parameter: ParameterId): Instrument {
    const { methodId, name } = channel.content;
    if (methodId) return instrumentOf(methodId, parameter) ?? plainProbe(name, parameter);
    return plainProbe(name, parameter);
  }

  function instrumentOf(methodId: string, parameter: ParameterId): Instrument | null {
    const known = instruments.get(methodId);
    if (known) return known;
    const method = snapshot.content('method', methodId);
    if (!method) return null;
    const made: Instrument = {
      name: method.name,
      kind: method.kind === 'probe' ? 'probe' : 'kit',
      method: limitsOf(method, parameter),
      expires:
        method.expires === null
          ? null
          : // the last day itself is still good
            (startOfDay(method.expires, zone) + MS_PER_DAY - at) / MS_PER_DAY,
      ...calibrationsOf(method.componentId),
    };
    instruments.set(methodId, made);
    return made;
  }

  function calibrationsOf(componentId: string | null): Pick<Instrument, 'calibrations' | 'calibrationHolds'> {
    const jobs = (componentId === null ? [] : index.on('jobsOfTarget', componentId)).filter(
      (job) => definitionOf(job.content).work === 'calibrate',
    );
    const calibrations = jobs
      .flatMap((job) => donesOf(index, job.id, zone, at))
      .map((when) => (when - at) / MS_PER_DAY)
      .sort((a, b) => a - b);
    const ranges = jobs.flatMap((job) =>
      definitionOf(job.content).rules.flatMap((rule) => ('range' in rule ? [rule.range.hi] : [])),
    );
    return { calibrations, calibrationHolds: ranges.length > 0 ? Math.min(...ranges) : null };
  }
}

const plainProbe = (name: string, parameter: ParameterId): Instrument => ({
  name,
  kind: 'probe',
  method: parameters[parameter].method,
  expires: null,
  calibrations: [],
  calibrationHolds: null,
});
