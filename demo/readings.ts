import { addDays, daysBetween, type Day } from '../core/time/day.ts';
import { measures } from '../core/quantity/measures.ts';
import { readableFacts } from '../model/water/componentChannel.ts';
import { parameters } from '../core/water/parameters.ts';
import type { Chance } from './chance.ts';
import type { ReadingTruth } from './scenarioTypes.ts';
import { HISTORY_DAYS, type SimulatedService } from './simulate.ts';
import { season } from './water.ts';

export interface SimulatedReading {
  day: Day;
  value: number;
  timing: 'after' | null;
}

/**
 * What is read on a component: it drifts from its clean value since the last service that resets it (or since the
 * fault began), and is read every so many days, and once just after each such service.
 */
export function simulateReadings(
  truth: ReadingTruth,
  resets: readonly SimulatedService[],
  today: Day,
  chance: Chance,
): SimulatedReading[] {
  const resetDays = resets.flatMap(({ when }) => (when.kind === 'day' ? [when.day] : [])).sort();
  const begin = addDays(today, -HISTORY_DAYS);
  const onset = truth.startsDaysBefore === undefined ? null : addDays(today, -truth.startsDaysBefore);
  const readings: SimulatedReading[] = [];
  for (let ago = HISTORY_DAYS; ago >= 1; ago--) {
    const day = addDays(today, -ago);
    const reset = resetDays.includes(day);
    if (!reset && ago % truth.everyDays !== 0) continue;
    const since = onset ?? resetDays.findLast((one) => one <= day) ?? begin;
    const drift = truth.perDay * driftingDays(truth, since, day, today);
    const level = truth.clean + drift + (truth.swing ?? 0) * season(day) + truth.scatter * chance.normal();
    readings.push({
      day,
      value: roundedTo(truth, Math.min(Math.max(0, level), mostOf(truth))),
      timing: reset ? 'after' : null,
    });
  }
  return readings;
}

/** A share cannot pass all of it. */
const mostOf = ({ measure }: ReadingTruth): number =>
  measure ? readableFacts({ measure }).possible.to : Number.POSITIVE_INFINITY;

/** Days of drift, those of its faster time counted by its factor. */
function driftingDays({ faster }: ReadingTruth, since: Day, day: Day, today: Day): number {
  const days = Math.max(0, daysBetween(since, day));
  if (!faster) return days;
  const from = addDays(today, -faster.daysBefore);
  const fast = Math.min(days, Math.max(0, daysBetween(from, day)));
  return days + (faster.factor - 1) * fast;
}

function roundedTo({ measure, incoming }: ReadingTruth, value: number): number {
  const decimals = measure ? measures[measure].decimals : incoming ? parameters[incoming].decimals : 0;
  return Number(value.toFixed(decimals));
}
