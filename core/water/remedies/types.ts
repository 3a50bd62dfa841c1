import type { ExportWay } from '../exportWays.ts';
import type { Imbalance } from '../balance.ts';
import type { Consumption, DoseAdvice } from '../consumption.ts';
import type { Band, ParameterId } from '../parameters.ts';

/** The last test of one parameter that may be acted upon, with the band in force; stored units. */
export interface Tested {
  value: number;
  below: boolean;
  band: Band | null;
  warnAtZero: boolean;
  /** Its trend per week where it has one. */
  perWeek?: number | null;
  /** One reading's error; absent: that of a common kit. */
  error?: number;
}

/** A job of this system that takes a nutrient out, other than a change. */
export interface Means {
  way: 'media' | 'harvest';
  parameters: readonly ParameterId[];
  /** "phosphate reactor, replace the charge". */
  name: string;
  /** What its last services brought: the level before and a few weeks after; null: not known. */
  lastDrop: { from: number; to: number } | null;
}

/** A solution of the person's own: how much of a parameter one mL brings into one litre (stored unit × L). */
export interface OwnSolution {
  parameter: ParameterId;
  name: string;
  perMl: number;
}

/** What is dosed, and what the tests say of its use. */
export interface Dosing {
  /** Stored unit a day. */
  perDay: number;
  mlPerDay: number | null;
  consumption: Consumption | null;
}

export interface Deliverer {
  name: string;
  parameters: readonly ParameterId[];
}

export interface WaterNow {
  /** True water; null: no vessel is measured. */
  litres: number | null;
  tests: Partial<Record<ParameterId, Tested>>;
  /** What the make-up water brings, where it was read. */
  incoming: Partial<Record<ParameterId, number>>;
  /** Which way out comes first in the system's programme. */
  order?: readonly ExportWay[];
  means?: readonly Means[];
  solutions?: readonly OwnSolution[];
  dosing?: Partial<Record<ParameterId, Dosing>>;
  /** What brings minerals day by day, by name. */
  deliverers?: readonly Deliverer[];
  /** Names of what strips nutrients here: media, pellets, a screen. */
  strippers?: readonly string[];
  /** Height above the sea, m; absent: 0. */
  heightM?: number;
}

export type Remedy =
  | {
      kind: 'change';
      parameter: ParameterId;
      litres: number;
      /** Of the true water, each time. */
      share: number;
      times: number;
      result: number;
      /** In the new water; null: not tested, taken as nought. */
      newWater: number | null;
      /** What kept one change from being larger; null: one is enough, or the largest share. */
      limitedBy: 'share' | ParameterId | null;
    }
  /** New water that holds as much cannot bring it down. */
  | { kind: 'new-water-holds-it'; parameter: ParameterId; newWater: number }
  | {
      kind: 'media';
      parameter: ParameterId;
      name: string;
      lastDrop: Means['lastDrop'];
      afterChanges: boolean;
    }
  | { kind: 'harvest'; parameter: ParameterId; name: string; lastDrop: Means['lastDrop'] }
  | { kind: 'feed-less'; parameter: ParameterId; perWeek: number | null; lessPerWeek: number | null }
  | {
      kind: 'dose';
      parameter: ParameterId;
      compound: string;
      grams: number;
      days: number;
      result: number;
    }
  | {
      kind: 'dose-own';
      parameter: ParameterId;
      name: string;
      millilitres: number;
      days: number;
      result: number;
    }
  /** A falling mineral where something delivers it: that is set first, its media come second. */
  | { kind: 'more-delivery'; parameter: ParameterId; names: readonly string[]; perDay: number | null }
  | { kind: 'stop-dosing'; parameter: ParameterId; daysToBand: number | null }
  | {
      kind: 'daily-dose';
      parameter: ParameterId;
      advice: DoseAdvice;
      days: number;
      solution: { name: string; mlNow: number | null; ml: number; mlWithin: number } | null;
    }
  | { kind: 'imbalance'; parameter: ParameterId; imbalance: Imbalance; grams: number; compound: string }
  | { kind: 'swap-for-fresh'; litres: number; days: number; result: number }
  | { kind: 'swap-for-salt'; litres: number; newWaterPpt: number; days: number; result: number }
  | { kind: 'add-salt'; kilograms: number; days: number; result: number }
  | {
      kind: 'ammonia';
      unionisedMgL: number | null;
      sharePercent: number | null;
      changeLitres: number | null;
      result: number | null;
    }
  | { kind: 'nitrite'; changeLitres: number | null; result: number | null; salty: boolean }
  | { kind: 'stripped'; parameter: ParameterId; stop: readonly string[] }
  | { kind: 'temperature'; by: number; days: number }
  | { kind: 'ph'; side: 'above' | 'below' }
  | { kind: 'oxygen'; percent: number; saturationMgL: number; low: boolean }
  | { kind: 'orp'; side: 'above' | 'below' }
  | { kind: 'silicate'; parameter: ParameterId }
  | { kind: 'hardness'; side: 'above' | 'below' }
  | { kind: 'measure-the-vessel'; parameter: ParameterId };

/** What one parameter asks for: ways in the order of preference. */
export interface ParameterRemedies {
  parameter: ParameterId;
  /** It kills: it comes before the plan. */
  alarm: boolean;
  options: Remedy[];
}
