import { TOO_OLD_DAYS, type WaterStanding } from '../water/standing.ts';

/** Nothing is out of its band: how far the tests of a water allow that to be said. */
export function nothingOutWord({ lastDays, judged, doubted, fresh }: WaterStanding): string {
  if (lastDays === null) return 'Not tested yet: nothing is known of its water.';
  if (judged === 0 && doubted > 0) return 'Only tests in doubt: test again.';
  if (judged === 0) return 'No target ranges are set for what was tested: nothing can be said of it.';
  if (fresh === 0) return `No test of the last ${TOO_OLD_DAYS} days: test first.`;
  return 'Nothing by the last tests.';
}
