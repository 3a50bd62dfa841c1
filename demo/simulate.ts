import { addDays, daysBetween, type Day } from '../core/time/day.ts';
import { visitDays, type VisitRhythm } from '../core/planning/visits.ts';
import { foundGrades, wearEdges, type Found } from '../core/wear/found.ts';
import type { When } from '../contract/fields.ts';
import type { Chance } from './chance.ts';
import type { Truth } from './scenarioTypes.ts';

export const HISTORY_DAYS = 425;
/** People misjudge wear a little, and use a random word now and then. */
const GRADING_NOISE = 0.12;
const SLIP = 0.03;

export interface SimulatedService {
  when: When;
  found: Found | null;
}

/**
 * One job's history: lives are drawn from the truth, the person comes on visit days and gets round to it at
 * their habit's share of the life, then grades what was found, or not.
 */
export function simulateServices(
  truth: Truth,
  rhythm: VisitRhythm,
  today: Day,
  chance: Chance,
): SimulatedService[] {
  if (truth.start === 'unknown') return [];
  const begin = addDays(today, -HISTORY_DAYS);
  const visits = visitDays(rhythm, begin, 400).filter((day) => day <= today);
  const services: SimulatedService[] = [];
  let last = addDays(begin, -Math.round(truth.typicalDays * chance.even() * 0.9));
  services.push({
    when:
      truth.start === 'rough'
        ? { kind: 'rough', from: addDays(last, -35), to: addDays(last, 20) }
        : { kind: 'day', day: last },
    found: null,
  });
  let life = drawLife(truth, daysBetween(last, today), chance);
  let wanted = intention(truth, life, chance);
  for (const visit of visits) {
    const age = daysBetween(last, visit);
    if (visit < begin || age < wanted) continue;
    if (truth.leftSince !== undefined && daysBetween(visit, today) < truth.leftSince) break;
    services.push({
      when: { kind: 'day', day: visit },
      found: chance.happens(truth.graded) ? grade(age / life, chance) : null,
    });
    last = visit;
    life = drawLife(truth, daysBetween(last, today), chance);
    wanted = intention(truth, life, chance);
  }
  return services;
}

function drawLife(truth: Truth, daysBefore: number, chance: Chance): number {
  const factor = truth.change && daysBefore <= truth.change.daysBefore ? truth.change.factor : 1;
  return truth.typicalDays * factor * Math.exp(truth.scatter * chance.normal());
}

/** The person sees the life a little (signs of wear) and otherwise follows habit. */
function intention(truth: Truth, life: number, chance: Chance): number {
  return truth.habit * (0.5 * life + 0.5 * truth.typicalDays) * Math.exp(0.12 * chance.normal());
}

function grade(wear: number, chance: Chance): Found {
  if (chance.happens(SLIP)) return chance.pick(foundGrades);
  const seen = wear * Math.exp(GRADING_NOISE * chance.normal());
  return foundGrades.find((_, i) => seen < (wearEdges[i + 1] ?? Number.POSITIVE_INFINITY)) ?? 'failed';
}
