import { hasRole } from '../../core/catalogue/roles.ts';
import { worksLike } from '../../model/facts/worksLike.ts';
import { recentPerDay, totalBetween } from '../../core/rules/counter.ts';
import { diLife, makeUpCost } from '../../core/formulas/makeUp.ts';
import { workOut, type WorkedOf } from '../../core/formulas/workOut.ts';
import { dayOf, endOfDay, MS_PER_DAY, startOfDay, type Day, type Instant } from '../../core/time/day.ts';
import { visitDays } from '../../core/planning/visits.ts';
import { splitDemand, type SplitDemand } from '../../core/water/makeUp/demand.ts';
import { nextBatch, type Batch, type TwoWaters } from '../../core/water/makeUp/nextBatch.ts';
import { unitState, USUAL_WASTE } from '../../core/water/makeUp/unitState.ts';
import type { UnitFacts, UnitState } from '../../core/water/makeUp/types.ts';
import { outOfUseNow, type OutOfUse } from '../../model/facts/outOfUse.ts';
import type { RecordContent, Stored } from '../../contract/records.ts';
import { openPlansOf } from './changeDone.ts';
import { usualLitres } from './changeFacts.ts';
import { storesOf, type StoreFacts } from './stores.ts';
import { changeJobsOf } from '../../model/water/changeJobs.ts';
import { demandOf, type KnownDemand } from '../../model/water/demand.ts';
import { lastServiceOf, unitFacts, unitMeter } from '../../model/water/makeUpUnit.ts';
import type { Evidence } from '../../model/water/testedWater.ts';
import { rhythmOf } from '../../model/facts/rhythm.ts';
import { topOffView, type TopOffView } from './topOffView.ts';

/** One stage of a unit: the job that renews it, and what has passed since. */
export interface StageView {
  componentId: string;
  kindId: string;
  name: string;
  jobId: string | null;
  lastDone: Instant | null;
  litresSince: number | null;
}
/** The water of the next visit. */
export interface NextWater {
  visit: Day;
  /** What is asked for, by system; from a plan of changes, or as usual. */
  asked: { systemId: string; name: string; litres: number; from: 'plan' | 'usual' }[];
  neededL: number;
  /** Water changes that are due, whose litres nobody said. */
  unknown: string[];
  /** What can be used of the stores; null: none was read. */
  present: TwoWaters | null;
  batch: Batch | null;
}
export interface UnitView {
  componentId: string;
  name: string;
  outOfUse: OutOfUse | null;
  facts: UnitFacts;
  state: UnitState;
  litresPerDay: { value: number; from: 'meter' | 'said' | 'demand' } | null;
  stages: StageView[];
  systems: (SplitDemand & Pick<KnownDemand, 'evaporationFrom'>)[];
  demandComplete: boolean;
  demandPerDay: number;
  /** Was a stage changed and the unit not flushed since? */
  flushOpenSince: Instant | null;
  flushJobId: string | null;
  next: NextWater | null;
  cost: { outputs: WorkedOf<typeof makeUpCost>['outputs'] | null; missing: string[] } | null;
}
export interface MakeUpView {
  siteId: string;
  zone: string;
  today: Day;
  units: UnitView[];
  stores: StoreFacts[];
  topOffs: TopOffView[];
}

/** Whether a job is due by a day, from the plan. */
export type DueBy = (jobId: string, day: Day) => boolean;
/** Visits begin in the morning. House default. */
export const VISIT_HOUR = 9;
const HOUR_MS = MS_PER_DAY / 24;

/** @param now an instant; what is judged by days is asked to the end of the local day */
export function makeUpView(evidence: Evidence, siteId: string, now: Instant, dueBy: DueBy): MakeUpView {
  const { snapshot } = evidence;
  const zone = snapshot.content('site', siteId)?.timeZone ?? 'UTC';
  const today = dayOf(now, zone);
  const at = endOfDay(today, zone);
  const here = snapshot
    .all('component')
    .filter(({ content }) => content.siteId === siteId && content.status !== 'removed');
  const stores = storesOf(evidence, siteId, zone, at);
  return {
    siteId,
    zone,
    today,
    units: here
      .filter(({ content }) => content.kindId === 'make-up-unit')
      .map((unit) => unitView(evidence, unit, stores, { zone, today, at, now, dueBy })),
    stores,
    topOffs: here
      .filter(({ content }) => hasRole(worksLike(snapshot)(content.kindId), 'top-off'))
      .map((topOff) => topOffView(evidence, topOff, zone, at)),
  };
}

