import { dayOf, MS_PER_DAY, type Day, type Instant } from '../../core/time/day.ts';
import { reservoirDays } from '../../core/formulas/heat.ts';
import { workOut, type WorkedOf } from '../../core/formulas/workOut.ts';
import { findTopOffFault, type SalinityGoes, type TopOffFinding } from '../../core/water/topOff/faults.ts';
import type { DailyLoss } from '../../core/water/topOff/dailyLoss.ts';
import { usualEvaporation } from '../../core/water/topOff/evaporation.ts';
import { noStoreFigures } from '../../core/rules/facts.ts';
import { storeRate, type StoreRate } from '../../core/rules/storeRate.ts';
import { donesOf } from '../../model/facts/dones.ts';
import { topOffFigures } from '../../model/facts/storeFigures.ts';
import type { Stored } from '../../contract/records.ts';
import { checksMade, type CheckKnown } from '../../model/water/checks.ts';
import { lossOf, surfaceOfSystem } from '../../model/water/demand.ts';
import { readingsOn } from '../../model/water/readings.ts';
import { systemWater } from './systemWater.ts';
import type { Evidence } from '../../model/water/testedWater.ts';

/** A top-off: what it takes, how long its reservoir lasts, and what it means if that is not as usual. */
export interface TopOffView {
  componentId: string;
  name: string;
  systemId: string;
  systemName: string;
  /** What the reservoir holds when full, and what is out of reach; null: not said. */
  capacityL: number | null;
  unusableL: number;
  /** What is left by now. */
  leftL: number | null;
  loss: DailyLoss;
  /** What a day takes, as the plan reckons it too; null: nobody knows. */
  rate: StoreRate | null;
  declaredPerDay: number | null;
  /** Days until what can be used is gone, and that day. */
  days: WorkedOf<typeof reservoirDays> | null;
  emptyOn: Day | null;
  surfaceCm2: number;
  usual: { lo: number; hi: number };
  salinity: SalinityGoes | null;
  finding: TopOffFinding | null;
  made: CheckKnown[];
}

export function topOffView(
  evidence: Evidence,
  topOff: Stored<'component'>,
  zone: string,
  at: Instant,
): TopOffView {
  const { snapshot, index, definitionOf } = evidence;
  const systemId = topOff.content.systemIds[0] ?? '';
  const refill = index
    .on('jobsOfTarget', topOff.id)
    .find((job) => definitionOf(job.content).rules.some((rule) => rule.kind === 'depletion'));
  const loss = lossOf(evidence, topOff.id, zone, at);
  const store = topOffFigures(evidence, topOff, refill?.content.store ?? noStoreFigures, zone, at, loss);
  const rate = storeRate(store);
  const last = lastLevel(evidence, topOff.id, refill?.id ?? null, store.capacity, zone, at);
  const leftL = last && Math.max(0, last.litres - (rate?.perDay ?? 0) * last.daysAgo);
  const unusableL = store.unusable ?? 0;
  const perDay = rate?.perDay ?? 0;
  const days =
    leftL !== null && perDay > 0
      ? workOut(reservoirDays, { reservoir: leftL, unusable: unusableL, evaporation: perDay })
      : null;
  const salinity = salinityOf(evidence, systemId, zone, at);
  const made = checksMade(snapshot, systemId, 'top-off', zone, at);
  const surfaceCm2 = surfaceOfSystem(evidence, systemId);
  return {
    componentId: topOff.id,
    name: topOff.content.name,
    systemId,
    systemName: snapshot.content('system', systemId)?.name ?? '',
    capacityL: store.capacity,
    unusableL,
    leftL,
    loss,
    rate,
    declaredPerDay: store.usePerDay,
    days,
    emptyOn: days ? dayOf(at - MS_PER_DAY / 2 + days.outputs.days * MS_PER_DAY, zone) : null,
    surfaceCm2,
    usual: usualEvaporation(surfaceCm2),
    salinity,
    finding: findTopOffFault(loss.verdict, salinity, made),
    made,
  };
}

/** The last level that is known: read, or full when it was refilled. */
function lastLevel(
  { index }: Evidence,
  topOffId: string,
  refillId: string | null,
  capacityL: number | null,
  zone: string,
  at: Instant,
): { litres: number; daysAgo: number } | null {
  const read = readingsOn(index, topOffId, { measure: 'litres-left' }, zone, at).at(-1);
  const filledAt = refillId === null ? undefined : donesOf(index, refillId, zone, at).at(-1);
  if (filledAt !== undefined && capacityL !== null && (!read || filledAt > read.at))
    return { litres: capacityL, daysAgo: (at - filledAt) / MS_PER_DAY };
  return read ? { litres: read.value, daysAgo: read.daysAgo } : null;
}

/** How salinity goes by its tests; null: it is not tested often enough to say, or it does not matter in fresh water. */
function salinityOf(evidence: Evidence, systemId: string, zone: string, at: Instant): SalinityGoes | null {
  const { snapshot } = evidence;
  if (snapshot.content('system', systemId)?.water === 'fresh') return null;
  const water = systemWater(evidence, { systemId, zone, at });
  const trend = water.verdicts.get('salinity')?.trend;
  if (!trend || trend.kind === 'not-known') return null;
  return trend.kind === 'steady' ? 'steady' : trend.kind === 'rising' ? 'rises' : 'falls';
}
