import { hasRole, onlyAirs } from '../../core/catalogue/roles.ts';
import {
  hoursWithoutFlow,
  hoursWithoutHeat,
  hoursWithoutTopOff,
  type Matters,
} from '../../core/planning/round/matters.ts';
import type { Instant } from '../../core/time/day.ts';
import type { Band, ParameterId } from '../../core/water/parameters.ts';
import { litresOf } from '../../model/facts/litres.ts';
import { zoneOfSystem } from '../../model/facts/places.ts';
import { lossOf } from '../../model/water/demand.ts';
import { feedLog } from '../../model/water/feedLog.ts';
import { systemBand } from '../../model/water/systemBand.ts';
import { testedWater, type Evidence } from '../../model/water/testedWater.ts';
import type { OffState } from '../../model/round/fold.ts';

type Means = (evidence: Evidence, systemId: string, off: OffState, now: Instant) => Matters;

export const lastTested = (
  evidence: Evidence,
  systemId: string,
  parameter: ParameterId,
  now: Instant,
): number | null =>
  testedWater(evidence, systemId, zoneOfSystem(evidence.snapshot, systemId), now)
    .get(parameter)
    ?.findLast((point) => point.doubt === null)?.value ?? null;

const noFlow: Means = (evidence, systemId, _off, now) =>
  hoursWithoutFlow({
    litres: litresOf(evidence.snapshot, systemId),
    feedGPerDay: feedLog(evidence.index, systemId, zoneOfSystem(evidence.snapshot, systemId), now).now,
    temperatureC: lastTested(evidence, systemId, 'temperature', now),
    salinity: salinityOf(evidence, systemId, now),
  });
/** Where it was not tested, the water that holds least oxygen and least heat: the safe side. */
const SEA = 35;
export const salinityOf = (evidence: Evidence, systemId: string, now: Instant): number =>
  evidence.snapshot.content('system', systemId)?.water === 'fresh'
    ? 0
    : (lastTested(evidence, systemId, 'salinity', now) ?? SEA);

export const bandOf = ({ snapshot }: Evidence, systemId: string, parameter: ParameterId): Band | null =>
  systemBand(snapshot.content('system', systemId), parameter, null).band;

const noTopOff: Means = (evidence, systemId, off, now) => {
  const zone = zoneOfSystem(evidence.snapshot, systemId);
  const loss = off.componentId === null ? null : lossOf(evidence, off.componentId, zone, now);
  return hoursWithoutTopOff({
    litres: litresOf(evidence.snapshot, systemId),
    evaporationLPerDay: loss?.recent?.perDay ?? loss?.usual?.perDay ?? null,
    salinity: lastTested(evidence, systemId, 'salinity', now),
    highest: bandOf(evidence, systemId, 'salinity')?.hi ?? null,
  });
};
const noHeat: Means = (evidence, systemId, off, now) => {
  const { snapshot } = evidence;
  const system = snapshot.content('system', systemId);
  const heater = snapshot.content('component', off.componentId);
  return hoursWithoutHeat({
    litres: litresOf(snapshot, systemId),
    temperatureC: lastTested(evidence, systemId, 'temperature', now),
    roomC: snapshot.content('site', system?.siteId ?? null)?.roomC ?? null,
    coldestC: bandOf(evidence, systemId, 'temperature')?.lo ?? null,
    watts: heater?.ratedW ?? null,
    hoursPerDay: heater?.dutyHoursPerDay ?? 24,
    salinity: salinityOf(evidence, systemId, now),
  });
};

/** What is missing while something is off, by what it does for its water. What nothing waits for within days is not in the list. */
const missed: readonly { when: (kindId: string | null) => boolean; means: Means }[] = [
  { when: (kindId) => hasRole(kindId, 'circulation') || onlyAirs(kindId), means: noFlow },
  { when: (kindId) => hasRole(kindId, 'top-off'), means: noTopOff },
  { when: (kindId) => hasRole(kindId, 'heat'), means: noHeat },
];

/** When it starts to matter that something is off, for the system it hits first; null where nothing waits for it. */
export function mattersOf(evidence: Evidence, off: OffState, now: Instant): Matters | null {
  const means = missed.find(({ when }) => when(off.kindId))?.means;
  if (!means) return null;
  const all = off.systemIds.map((id) => means(evidence, id, off, now));
  // what is not known comes first: it may be the soonest
  const unknown = all.find((one) => one.kind === 'not-known');
  return unknown ?? all.sort((a, b) => hoursOf(a) - hoursOf(b))[0] ?? null;
}
const hoursOf = (matters: Matters): number =>
  matters.kind === 'hours' ? matters.hours : matters.kind === 'never' ? Number.POSITIVE_INFINITY : 0;
