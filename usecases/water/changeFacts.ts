import {
  isOffDuringChange,
  offDuringChange,
  shutOrder,
  type OffDuringChange,
} from '../../core/catalogue/offDuringChange.ts';
import { median } from '../../core/statistics/median.ts';
import { dayOf, endOfDay, type Day, type Instant } from '../../core/time/day.ts';
import { visitDays } from '../../core/planning/visits.ts';
import { surfaceAreaCm2 } from '../../core/water/vesselVolume.ts';
import type { Asking } from '../../core/water/change/types.ts';
import type { ParameterId } from '../../core/water/parameters.ts';
import { vesselsOf } from '../../model/facts/litres.ts';
import { instantOfWhen } from '../../model/facts/when.ts';
import type { RecordContent } from '../../contract/records.ts';
import { changeJobsOf } from '../../model/water/changeJobs.ts';
import { storesOf, type StoreFacts } from './stores.ts';
import { systemWater } from './systemWater.ts';
import { rhythmOf } from '../../model/facts/rhythm.ts';
import type { Evidence } from '../../model/water/testedWater.ts';

export type OffItem = RecordContent<'change-plan'>['systems'][number]['off'][number];
/** What may have to be off, and whether only where the level falls far. */
export type OffWhileLow = OffItem & Pick<OffDuringChange, 'onlyLow'>;
/** A system as the change planner asks for it: what is known; how much is wanted is for the person to say. */
export interface AskingFacts extends Omit<Asking, 'wantedL' | 'way' | 'litres'> {
  /** true litres; null: no vessel is measured, so nothing can be planned. */
  litres: number | null;
  jobId: string | null;
  /** What the tests ask for, by what. */
  proposed: { litres: number; times: number; parameter: ParameterId } | null;
  /** Median of the last changes with their litres; null: none said. */
  usualL: number | null;
  off: OffWhileLow[];
}
export interface ChangeFacts {
  siteId: string;
  today: Day;
  /** The next visits, today's among them. */
  visits: Day[];
  systems: AskingFacts[];
  stores: StoreFacts[];
}

const LAST_CHANGES = 5;

/** @param now asked to the end of the local day, as the water is judged */
export function changeFacts(evidence: Evidence, siteId: string, now: Instant): ChangeFacts {
  const { snapshot } = evidence;
  const site = snapshot.content('site', siteId);
  const zone = site?.timeZone ?? 'UTC';
  const today = dayOf(now, zone);
  const at = endOfDay(today, zone);
  const systems = snapshot
    .all('system')
    .filter((system) => system.content.siteId === siteId)
    .sort((a, b) => a.content.name.localeCompare(b.content.name));
  return {
    siteId,
    today,
    visits: visitDays(rhythmOf(snapshot, siteId), today, 3),
    systems: systems.map((system) => askingFacts(evidence, system.id, zone, at)),
    stores: storesOf(evidence, siteId, zone, at),
  };
}

function askingFacts(evidence: Evidence, systemId: string, zone: string, at: Instant): AskingFacts {
  const { snapshot } = evidence;
  const system = snapshot.content('system', systemId);
  const { now, remedies } = systemWater(evidence, { systemId, zone, at });
  const change = remedies.flatMap((one) => one.options).find((one) => one.kind === 'change');
  const [job] = changeJobsOf(evidence, systemId);
  const [vessel] = vesselsOf(snapshot, systemId).sort((a, b) => surfaceOf(b.content) - surfaceOf(a.content));
  const over = (['nitrate', 'phosphate'] as const).map((id) => {
    const tested = now.tests[id];
    const hi = tested?.band?.hi;
    return tested && hi ? Math.max(0, tested.value / hi - 1) : 0;
  });
  return {
    id: systemId,
    name: system?.name ?? '',
    water: system?.water ?? 'salt',
    litres: now.litres,
    jobId: job?.id ?? null,
    tests: Object.fromEntries(
      Object.entries(now.tests).map(([id, { value, below }]) => [id, { value, below }]),
    ),
    urgency: Math.max(...over),
    vessel: vessel
      ? {
          name: vessel.content.name,
          surfaceCm2: surfaceOf(vessel.content),
          freeShare: vessel.content.freeShare ?? 1,
        }
      : null,
    proposed:
      change?.kind === 'change'
        ? { litres: change.litres, times: change.times, parameter: change.parameter }
        : null,
    usualL: usualLitres(evidence, job?.id ?? null, zone, at),
    off: offList(evidence, systemId),
  };
}

const surfaceOf = (vessel: RecordContent<'vessel'>): number =>
  surfaceAreaCm2(vessel.shape, vessel.dimensions);

/** The middle of the last changes whose litres were said. */
export function usualLitres(
  { index }: Evidence,
  jobId: string | null,
  zone: string,
  at: Instant,
): number | null {
  if (jobId === null) return null;
  const last = index
    .on('servicesOfJob', jobId)
    .flatMap(({ content }) => {
      const when = instantOfWhen(content.when, zone);
      return content.litres && when !== null && when <= at ? [{ when, litres: content.litres }] : [];
    })
    .sort((a, b) => a.when - b.when)
    .slice(-LAST_CHANGES);
  return last.length === 0 ? null : median(last.map((one) => one.litres));
}

/** What of it must be off at a change of so many litres. */
export const offAt = (off: readonly OffWhileLow[], litres: number, all: number | null): OffItem[] =>
  off
    .filter((one) => isOffDuringChange(one, all === null ? null : litres / all))
    .map(({ componentId, what, why, provedBy }) => ({ componentId, what, why, provedBy }));

/** What runs on this water and must be off while it is low, in the order of shutting down. */
function offList({ snapshot }: Evidence, systemId: string): OffWhileLow[] {
  return snapshot
    .all('component')
    .flatMap(({ id, content }) => {
      const order = shutOrder(content.kindId);
      if (order === null || content.status !== 'running' || !content.systemIds.includes(systemId)) return [];
      const entry = offDuringChange[order];
      return entry
        ? [
            {
              order,
              item: {
                ...{ componentId: id, what: content.name, why: entry.why, provedBy: entry.provedBy },
                ...(entry.onlyLow ? { onlyLow: true as const } : {}),
              },
            },
          ]
        : [];
    })
    .sort((a, b) => a.order - b.order || a.item.what.localeCompare(b.item.what))
    .map(({ item }) => item);
}
