import { describe, expect, test } from 'vitest';
import { definitionsOf } from '../model/facts/definition.ts';
import { RecordIndex } from '../model/facts/recordIndex.ts';
import { Snapshot } from '../model/snapshot.ts';
import { waterAnswer } from '../usecases/water/waterAnswer.ts';
import { endOfDay } from '../core/time/day.ts';
import { demoRecords } from './records.ts';

const TODAY = '2026-11-26';
const snapshot = Snapshot.of(demoRecords(TODAY));
const index = RecordIndex.of(snapshot);
const answerOf = (name: string) => {
  const system = snapshot.all('system').find((one) => one.content.name === name) ?? expect.fail(name);
  return waterAnswer(
    { snapshot, index, definitionOf: definitionsOf(snapshot) },
    system.id,
    endOfDay(TODAY, 'Europe/Berlin'),
  );
};

describe('worked out by hand, from what stands in the records', () => {
  test('library: nitrate over 40; 142.13 L; one change down to the kit’s error under the band', () => {
    const water = answerOf('Axolotl tank');
    // 120 × 45 × 28 cm less 6 % for what stands in it
    expect(water.litres).toBeCloseTo((120 * 45 * 28 * 0.94) / 1000, 6);
    const nitrate = water.verdicts.find((one) => one.parameter === 'nitrate');
    const now = nitrate?.latest?.value ?? expect.fail('no nitrate');
    expect(now).toBeGreaterThan(41);
    expect(nitrate?.verdict).toBe('above');
    const change = water.remedies.find((one) => one.parameter === 'nitrate')?.options[0];
    if (change?.kind !== 'change') return expect.fail('no change');
    // (C − 39) ÷ C of 142.13 L: new water was not read, so it counts as free of nitrate
    expect(change.litres).toBeCloseTo(((now - 39) / now) * 142.128, 3);
    expect(change.times).toBe(1);
    expect(change.result).toBeCloseTo(39, 9);
    expect(water.verdicts.filter((one) => one.parameter !== 'nitrate').map((one) => one.verdict)).toEqual(
      water.verdicts.filter((one) => one.parameter !== 'nitrate').map(() => 'in-band'),
    );
  });

  test('trough: 553 L; nitrate over 20 by the strip reader; magnesium not acted upon; the soda dose told', () => {
    const water = answerOf('Staghorn trough');
    // 220 × 60 × 36 cm less 6.35 %, and a sump of 100 × 45 × 24 cm
    const litres = (220 * 60 * 36 * 0.9365 + 100 * 45 * 24) / 1000;
    expect(water.litres).toBeCloseTo(litres, 6);
    const now =
      water.verdicts.find((one) => one.parameter === 'nitrate')?.latest?.value ?? expect.fail('none');
    const change = water.remedies.find((one) => one.parameter === 'nitrate')?.options[0];
    if (change?.kind !== 'change') return expect.fail('no change');
    expect(change.litres).toBeCloseTo(((now - 19) / now) * litres, 3);
    // the magnesium kit expired 24 days ago: the newest test is in doubt, nothing is weighed out by it
    const magnesium = water.verdicts.find((one) => one.parameter === 'magnesium');
    expect(magnesium?.doubtful?.doubt.kind).toBe('kit-expired');
    expect(water.remedies.some((one) => one.parameter === 'magnesium')).toBe(false);
    const dose = water.remedies
      .find((one) => one.parameter === 'alkalinity')
      ?.options.find((one) => one.kind === 'daily-dose');
    if (dose?.kind !== 'daily-dose' || !dose.solution) return expect.fail('no dose');
    // 240 mL × 2.003 dKH·L ÷ 553 L = 0.869 dKH a day, and 0.35 dKH fell in each stretch of about nine days
    expect(dose.advice.now).toBeCloseTo((240 * 2.003) / litres, 6);
    expect(dose.advice.holding - dose.advice.now).toBeGreaterThan(0.025);
    expect(dose.advice.holding - dose.advice.now).toBeLessThan(0.08);
    expect(dose.solution.ml).toBeCloseTo((dose.advice.holding * litres) / 2.003, 6);
  });

  test('kelp column: the pH probe left the kit a fortnight ago; its readings since the last good check are in doubt', () => {
    const ph = answerOf('Kelp column').verdicts.find((one) => one.parameter === 'ph');
    expect(ph?.doubtful?.doubt.kind).toBe('disagrees-with-kit');
    // what is judged is the kit's own test
    expect(ph?.latest?.value).toBeLessThan(8.1);
  });
});
