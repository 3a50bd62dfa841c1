import { carbonBlockLife, resinLeft, roNormalised, roTemperature } from '../../formulas/makeUp.ts';
import { workOut } from '../../formulas/workOut.ts';
import { rejectionPercent } from './rejection.ts';
import type { CarbonVerdict, UnitFacts, UnitState } from './types.ts';

const KPA_PER_BAR = 100;
/** Where the feed's temperature is not read: cold mains. House default. */
const COLD_MAINS_C = 12;
/** Litres wasted for each made where it was not read. Common practice, no published source. */
export const USUAL_WASTE = 3;
/** The least that a kit shows: chlorine at or over it comes through the carbon. House default. */
const CHLORINE_SHOWS_MGL = 0.05;

/**
 * A make-up unit from what was read on it: output against its rating at the same temperature and pressure, rejection,
 * waste, what reaches the resin and how long that lasts by mass balance, whether chlorine passes the carbon.
 * @source calculators of make-up water; each figure keeps the one it came from
 */
export function unitState(facts: UnitFacts): UnitState {
  const { figures, read } = facts;
  const ofRated = ratedShare(facts);
  const rejectionPercent = rejectionOf(facts);
  const tdsAfterMembrane = afterMembrane(facts, rejectionPercent);
  const product = read.flow;
  const wastePerLitre =
    read['waste-flow'] && product && product.value > 0 ? read['waste-flow'].value / product.value : null;
  return {
    ofRated,
    productLph: product
      ? { value: product.value, from: 'read' }
      : figures.ratedLph === null
        ? null
        : {
            value: figures.ratedLph * warmth(read['feed-temperature']?.value ?? COLD_MAINS_C),
            from: 'rated',
          },
    rejectionPercent,
    wastePerLitre,
    tdsAfterMembrane,
    resin: resinNow(facts, tdsAfterMembrane?.value ?? null),
    carbon: carbonVerdict(facts),
    carbonLife: carbonLife(facts, wastePerLitre ?? USUAL_WASTE),
  };
}

const warmth = (t: number): number => workOut(roTemperature, { t }).outputs.TCF;

function ratedShare({ figures: { ratedLph, ratedKpa }, read }: UnitFacts): UnitState['ofRated'] {
  const [flow, t, pressure] = [read.flow, read['feed-temperature'], read['feed-pressure']];
  if (!flow || !t || ratedLph === null || flow.value <= 0) return null;
  const atKpa = ratedKpa ?? pressure?.value;
  if (atKpa === undefined) return null;
  const ratedBar = atKpa / KPA_PER_BAR;
  return workOut(roNormalised, {
    flow: flow.value,
    t: t.value,
    p: pressure ? pressure.value / KPA_PER_BAR : ratedBar,
    rated: ratedLph,
    rated_p: ratedBar,
  });
}

/** Two TDS readings of about the same day tell more than an older reading of the rejection itself. */
function rejectionOf({ read }: UnitFacts): UnitState['rejectionPercent'] {
  const [before, after, said] = [read['tds-in'], read['tds-membrane'], read.rejection];
  const tds =
    before && after && before.value > 0
      ? {
          value: rejectionPercent(before.value, after.value),
          from: 'tds' as const,
          daysAgo: Math.max(before.daysAgo, after.daysAgo),
        }
      : null;
  if (said && (!tds || said.daysAgo < tds.daysAgo))
    return { value: said.value, from: 'read', daysAgo: said.daysAgo };
  return tds;
}

/** Read behind the membrane, or what the rejection leaves of the feed, whichever is younger. */
function afterMembrane(
  { read }: UnitFacts,
  rejection: UnitState['rejectionPercent'],
): UnitState['tdsAfterMembrane'] {
  const [direct, feed] = [read['tds-membrane'], read['tds-in']];
  const derived =
    rejection && feed
      ? {
          value: feed.value * (1 - rejection.value / 100),
          from: 'rejection' as const,
          daysAgo: rejection.daysAgo,
        }
      : null;
  if (direct && (!derived || direct.daysAgo <= derived.daysAgo))
    return { value: direct.value, from: 'read', daysAgo: direct.daysAgo };
  return derived;
}

function resinNow(
  { figures: { resinL, resinEqPerL }, litresPerDay, resinPassed }: UnitFacts,
  tds: number | null,
): UnitState['resin'] {
  if (resinL === null || resinEqPerL === null || litresPerDay === null || litresPerDay <= 0) return null;
  if (tds === null || tds < 0.01 || !resinPassed) return null;
  return workOut(resinLeft, {
    resin: resinL,
    capacity: resinEqPerL,
    passed: resinPassed.litres,
    TDS_passed: resinPassed.meanTds,
    TDS: tds,
    use: litresPerDay,
  });
}

/** Chlorine behind the carbon: nothing but its own test tells. */
function carbonVerdict({ read }: UnitFacts): CarbonVerdict {
  if (!read.chlorine) return 'not-tested';
  return read.chlorine.value >= CHLORINE_SHOWS_MGL ? 'lets-through' : 'holds';
}
function carbonLife(
  { figures: { carbonRatedL, mainsChlorineMgL }, litresPerDay }: UnitFacts,
  waste: number,
): UnitState['carbonLife'] {
  if (carbonRatedL === null || mainsChlorineMgL === null || litresPerDay === null || litresPerDay <= 0)
    return null;
  return workOut(carbonBlockLife, {
    rating: carbonRatedL,
    chlorine: mainsChlorineMgL,
    throughput: litresPerDay * (1 + waste),
  });
}
