import * as v from 'valibot';
import { foundGrades } from '../core/wear/found.ts';
import { answerCases, type WearAnswer, type WearCase } from '../core/wear/wearCases.ts';

// Histories as lines of JSON in, windows and days as lines of JSON out: what `jondrel wear --ndjson` speaks.

const LONGEST_DAYS = 1e6;
const days = (name: string) =>
  v.pipe(
    v.number(`${name}: a number of days is needed.`),
    v.minValue(0, `${name}: must be 0 or more.`),
    v.maxValue(LONGEST_DAYS, `${name}: over a million days.`),
  );
const driver = (name: string) =>
  v.nullish(
    v.pipe(
      v.number(`${name}: a number is needed.`),
      v.finite(`${name}: a number is needed.`),
      v.minValue(0, `${name}: must be 0 or more.`),
    ),
  );
const end = (name: string) =>
  v.pipe(days(name), v.minValue(0.01, `${name}: must be at least a hundredth of a day.`));

const caseSchema = v.object({
  id: v.union([v.string(), v.number()], 'id: a text or a number is needed.'),
  range: v.pipe(
    v.tuple([end('range, low end'), end('range, high end')], 'range: two numbers are needed, [lo, hi].'),
    v.check(([lo, hi]) => lo <= hi, 'range: its low end lies above its high end.'),
  ),
  unit: v.literal('day', 'unit: only "day" is understood.'),
  cycles: v.array(
    v.object({
      exposure: days('exposure of a cycle'),
      found: v.nullable(v.picklist(foundGrades, `found: one of ${foundGrades.join(', ')}, or null.`)),
      driver: driver('driver of a cycle'),
    }),
    'cycles: a list is needed.',
  ),
  exposureNow: days('exposureNow'),
  costRatio: v.pipe(
    v.number('costRatio: a number is needed.'),
    v.finite('costRatio: a number is needed.'),
    v.gtValue(1, 'costRatio: must be over 1.'),
  ),
  late: v.picklist(['gradual', 'sudden'], 'late: "gradual" or "sudden".'),
  driverNow: driver('driverNow'),
  driverRate: driver('driverRate'),
  group: v.nullish(v.union([v.string(), v.number()], 'group: a text is needed.')),
});

export type WearLine = { id: string | number } & WearAnswer;
export interface WearLineError {
  line: number;
  id?: string | number;
  error: string;
}

/**
 * Answers every line that can be read, in order; a malformed line gets an error in its place.
 * Blank lines are passed over.
 */
export function answerWearLines(lines: readonly string[]): (WearLine | WearLineError)[] {
  const read = lines.flatMap((text, index) => (text.trim() === '' ? [] : [readLine(text, index + 1)]));
  const good = read.flatMap((one) => ('asked' in one ? [one] : []));
  const answers = answerCases(good.map((one) => one.asked));
  const byLine = new Map(good.map((one, k) => [one.line, answers[k]]));
  return read.flatMap((one): (WearLine | WearLineError)[] => {
    if ('error' in one) return [one];
    const answer = byLine.get(one.line);
    return answer ? [{ id: one.id, ...answer }] : [];
  });
}

function readLine(
  text: string,
  line: number,
): { line: number; id: string | number; asked: WearCase } | WearLineError {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return { line, error: 'not a line of JSON.' };
  }
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    return { line, error: 'an object is needed.' };
  const parsed = v.safeParse(caseSchema, value);
  if (!parsed.success) {
    const [issue] = parsed.issues;
    const key = issue.path?.map((step) => String(step.key)).join('.') ?? '';
    const missing = issue.received === 'undefined' ? `${key}: is missing.` : issue.message;
    const { id } = value as { id?: unknown };
    return {
      line,
      ...(typeof id === 'string' || typeof id === 'number' ? { id } : {}),
      error: missing,
    };
  }
  const { id, range, cycles, exposureNow, costRatio, late, driverNow, driverRate, group } = parsed.output;
  return {
    line,
    id,
    asked: {
      range: { lo: range[0], hi: range[1] },
      cycles: cycles.map((cycle) => ({
        days: cycle.exposure,
        driver: cycle.driver ?? null,
        found: cycle.found,
        newLifeAfter: false,
      })),
      now: { days: exposureNow, driver: driverNow ?? null, driverRate: driverRate ?? null },
      costRatio,
      late,
      group: group === undefined || group === null ? null : String(group),
    },
  };
}
