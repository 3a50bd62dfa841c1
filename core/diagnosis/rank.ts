// Which of several causes it is, from what the log says and from checks. One cause is taken to be the main one; each
// check says how likely each answer is under each cause, so that an answer weighs by Bayes' rule and the next check is the
// one that tells most for the minutes it takes.

/** An answer to a check: how likely it is under the causes it concerns, and under all others. */
export interface Answer<C extends string> {
  id: string;
  label: string;
  chance: Readonly<Partial<Record<C, number>>>;
  otherwise: number;
}
/** Something a person can go and look at. Under each cause the chances of its answers add up to one. */
export interface Check<C extends string> {
  id: string;
  ask: string;
  minutes: number;
  answers: readonly Answer<C>[];
}
/** A cause with its weight: how common it is, times what the log says for or against it. */
export interface Weighed<C extends string> {
  id: C;
  weight: number;
}
export interface Ranked<C extends string> {
  id: C;
  chance: number;
}
/** A check not made yet. */
export interface NextCheck {
  checkId: string;
  /** Bits of doubt it is expected to take away. */
  tells: number;
  perMinute: number;
}
export interface CheckMade {
  checkId: string;
  answerId: string;
}

/** To go there and to write it down, min: a check of a minute does not cost nothing. House default. */
const OVERHEAD_MIN = 3;
const chanceOf = <C extends string>(answer: Answer<C>, cause: C): number =>
  answer.chance[cause] ?? answer.otherwise;

/**
 * Causes by their chance, the likeliest first, after all checks made; and what to check next, the most telling for its
 * minutes first. A check made twice counts by its last answer; one that is not known counts for nothing.
 * @source Bayes' rule; expected information: Lindley 1956
 */
export function rank<C extends string>(
  causes: readonly Weighed<C>[],
  checks: readonly Check<C>[],
  made: readonly CheckMade[],
): { ranked: Ranked<C>[]; next: NextCheck[] } {
  const last = new Map(made.map(({ checkId, answerId }) => [checkId, answerId]));
  const weights = causes.map(({ id, weight }) => {
    let product = weight;
    for (const check of checks) {
      const answer = check.answers.find((one) => one.id === last.get(check.id));
      if (answer) product *= chanceOf(answer, id);
    }
    return product;
  });
  const sum = weights.reduce((all, weight) => all + weight, 0);
  const posterior = causes.map(({ id }, i) => ({
    id,
    chance: sum > 0 ? (weights[i] ?? 0) / sum : 1 / causes.length,
  }));
  const open = checks.filter((check) => !last.has(check.id));
  return {
    ranked: [...posterior].sort((a, b) => b.chance - a.chance),
    next: open
      .map((check) => {
        const tells = informationOf(check, posterior);
        return { checkId: check.id, tells, perMinute: tells / (check.minutes + OVERHEAD_MIN) };
      })
      .filter(({ tells }) => tells > 1e-6)
      .sort((a, b) => b.perMinute - a.perMinute),
  };
}

/** Entropy before less the entropy expected after. */
function informationOf<C extends string>(check: Check<C>, posterior: readonly Ranked<C>[]): number {
  const after = check.answers.reduce((expected, answer) => {
    const joint = posterior.map(({ id, chance }) => chance * chanceOf(answer, id));
    const total = joint.reduce((all, one) => all + one, 0);
    return total > 0 ? expected + total * entropy(joint.map((one) => one / total)) : expected;
  }, 0);
  return entropy(posterior.map(({ chance }) => chance)) - after;
}
const entropy = (chances: readonly number[]): number =>
  chances.reduce((sum, chance) => (chance > 0 ? sum - chance * Math.log2(chance) : sum), 0);
