import { describe, expect, test } from 'vitest';
import { instantAtOf } from '../usecases/plan/plan.ts';
import { PlanState } from '../usecases/plan/planState.ts';
import { Snapshot } from '../model/snapshot.ts';
import { demoRecords } from './records.ts';

// Every sentence that the demo's plan and its explanations show, read for numbers that stand alone.

const TODAY = '2026-11-25';
const state = new PlanState(Snapshot.of(demoRecords(TODAY)), instantAtOf(TODAY));
const rows = state.plan(TODAY).jobs;
const explained = rows.flatMap((row) => state.explain(row.jobId) ?? []);

const MONTH = 'Jan|Feb|Mar|Apr|May|June?|July?|Aug|Sept?|Oct|Nov|Dec(?:ember)?';
const UNIT =
  '%|points|h|L|mL|g|mg\\/L|ppt|°C|dKH|kPa|bar|ppm|L\\/h|mV|m|pH|day|days|week|weeks|month|months|year|years|minutes?|times?|entry|entries|tests?|readings?|cycles?|of|metres|mbar|µS\\/cm';
/** What is left of a sentence when dates, chances, ranges, lists and names are taken out of it. */
function bareNumbers(sentence: string): string[] {
  const rest = sentence
    .replace(/“[^”]*”/g, '')
    .replace(/\([^)]*\)/g, (inside) => (/\d/.test(inside) ? inside : ''))
    .replace(new RegExp(`\\b\\d{1,2} (?:${MONTH})(?: \\d{4})?\\b`, 'g'), '')
    .replace(/\b\d+ in \d+\b/g, '')
    .replace(/\bpH (?:was |below )?[\d.]+/gi, '')
    .replace(/\b(?:Every|every) \d+(?:st|nd|rd|th)\b/g, '')
    // what was found is told in days, and its end says so
    .replace(/\bfound [^;.]*\bdays?\b/g, '')
    // a range or a list carries the unit of its last number
    .replace(/[\d,.]*\d(?=(?:,| and| to| →) ?[\d,.]*\d)/g, '')
    .replace(new RegExp(`[\\d,.]*\\d ?(?:${UNIT})(?=[\\s.,;:)]|$)`, 'g'), '');
  return rest.match(/\d[\d,.]*/g) ?? [];
}

describe('no number without a unit', () => {
  test('the reader of sentences finds one that stands alone', () => {
    expect(bareNumbers('Phosphate was 0.12 on Tue 3 Nov.')).toEqual(['0.12']);
    expect(bareNumbers('10 days so far; found just due after 14 and 16, overdue after 17 days.')).toEqual([]);
    expect(bareNumbers('10 days so far; found just due after 14, overdue after 17.')).toEqual(['14,', '17.']);
  });
  test('beside the dates of the plan', () => {
    expect(rows.length).toBeGreaterThan(150);
    const bad = rows.flatMap((row) =>
      [row.sentence, ...row.rules.map((rule) => rule.sentence)].filter(
        (sentence) => bareNumbers(withoutNames(sentence)).length > 0,
      ),
    );
    expect(bad).toEqual([]);
  });
  test('in what explains them', () => {
    expect(explained.length).toBe(rows.length);
    const bad = explained.flatMap((one) =>
      [...one.knowMore, ...one.story.flatMap(({ what, effect }) => [what, effect])].filter(
        (sentence) => bareNumbers(withoutNames(sentence)).length > 0,
      ),
    );
    expect([...new Set(bad)].slice(0, 10)).toEqual([]);
  });
});

/** Equipment has numbers in its name. */
function withoutNames(sentence: string): string {
  return rows.reduce(
    (text, row) => text.replaceAll(row.thing, '').replaceAll(row.thing.toLowerCase(), ''),
    sentence,
  );
}

describe('an explanation', () => {
  test('stands in the order of time, and its chances rise', () => {
    for (const one of explained) {
      const days = one.story.map((entry) => entry.day);
      expect(days).toEqual([...days].sort());
      const chances = one.chances.map((chance) => chance.chance);
      for (const chance of chances) expect(chance).toBeGreaterThanOrEqual(0);
      for (const chance of chances) expect(chance).toBeLessThanOrEqual(1);
      expect(chances).toEqual([...chances].sort((a, b) => a - b));
    }
  });
  test('the learned curve and the catalogue’s rise from nought towards one', () => {
    const lives = explained.flatMap((one) => one.life ?? []);
    expect(lives.length).toBeGreaterThan(60);
    for (const { learned, catalogue } of lives)
      for (const points of [learned, catalogue]) {
        const due = points.map((point) => point.due);
        for (let k = 1; k < due.length; k++) expect(due[k]).toBeGreaterThanOrEqual((due[k - 1] ?? 0) - 1e-6);
        expect(due[0]).toBeLessThan(0.2);
        expect(due.at(-1)).toBeGreaterThan(0.8);
      }
  });
});
