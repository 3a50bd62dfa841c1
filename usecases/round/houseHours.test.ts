import { expect, test } from 'vitest';
import { job, off, ordered } from '../../core/planning/round/testing/visit.ts';
import { byHours } from './houseHours.ts';

const visit = ordered(
  job('pump', { shuts: [off('pump', 'return-pump')], minutes: 60 }),
  job('change', { work: 'change water', minutes: 40 }),
);
const site = (begins: string | null, from: string, to: string) => ({
  allowed: { begins, spans: [{ what: 'water' as const, from, to }] },
});

test('a place without hours asks nothing of a visit', () => {
  expect(byHours(visit, {})).toEqual({ begin: null, outside: null });
  expect(byHours(visit, { allowed: { begins: '07:00', spans: [] } })).toEqual({ begin: null, outside: null });
});
test('begun at nine, the change comes after ten: it is named, with the begin that is right', () => {
  const { outside } = byHours(visit, site(null, '06:00', '10:00'));
  expect(outside?.text).toMatch(
    /^Begun at 09:00, “change: siphon and drain” comes at 10:\d\d; water is allowed 06:00 to 10:00 here\. Begin between \d\d:\d\d and 08:\d\d/,
  );
});
test('begun as visits do there, all of it within: only the stretch is said', () => {
  const { begin, outside } = byHours(visit, site('07:30', '06:00', '10:00'));
  expect(outside).toBeNull();
  expect(begin).toMatch(/^Begin between/);
});
test('hours that are too short for it: no begin is right', () => {
  expect(byHours(visit, site('07:30', '06:00', '06:10')).outside?.text).toContain('No begin puts all of it');
});
