import { dayOf, MS_PER_DAY, type Day, type Instant } from '../../core/time/day.ts';
import { figure, worked, type Worked } from '../../core/calculators/worked.ts';
import { findTopOffFault, type SalinityGoes, type TopOffFinding } from '../../core/water/topOff/faults.ts';
import type { DailyLoss } from '../../core/water/topOff/dailyLoss.ts';
import { usualEvaporation } from '../../core/water/topOff/evaporation.ts';
import type { Stored } from '../../contract/records.ts';
import { checksMade, type CheckKnown } from '../../model/water/checks.ts';
import { lossOf, surfaceOfSystem } from '../../model/water/demand.ts';
import { readingsOn } from '../../model/water/readings.ts';
import { systemWater } from './systemWater.ts';
import type { Evidence } from '../../model/water/testedWater.ts';

/** A top-off: what it takes, how long its reservoir lasts, and what it means if that is not as usual. */
export interface TopOffDesk {
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
  declaredPerDay: number | null;
  /** Days until what can be used is gone, and that day. */
  days: Worked | null;
  emptyOn: Day | null;
  surfaceCm2: number;
  usual: { lo: number; hi: number };
  salinity: SalinityGoes | null;
  finding: TopOffFinding | null;
  made: CheckKnown[];
}

export function topOffDesk(
  evidence: Evidence,
  topOff: Stored<'component'>,
  zone: string,
  at: Instant,
): TopOffDesk {
  const { snapshot, index } = evidence;
  const systemId = topOff.content.systemIds[0] ?? '';
  const store = index.on('jobsOfTarget', topOff.id).find((job) => job.content.store)?.content.store ?? null;
  const loss = lossOf(evidence, topOff.id, zone, at);
  const read = readingsOn(index, topOff.id, { measure: 'litres-left' }, zone, at).at(-1);
  const perDay = loss.recent?.perDay ?? loss.usual?.perDay ?? store?.usePerDay ?? null;
  const leftL =
    read && perDay !== null ? Math.max(0, read.value - perDay * read.daysAgo) : (read?.value ?? null);
  const unusableL = store?.unusable ?? 0;
  const days =
    leftL !== null && perDay !== null && perDay > 0
      ? worked('reservoir-days', { reservoir: leftL, unusable: unusableL, evaporation: perDay })
      : null;
  const salinity = salinityOf(evidence, systemId, zone, at);
  const made = checksMade(snapshot, systemId, 'top-off', zone, at);
  const surfaceCm2 = surfaceOfSystem(evidence, systemId);
  return {
    componentId: topOff.id,
    name: topOff.content.name,
    systemId,
    systemName: snapshot.content('system', systemId)?.name ?? '',
    capacityL: store?.capacity ?? null,
    unusableL,
    leftL,
    loss,
    declaredPerDay: store?.usePerDay ?? null,
    days,
    emptyOn: days ? dayOf(at - MS_PER_DAY / 2 + figure(days, 'days') * MS_PER_DAY, zone) : null,
    surfaceCm2,
    usual: usualEvaporation(surfaceCm2),
    salinity,
    finding: findTopOffFault(loss.verdict, salinity, made),
    made,
  };
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
