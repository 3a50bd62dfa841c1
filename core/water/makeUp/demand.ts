/** What one system takes of made water, L a day; null: not known. */
export interface Demand {
  systemId: string;
  name: string;
  changesPerDay: number | null;
  evaporationPerDay: number | null;
}
export interface SplitDemand extends Demand {
  perDay: number;
  /** Of all that is known, 0 to 1. */
  share: number;
}

/** The litres of a shared unit by those it serves: stages wear by their sum. What is not known counts as nothing and is said. */
export function splitDemand(demands: readonly Demand[]): {
  systems: SplitDemand[];
  perDay: number;
  complete: boolean;
} {
  const known = demands.map((one) => ({
    ...one,
    perDay: (one.changesPerDay ?? 0) + (one.evaporationPerDay ?? 0),
  }));
  const perDay = known.reduce((sum, one) => sum + one.perDay, 0);
  return {
    systems: known.map((one) => ({ ...one, share: perDay > 0 ? one.perDay / perDay : 0 })),
    perDay,
    complete: demands.every((one) => one.changesPerDay !== null && one.evaporationPerDay !== null),
  };
}
