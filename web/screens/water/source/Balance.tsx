import { milligramsWord } from '../../../../core/explain/sourceWord.ts';
import { nutrientsFromFeed } from '../../../../core/formulas/nitrogen.ts';
import { workOut } from '../../../../core/formulas/workOut.ts';
import { FEED } from '../../../../core/diagnosis/sources/feed.ts';
import type { SourceFinding } from '../../../../core/diagnosis/findSource.ts';
import type { NutrientFacts } from '../../../../core/diagnosis/sources/types.ts';
import { HowLink } from '../../../parts/HowLink.tsx';

const notKnown = <span className="soft">not known</span>;

/** What takes a nutrient out, and by its age or readings takes less than it did. */
const exports = [
  { id: 'media', label: 'Media fail to take', chance: 'by age, or inlet against outlet' },
  { id: 'harvest', label: 'Harvest fails to take', chance: 'by its lateness' },
  { id: 'skimmer', label: 'Skimmate fails to take', chance: 'by its air' },
] as const;

/** What goes in and out a day, as far as it is known; the rest is what nothing was logged of. */
export function Balance({ facts, finding }: { facts: NutrientFacts; finding: SourceFinding }) {
  const { supply, nutrient, feed } = facts;
  const byFeed = feed.now === null ? null : workOut(nutrientsFromFeed, { feed: feed.now, ...FEED });
  const product = finding.sources.find((one) => one.id === 'product-water')?.amount ?? null;
  const fed = byFeed && byFeed.outputs[nutrient === 'nitrate' ? 'NO3' : 'PO4'];
  const gross = fed === null ? null : fed + (product?.likely ?? 0);
  const perDay = (mg: number | null) => (mg === null ? notKnown : `${milligramsWord(mg)} a day`);
  return (
    <section className="balance" aria-label="Mass balance">
      <h2>In and out, a day</h2>
      <table>
        <tbody>
          <tr>
            <th scope="row">Feed brings at most</th>
            <td>{perDay(fed)}</td>
            <td className="soft">
              {byFeed ? (
                <HowLink of={byFeed}>from {feed.now} g of dry feed</HowLink>
              ) : (
                'log the feed on the system’s page'
              )}
            </td>
          </tr>
          <tr>
            <th scope="row">Make-up water brings about</th>
            <td>{perDay(product?.likely ?? null)}</td>
            <td className="soft">
              {facts.product.test ? 'by its test' : 'guessed from the mains: test the product'}
            </td>
          </tr>
          {exports.map(({ id, label, chance }) => {
            const amount = finding.sources.find((one) => one.id === id)?.amount ?? null;
            return (
              amount && (
                <tr key={id}>
                  <th scope="row">{label}</th>
                  <td>{perDay(amount.likely)}</td>
                  <td className="soft">{chance}</td>
                </tr>
              )
            );
          })}
          <tr>
            <th scope="row">Changes carry out</th>
            <td>{perDay(supply.byChanges)}</td>
            <td className="soft">
              {supply.byChanges === null ? 'log the litres with each change' : 'litres × level'}
            </td>
          </tr>
          <tr>
            <th scope="row">{supply.stays >= 0 ? 'Stays in the water' : 'The water loses'}</th>
            <td>{perDay(Math.abs(supply.stays))}</td>
            <td className="soft">slope of the tests × true litres</td>
          </tr>
          <tr className="sum">
            <th scope="row">So what comes in, over all other export</th>
            <td>{perDay(supply.supply)}</td>
            <td className="soft">give or take {milligramsWord(1.96 * supply.error)}</td>
          </tr>
          <tr>
            <th scope="row">In the weeks before</th>
            <td>{perDay(supply.before?.supply ?? null)}</td>
            <td className="soft">
              {supply.before
                ? `give or take ${milligramsWord(1.96 * supply.before.error)}`
                : 'too few tests then'}
            </td>
          </tr>
        </tbody>
      </table>
      {gross !== null && gross > supply.supply && (
        <p>
          So media, harvest, skimmer and what lives there take out about{' '}
          {milligramsWord(gross - supply.supply)} a day.
        </p>
      )}
    </section>
  );
}
