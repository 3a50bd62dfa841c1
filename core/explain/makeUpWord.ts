import { formatNumber } from '../quantity/quantities.ts';
import { parameterWord, type ParameterId } from '../water/parameters.ts';
import type { CarbonVerdict, UnitFacts, UnitState } from '../water/makeUp/types.ts';
import { count, listWord } from './words.ts';

const ago = (days: number): string => (days < 1 ? 'today' : `${count(Math.round(days), 'day')} ago`);

/** What a unit's figures say, each in a sentence; what is not known is said. */
export interface UnitWords {
  output: string;
  rejection: string;
  resin: string;
  carbon: string;
  product: string;
}

const carbonWords: Record<CarbonVerdict, string> = {
  holds: 'no chlorine behind it',
  'lets-through': 'chlorine comes through: change it before it kills the membrane',
  'not-tested': 'not tested: only a chlorine test behind it tells',
};
/** Sound is 96 % and more; below about 95 % it is time. Common practice, no published source. */
const TIRED_PERCENT = 95;
const SOUND_PERCENT = 96;
/** What the product itself is tested for. */
const productTests: readonly ParameterId[] = ['phosphate', 'nitrate', 'silicate'];
const TEST_HOLDS_DAYS = 200;

export function unitWords(
  facts: UnitFacts,
  state: UnitState,
  flow: (lph: number) => string,
  show: (parameter: ParameterId, value: number) => string,
): UnitWords {
  return {
    output: outputWord(facts, state, flow),
    rejection: rejectionWord(facts),
    resin: resinWord(facts, state),
    carbon: carbonWord(facts, state),
    product: productWord(facts, show),
  };
}

function outputWord(
  { read }: UnitFacts,
  { ofRated, productLph }: UnitState,
  flow: (lph: number) => string,
): string {
  if (!productLph) return 'How much it makes is not known: read its flow, or enter its rating.';
  if (productLph.from === 'rated')
    return `About ${flow(productLph.value)} as rated, for cold mains; not read yet.`;
  const now = `${flow(productLph.value)}, read ${ago(read.flow?.daysAgo ?? 0)}`;
  if (!ofRated) return `${now}. Its rating and the feed’s temperature say whether that is low.`;
  return `${now}: ${formatNumber(ofRated.outputs.share_of_rated, 0)} % of its rating at this temperature and pressure.`;
}

function rejectionWord({ rejection: read }: UnitFacts): string {
  if (!read) return 'Rejection is not known: read the TDS before and behind the membrane.';
  const said = `${formatNumber(read.value, 1)} % held back, ${read.from === 'tds' ? 'by two TDS readings' : 'read'} ${ago(read.daysAgo)}`;
  return read.value >= SOUND_PERCENT
    ? `${said}: sound.`
    : read.value > TIRED_PERCENT
      ? `${said}: getting tired.`
      : `${said}: at its limit of about 95 %. Its look is no test.`;
}

function resinWord(
  { figures, litresPerDay, resinPassed, behindMembrane }: UnitFacts,
  { resin }: UnitState,
): string {
  if (resin) {
    const days = Math.round(resin.outputs.days);
    return `${formatNumber(resin.outputs.used, 0)} % used up by what has passed; ${
      days > 0
        ? `${count(days, 'day')} left at ${formatNumber(behindMembrane?.value ?? 0, 0)} ppm behind the membrane`
        : 'nothing left'
    }. At most: carbon dioxide and silica use more, unseen.`;
  }
  const missing = [
    figures.resinL === null || figures.resinEqPerL === null ? 'its litres and capacity' : '',
    litresPerDay === null ? 'the litres made a day' : '',
    behindMembrane === null ? 'the TDS behind the membrane' : '',
    behindMembrane !== null && resinPassed === null ? 'when it was last changed' : '',
  ].filter(Boolean);
  return `How much is left is not known: ${listWord(missing.length > 0 ? missing : ['its figures'])} ${missing.length > 1 ? 'are' : 'is'} missing.`;
}

function carbonWord({ read }: UnitFacts, { carbon, carbonLife }: UnitState): string {
  const tested = read.chlorine ? `, tested ${ago(read.chlorine.daysAgo)}` : '';
  const life = carbonLife
    ? ` By its rating it lasts about ${formatNumber(carbonLife.outputs.days / 30.4, 0)} months; sediment may end it sooner.`
    : '';
  return `${capital(carbonWords[carbon])}${tested}.${life}`;
}

/** The product's own tests, and what was never tested; a zero reading proves nothing of them. */
function productWord(
  { tests, read }: UnitFacts,
  show: (parameter: ParameterId, value: number) => string,
): string {
  const done = productTests.flatMap((parameter) => {
    const test = tests.filter((one) => one.parameter === parameter).sort((a, b) => a.daysAgo - b.daysAgo)[0];
    return test && test.daysAgo <= TEST_HOLDS_DAYS ? [test] : [];
  });
  const open = productTests
    .filter((parameter) => !done.some((one) => one.parameter === parameter))
    .map(parameterWord);
  const tds = read['product-tds'];
  const zero =
    tds && tds.value < 1
      ? ' Its TDS reads 0: that does not prove it free of chlorine, silicate or bacteria.'
      : '';
  const said = done.map(
    ({ parameter, value, below, daysAgo }) =>
      `${parameterWord(parameter)} ${below ? 'below ' : ''}${show(parameter, value)}, ${ago(daysAgo)}`,
  );
  return `${said.length > 0 ? `${capital(listWord(said))}. ` : ''}${open.length > 0 ? `Not tested: ${listWord(open)}.` : ''}${zero}`.trim();
}
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
