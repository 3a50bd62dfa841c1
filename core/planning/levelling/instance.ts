/** A visit that may be made: it costs something to make it, and holds so many minutes. */
export interface LevelVisit {
  /** Days from today. */
  day: number;
  /** Minutes there are; Infinity: nobody said. */
  capacityMin: number;
  /** Minutes that may be worked beyond them at a price. */
  mostOverMin: number;
  /** Of making it at all, minutes: the way, unpacking. */
  cost: number;
}

/** A job with all its turns in the horizon. Costs are minutes of work. */
export interface LevelJob {
  minutes: number;
  /** What must be set up for it, by number: a unit shut down, a bath mixed. Once a visit, however many need it. */
  setUps: readonly number[];
  /** Cost of doing it the first time on a day from today, by day. */
  first: ArrayLike<number>;
  /** Cost of doing it again so many days after; null: once only. */
  again: ArrayLike<number> | null;
  /** Cost of the days from the last time to the end of the horizon. */
  tail: ArrayLike<number> | null;
  /** Cost of not doing it in the horizon at all. */
  never: number;
  /** By visit: 0 where those who are there cannot do it, or must not; null: anywhere. */
  allowed: ArrayLike<number> | null;
  /** Visits at which a person wants it. */
  pinned: readonly number[];
}

/** Two jobs that keep days apart; 1: only not in one visit. */
export interface Apart {
  a: number;
  b: number;
  days: number;
}

/** One place: what is levelled together. */
export interface LevelInstance {
  /** Days from today to the end. */
  horizon: number;
  /** In order of days. */
  visits: readonly LevelVisit[];
  jobs: readonly LevelJob[];
  /** Minutes of each set-up. */
  setUpMin: readonly number[];
  apart: readonly Apart[];
  /** What a minute beyond those there are costs, minutes. */
  overPerMin: number;
}

/** Which visits do each job, by job, in order of days; none: not within the horizon. */
export type Placement = readonly (readonly number[])[];