interface Asked {
  zone: string;
  today: Day;
  at: Instant;
  now: Instant;
  dueBy: DueBy;
}

function unitView(
  evidence: Evidence,
  unit: Stored<'component'>,
  stores: readonly StoreFacts[],
  asked: Asked,
): UnitView {
  const { snapshot, index } = evidence;
  const { zone, at } = asked;
  const demands = unit.content.systemIds.map((systemId) => demandOf(evidence, systemId, zone, at));
  const { systems, perDay, complete } = splitDemand(demands);
  const facts = unitFacts(index, unit, zone, at, perDay > 0 ? perDay : null);
  const state = unitState(facts);
  const meter = unitMeter(index, unit.id, zone, at);
  const parts = index.on('partsOfComponent', unit.id).filter((part) => part.content.status !== 'removed');
  const stages = parts.map((part): StageView => {
    const lastDone = lastServiceOf(index, part.id, 'replace', zone, at);
    const job = index.on('jobsOfTarget', part.id).find((one) => one.content.jobId === 'replace');
    return {
      componentId: part.id,
      kindId: part.content.kindId,
      name: part.content.name,
      jobId: job?.id ?? null,
      lastDone,
      litresSince:
        lastDone === null
          ? null
          : (totalBetween(meter, lastDone, at) ??
            (facts.litresPerDay === null ? null : (facts.litresPerDay * (at - lastDone)) / MS_PER_DAY)),
    };
  });
  const flushed = lastServiceOf(index, unit.id, 'flush', zone, at);
  const changed = Math.max(
    Number.NEGATIVE_INFINITY,
    ...stages.map((one) => one.lastDone ?? Number.NEGATIVE_INFINITY),
  );
  return {
    componentId: unit.id,
    name: unit.content.name,
    outOfUse: outOfUseNow(snapshot, asked.now).get(unit.id) ?? null,
    facts,
    state,
    litresPerDay:
      facts.litresPerDay === null
        ? null
        : {
            value: facts.litresPerDay,
            from:
              recentPerDay(meter, at) !== null
                ? 'meter'
                : unit.content.makeUp?.litresPerDay
                  ? 'said'
                  : 'demand',
          },
    stages,
    systems: systems.map((one) => ({
      ...one,
      evaporationFrom: demands.find((demand) => demand.systemId === one.systemId)?.evaporationFrom ?? null,
    })),
    demandComplete: complete,
    demandPerDay: perDay,
    flushOpenSince: Number.isFinite(changed) && (flushed === null || flushed < changed) ? changed : null,
    flushJobId: index.on('jobsOfTarget', unit.id).find((one) => one.content.jobId === 'flush')?.id ?? null,
    next: nextWater(evidence, unit, stores, state, asked),
    cost: costOf(unit.content.makeUp ?? null, stages, facts, state),
  };
}

