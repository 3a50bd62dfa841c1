import { whenWord } from '../../../../core/explain/whenWord.ts';
import { Link } from 'react-router';
import type { Readable } from '../../../../model/water/componentChannel.ts';
import type { MakeUpView } from '../../../../usecases/water/makeUpView.ts';
import { parameterWord, type ParameterId } from '../../../../core/water/parameters.ts';
import { usePlan, useSetting } from '../../../api/data.ts';
import { Basin } from '../../../parts/Basin.tsx';
import { useAmounts } from '../../../parts/useAmounts.ts';
import { OutOfUseNote } from './OutOfUseNote.tsx';
import { ReadButton } from './ReadButton.tsx';
import { useAgo } from './useAgo.ts';

const saltOffers: readonly Readable[] = [
  { measure: 'litres-left' },
  { parameter: 'salinity' },
  { parameter: 'temperature' },
  { parameter: 'magnesium' },
  { parameter: 'phosphate' },
  { parameter: 'nitrate' },
];
const freshOffers: readonly Readable[] = [
  { measure: 'litres-left' },
  { parameter: 'temperature' },
  { parameter: 'phosphate' },
  { parameter: 'nitrate' },
];

/** The drums and containers: what is in them, when they are to be cleaned. */
export function StoresHere({ view }: { view: MakeUpView }) {
  const amounts = useAmounts();
  const ago = useAgo();
  const plan = usePlan();
  const { dateFormat } = useSetting();
  return (
    <section className="datum unit" aria-label="Stores">
      <h2>Stores</h2>
      <div className="storegrid">
        {view.stores.map((store) => {
          const clean = plan.jobs.find((row) => row.componentId === store.id && row.work === 'clean');
          const cleanWhen = clean ? whenWord(clean, dateFormat) : null;
          const present = store.presentL ?? 0;
          return (
            <div key={store.id} className="storerow">
              <Basin
                capacityL={store.capacityL}
                presentL={present}
                drawnL={0}
                unusableL={store.unusableL}
                said={`${store.name}: ${store.presentL === null ? 'not read' : amounts.litres(present)}`}
              />
              <div className="storetext">
                <Link to={`/components/${store.id}`}>{store.name}</Link>
                <p>
                  {store.presentL === null
                    ? 'What is in it is not known: read its mark.'
                    : `${amounts.litres(present)} of ${amounts.litres(store.capacityL)} ${store.holds} water, read ${ago(store.presentAt ?? 0)}.`}
                </p>
                {Object.keys(store.values).length > 0 && (
                  <p className="soft">
                    {(Object.entries(store.values) as [ParameterId, number][])
                      .map(
                        ([parameter, value]) =>
                          `${parameterWord(parameter)} ${amounts.show(parameter, value)}`,
                      )
                      .join(', ')}
                  </p>
                )}
                <ReadButton
                  componentId={store.id}
                  name={store.name}
                  offers={store.holds === 'salt' ? saltOffers : freshOffers}
                  labels={{ 'litres-left': 'In it now' }}
                />
                {store.outOfUse && <OutOfUseNote of={store.outOfUse} />}
                {clean && cleanWhen && (
                  <p className="soft">
                    Clean it {cleanWhen.day}, {cleanWhen.far}: {clean.sentence}
                  </p>
                )}
              </div>
            </div>
          );
        })}
      </div>
    </section>
  );
}
