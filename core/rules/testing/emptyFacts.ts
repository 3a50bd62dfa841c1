import type { JobDefinition } from '../../catalogue/types.ts';
import { parameters } from '../../water/parameters.ts';
import { noStoreFigures, type JobFacts, type WaterSeries } from '../facts.ts';

/** A job about which nothing is known yet, for tests to lay facts over. */
export function emptyFacts(definition: JobDefinition, zone: string): JobFacts {
  return {
    jobId: definition.id,
    zone,
    definition,
    siblings: {},
    status: 'running',
    statusSince: null,
    statusReason: null,
    services: [],
    looks: [],
    rests: [],
    lifeEnds: [],
    events: [],
    meter: [],
    unitReadings: [],
    store: noStoreFigures,
    counter: null,
    water: [],
    dutyHoursPerDay: 24,
    held: null,
    skips: 0,
    dismissedAt: null,
  };
}

/** A system's series without readings. */
export const emptySeries: WaterSeries = {
  systemId: 's',
  systemName: 'Reef',
  parameter: 'phosphate',
  band: null,
  fromSource: false,
  incoming: null,
  warnAtZero: false,
  method: parameters.phosphate.method,
  points: [],
  resets: [],
};
