import { normalCdf, Z_90 } from '../statistics/normal.ts';
import { NINETEEN_IN_TWENTY } from '../statistics/confidence.ts';
import { rank, type CheckMade, type NextCheck } from './rank.ts';
import { nutrientSources } from './sources/index.ts';
import type { Amount, NutrientFacts, SourceId, SourceReason } from './sources/types.ts';

export interface FoundSource {
  id: SourceId;
  name: string;
  /** Chance that it is the main cause. */
  chance: number;
  /** mg a day it can bring or fail to take out; null: nobody can say. */
  amount: Amount | null;
  /** Of what is asked for, mg a day: never more than it can bring, nor than there is to explain. */
  explains: number;
  reasons: readonly SourceReason[];
  checkId: string;
}
export interface SourceFinding {
  /** 'rise': more comes in than in the weeks before; 'supply': what comes in at all, where nothing is known of before. */
  asks: 'rise' | 'supply' | 'nothing';
  /** What is to be explained, mg a day. */
  toExplain: number;
  /** How far off it may be. */
  within: number;
  sources: readonly FoundSource[];
  next: readonly NextCheck[];
}

/** A source that brings half of it is a cause. */
const ENOUGH = 0.5;
/** No source is ruled out by its amount alone: amounts are guesses. */
const LEAST_FIT = 0.03;
const UNKNOWN_FIT = 0.5;

/**
 * Candidates for a nutrient that keeps coming back, the likeliest first: how common each is, what the log says for and
 * against it, whether it can bring enough, and the checks made. What one explains is never more than it can bring; all
 * together explain no more than there is.
 * @param made checks in the order they were made
 * @source mass balance; Bayes' rule; weights and priors: house defaults
 */
export function findSource(facts: NutrientFacts, made: readonly CheckMade[]): SourceFinding {
  const { toExplain, within, asks } = asked(facts);
  const candidates = nutrientSources.filter((one) => one.present(facts));
  const judged = candidates.map((source) => {
    const amount = source.amount(facts);
    const evidence = source.evidence(facts);
    const weight = evidence.reduce(
      (product, one) => product * one.weight,
      source.prior * (asks === 'nothing' ? 1 : amount ? fitOf(amount, toExplain) : UNKNOWN_FIT),
    );
    return { source, amount, evidence, weight };
  });
  const { ranked, next } = rank(
    judged.map(({ source, weight }) => ({ id: source.id, weight })),
    candidates.map((source) => source.check),
    made,
  );
  return {
    asks,
    toExplain,
    within,
    next,
    sources: ranked.flatMap(({ id, chance }) => {
      const one = judged.find(({ source }) => source.id === id);
      if (!one) return [];
      return [
        {
          id,
          name: one.source.name,
          chance,
          amount: one.amount,
          explains: one.amount ? Math.min(one.amount.most, chance * toExplain) : 0,
          reasons: one.evidence.map(({ reason }) => reason),
          checkId: one.source.check.id,
        },
      ];
    }),
  };
}

function asked({ supply }: NutrientFacts): Pick<SourceFinding, 'asks' | 'toExplain' | 'within'> {
  const { before, stays, error } = supply;
  const own = NINETEEN_IN_TWENTY * error;
  const both = NINETEEN_IN_TWENTY * Math.hypot(error, before?.error ?? 0);
  const more = before ? supply.supply - before.supply : 0;
  // where the water was brought down meanwhile, less comes with changes than before: what climbs is to be explained
  const rise = Math.max(before && more > both ? more : 0, before && stays > own ? stays : 0);
  if (rise > 0) return { asks: 'rise', toExplain: rise, within: both };
  const all = Math.max(0, supply.supply);
  return { asks: all > own ? 'supply' : 'nothing', toExplain: all, within: own };
}

/** Chance that it brings enough, its amount lognormal between least and most (10 and 90 in 100). */
function fitOf({ least, likely, most }: Amount, toExplain: number): number {
  if (toExplain <= 0) return 1;
  if (likely <= 0) return LEAST_FIT;
  const sigma = Math.max(0.15, Math.log(most / Math.max(least, most / 50)) / (2 * Z_90));
  return Math.max(LEAST_FIT, normalCdf((Math.log(likely) - Math.log(ENOUGH * toExplain)) / sigma));
}
