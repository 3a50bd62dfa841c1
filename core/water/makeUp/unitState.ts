import { carbonBlockLife, resinLeft, roNormalised, roTemperature } from '../../formulas/makeUp.ts';
import { workOut } from '../../formulas/workOut.ts';
import type { CarbonVerdict, UnitFacts, UnitState } from './types.ts';

const KPA_PER_BAR = 100;
/** Where the feed's temperature is not read: cold mains. House default. */
const COLD_MAINS_C = 12;
/** Litres wasted for each made where it was not read. Common practice, no published source. */
export const USUAL_WASTE = 3;
/** The least that a kit shows: chlorine at or over it comes through the carbon. House default. */
const CHLORINE_SHOWS_MGL = 0.05;
/** What makers rate a block at; so much is reckoned with until the mains are tested. */
const RATED_AT_MGL = 1;

/**
 * A make-up unit from what was read on it: output against its rating at the same temperature and pressure, waste, how
 * long the resin lasts by mass balance, whether chlorine passes the carbon and how long its rating lasts.
 * @source calculators of make-up water; each figure keeps the one it came from
 */
export function unitState(facts: UnitFacts): UnitState {
  const { figures, read } = facts;
  const ofRated = ratedShare(facts);
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
    wastePerLitre,
    resin: resinNow(facts, facts.behindMembrane?.value ?? null),
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
  if (carbonRatedL === null || litresPerDay === null || litresPerDay <= 0) return null;
  return workOut(carbonBlockLife, {
    rating: carbonRatedL,
    chlorine: mainsChlorineMgL ?? RATED_AT_MGL,
    throughput: litresPerDay * (1 + waste),
  });
}