/** The water the next visit asks for: as planned, or as usual where a change is due by then. */
function nextWater(
  evidence: Evidence,
  unit: Stored<'component'>,
  stores: readonly StoreFacts[],
  state: UnitState,
  { zone, today, at, now, dueBy }: Asked,
): NextWater | null {
  const { snapshot } = evidence;
  const plans = openPlansOf(snapshot, unit.content.siteId).filter(({ content }) => content.day >= today);
  const visit =
    plans[0]?.content.day ??
    visitDays(rhythmOf(snapshot, unit.content.siteId), today, 2).find(
      (day) => startOfDay(day, zone) + VISIT_HOUR * HOUR_MS > now,
    );
  if (!visit) return null;
  const planned = plans
    .filter(({ content }) => content.day === visit)
    .flatMap(({ content }) => content.systems);
  const asked: NextWater['asked'] = [];
  const unknown: string[] = [];
  for (const systemId of unit.content.systemIds) {
    const name = snapshot.content('system', systemId)?.name ?? '';
    const inPlan = planned.find((one) => one.systemId === systemId);
    if (inPlan) {
      asked.push({ systemId, name, litres: inPlan.litres, from: 'plan' });
      continue;
    }
    const [job] = changeJobsOf(evidence, systemId);
    if (!job || !dueBy(job.id, visit)) continue;
    const litres = usualLitres(evidence, job.id, zone, at);
    if (litres === null) unknown.push(name);
    else asked.push({ systemId, name, litres, from: 'usual' });
  }
  const fed = stores.filter(
    (store) => store.outOfUse === null && store.systemIds.some((id) => unit.content.systemIds.includes(id)),
  );
  const visitAt = startOfDay(visit, zone) + VISIT_HOUR * HOUR_MS;
  const needed = asked.reduce<TwoWaters>(
    (sum, one) => {
      const salt = one.litres * saltShare(snapshot.content('system', one.systemId)?.water);
      return { salt: sum.salt + salt, fresh: sum.fresh + one.litres - salt };
    },
    { salt: 0, fresh: 0 },
  );
  const inStores = (holds: StoreFacts['holds']): number =>
    fed
      .filter((store) => store.holds === holds)
      .reduce((sum, store) => sum + Math.max(0, (store.presentL ?? 0) - store.unusableL), 0);
  const present = { salt: inStores('salt'), fresh: inStores('fresh') };
  const salinity = fed.find((store) => store.holds === 'salt')?.values.salinity ?? SEA_PPT;
  return {
    visit,
    asked,
    neededL: needed.salt + needed.fresh,
    unknown,
    present: fed.some((store) => store.presentL !== null) ? present : null,
    batch:
      needed.salt + needed.fresh > 0 && state.productLph && state.productLph.value > 0
        ? nextBatch(needed, present, state.productLph.value, state.wastePerLitre, visitAt, salinity)
        : null,
  };
}
const SEA_PPT = 35;
/** Brackish water is about half of each. House default. */
const saltShare = (water: RecordContent<'system'>['water'] | undefined): number =>
  water === 'fresh' ? 0 : water === 'brackish' ? 0.5 : 1;

const priceOf: Readonly<Record<string, 'sediment' | 'carbon' | 'membrane' | 'resin'>> = {
  'sediment-stage': 'sediment',
  'carbon-block': 'carbon',
  'ro-membrane': 'membrane',
  'di-resin': 'resin',
};
/** Catalogue lives in litres at what is made a day; the resin's by what passes it. */
const USUAL_DAYS: Readonly<Record<string, number>> = {
  'sediment-stage': 240,
  'carbon-block': 270,
  'ro-membrane': 900,
  'di-resin': 120,
};

/** What 100 L cost, where prices are set; what is missing for it by name. */
function costOf(
  makeUp: RecordContent<'component'>['makeUp'] | null,
  stages: readonly StageView[],
  facts: UnitFacts,
  state: UnitState,
): UnitView['cost'] {
  if (!makeUp) return null;
  const { prices } = makeUp;
  const { litresPerDay } = facts;
  const missing = stages.flatMap(({ kindId, name }) => {
    const key = priceOf[kindId];
    return key && prices[key] === null ? [name] : [];
  });
  if (prices.mainsPerM3 === null) missing.push('water from the mains');
  if (missing.length > 0 || litresPerDay === null) return { outputs: null, missing };
  const rows = stages.flatMap(({ kindId }) => {
    const key = priceOf[kindId];
    const days = (kindId === 'di-resin' ? resinDays(facts) : null) ?? USUAL_DAYS[kindId] ?? 365;
    return key ? [[prices[key], days * litresPerDay] as const] : [];
  });
  const { outputs } = workOut(makeUpCost, {
    stages: rows,
    water: prices.mainsPerM3 ?? 0,
    waste: state.wastePerLitre ?? USUAL_WASTE,
  });
  return { outputs, missing };
}

/** A whole charge at today's load; null: its figures or its load are not known. */
function resinDays({
  figures: { resinL, resinEqPerL },
  litresPerDay,
  behindMembrane,
}: UnitFacts): number | null {
  const load = behindMembrane?.value ?? null;
  if (resinL === null || resinEqPerL === null || litresPerDay === null || load === null || load < 0.01)
    return null;
  return workOut(diLife, { resin: resinL, capacity: resinEqPerL, TDS: load, use: litresPerDay }).outputs.days;
}
