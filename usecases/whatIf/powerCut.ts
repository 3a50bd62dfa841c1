import { hasRole } from '../../core/catalogue/roles.ts';
import { worksLike } from '../../model/facts/worksLike.ts';
import { shutOrder } from '../../core/catalogue/offDuringChange.ts';
import { hoursWithoutFlow, hoursWithoutHeat, type Matters } from '../../core/planning/round/matters.ts';
import { oxygenAfter, temperatureAfter } from '../../core/planning/outage.ts';
import type { Instant } from '../../core/time/day.ts';
import { litresOf } from '../../model/facts/litres.ts';
import { zoneOfSystem } from '../../model/facts/places.ts';
import { bandOf, lastTested, salinityOf } from '../round/matters.ts';
import { feedLog } from '../../model/water/feedLog.ts';
import type { Evidence } from '../../model/water/testedWater.ts';

/** A body of water while the mains are off. */
export interface CutSystem {
  systemId: string;
  name: string;
  flow: Matters;
  heat: Matters | null;
  /** By the hour from now; null: not known. */
  oxygenMgL: (number | null)[];
  temperatureC: (number | null)[];
  /** What may not fall dry or stand still, the first to go on a battery. */
  onBattery: { componentId: string; name: string; why: string; watts: number | null; rank: number }[];
  /** How it comes back, in order. */
  restart: string[];
}

/** Kinds that a battery keeps alive, most pressing first. Common practice, no published source. */
const batteryFirst: readonly { kindId: string; why: string }[] = [
  { kindId: 'trickle-tower', why: 'its media die when they dry: the pump that wets it' },
  { kindId: 'air-pump', why: 'air for the surface, few watts' },
  { kindId: 'stream-pump', why: 'moves the surface' },
  { kindId: 'return-pump', why: 'moves the water through everything' },
  { kindId: 'large-pump', why: 'moves the water through everything' },
  { kindId: 'canister', why: 'its media use up the oxygen in it within hours' },
];

/** What moves water comes back before all that needs it. Common practice, no published source. */
const circulation: readonly string[] = ['large-pump', 'return-pump', 'canister', 'air-pump', 'stream-pump'];
/** Circulation first, then the reverse of shutting down; null: it needs no hand. */
function restartOrder(kindId: string): number | null {
  const first = circulation.indexOf(kindId);
  const shut = shutOrder(kindId);
  return first >= 0 ? first : shut === null ? null : circulation.length + 100 - shut;
}

/** What a power cut of some hours does to each system of a place, and how it is brought back. */
export function powerCut(evidence: Evidence, siteId: string, hours: number, now: Instant): CutSystem[] {
  const { snapshot, index } = evidence;
  const marks = Array.from({ length: Math.ceil(hours) + 1 }, (_, i) => Math.min(i, hours));
  const like = worksLike(snapshot);
  return snapshot
    .all('system')
    .filter((system) => system.content.siteId === siteId)
    .map(({ id, content }): CutSystem => {
      const litres = litresOf(snapshot, id);
      const feedGPerDay = feedLog(index, id, zoneOfSystem(snapshot, id), now).now;
      const temperatureC = lastTested(evidence, id, 'temperature', now);
      const salinity = salinityOf(evidence, id, now);
      const here = snapshot
        .all('component')
        .filter((one) => one.content.systemIds.includes(id) && one.content.status === 'running');
      const heater = here.find((one) => hasRole(like(one.content.kindId), 'heat'));
      const roomC = snapshot.content('site', siteId)?.roomC ?? null;
      const watts = heater?.content.ratedW ?? null;
      const hoursPerDay = heater?.content.dutyHoursPerDay ?? 24;
      return {
        ...{ systemId: id, name: content.name },
        flow: hoursWithoutFlow({ litres, feedGPerDay, temperatureC, salinity }),
        heat: heater
          ? hoursWithoutHeat({
              ...{ litres, temperatureC, roomC, watts, hoursPerDay, salinity },
              coldestC: bandOf(evidence, id, 'temperature')?.lo ?? null,
            })
          : null,
        oxygenMgL: marks.map((hour) =>
          litres === null || feedGPerDay === null || temperatureC === null
            ? null
            : oxygenAfter(hour, { litres, feedGPerDay, temperatureC, salinity }),
        ),
        temperatureC: marks.map((hour) =>
          litres === null || temperatureC === null || roomC === null || watts === null
            ? null
            : temperatureAfter(hour, { litres, temperatureC, roomC, watts, hoursPerDay, salinity }),
        ),
        onBattery: batteryFirst.flatMap(({ kindId, why }, rank) =>
          here
            .filter((one) => one.content.kindId === kindId)
            .map((one) => ({
              ...{ componentId: one.id, name: one.content.name, why, rank },
              watts: one.content.ratedW ?? null,
            })),
        ),
        restart: here
          .filter((one) => one.content.parentId === null && restartOrder(one.content.kindId) !== null)
          .sort((a, b) => (restartOrder(a.content.kindId) ?? 0) - (restartOrder(b.content.kindId) ?? 0))
          .map((one) => one.content.name),
      };
    });
}
