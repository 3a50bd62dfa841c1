import { storeOrders } from '../../../../core/explain/changeWord.ts';
import type { ChangePlan } from '../../../../core/water/change/types.ts';
import type { ChangeFacts } from '../../../../usecases/water/changeFacts.ts';
import type { StoreFacts } from '../../../../usecases/water/stores.ts';
import { Link } from 'react-router';
import { Basin } from '../../../parts/Basin.tsx';
import { HowLink } from '../../../parts/HowLink.tsx';
import { QuantityField } from '../../../parts/QuantityField.tsx';
import { useAmounts } from '../../../parts/useAmounts.ts';
import { VolumeField } from '../../../parts/VolumeField.tsx';
import { OutOfUseNote } from '../make-up/OutOfUseNote.tsx';
import { useAgo } from '../make-up/useAgo.ts';
import type { ChangeDraft, StoreDraft } from './draft.ts';

/** The drums and containers: what is in them, what is drawn, what they need first. */
export function Stores({
  facts,
  draft,
  plan,
  onChange,
}: {
  facts: ChangeFacts;
  draft: ChangeDraft;
  plan: ChangePlan | null;
  onChange: (draft: ChangeDraft) => void;
}) {
  if (facts.stores.length === 0)
    return (
      <section>
        <h2 className="changetitle">Out of what</h2>
        <p>
          No store is described here. Add a mixing drum or a product container as equipment and say what it
          holds: <Link to={`/systems/${facts.systems[0]?.id ?? ''}/add`}>add equipment</Link>.
        </p>
      </section>
    );
  return (
    <section aria-label="Out of what">
      <h2 className="changetitle">Out of what</h2>
      {facts.stores.map((store) => (
        <StoreRow
          key={store.id}
          store={store}
          said={draft.stores[store.id] ?? { presentL: store.presentL, salinity: null, temperature: null }}
          prepared={plan?.stores.find((one) => one.storeId === store.id) ?? null}
          onChange={(some) => {
            const before = draft.stores[store.id] ?? {
              presentL: store.presentL,
              salinity: null,
              temperature: null,
            };
            onChange({ ...draft, stores: { ...draft.stores, [store.id]: { ...before, ...some } } });
          }}
        />
      ))}
    </section>
  );
}

function StoreRow({
  store,
  said,
  prepared,
  onChange,
}: {
  store: StoreFacts;
  said: StoreDraft;
  prepared: ChangePlan['stores'][number] | null;
  onChange: (some: Partial<StoreDraft>) => void;
}) {
  const amounts = useAmounts();
  const ago = useAgo();
  const present = store.outOfUse ? 0 : Math.min(said.presentL ?? 0, store.capacityL);
  const drawn = prepared?.drawnL ?? 0;
  const orders = prepared ? storeOrders(prepared, amounts) : [];
  return (
    <div className="storerow rule">
      <Basin
        capacityL={store.capacityL}
        presentL={present}
        drawnL={drawn}
        unusableL={store.unusableL}
        said={`${store.name}: ${amounts.litres(present)} in it, ${amounts.litres(drawn)} drawn`}
      />
      <div className="storetext">
        <div>
          <b>{store.name}</b>{' '}
          <span className="soft">
            {store.holds} water, full at {amounts.litres(store.capacityL)}
            {store.unusableL > 0 && `, ${amounts.litres(store.unusableL)} out of reach`}
          </span>
        </div>
        {store.outOfUse ? (
          <OutOfUseNote of={store.outOfUse} />
        ) : (
          <div className="fields storefields">
            <VolumeField
              label={`In ${store.name} now`}
              litres={said.presentL}
              onChange={(presentL) => onChange({ presentL })}
              help={
                said.presentL === null
                  ? 'not known: read its mark'
                  : store.presentAt !== null && said.presentL === store.presentL
                    ? `read ${ago(store.presentAt)}`
                    : undefined
              }
            />
            {store.holds === 'salt' && (
              <QuantityField
                label="Its salinity"
                quantity="salinity"
                value={said.salinity}
                onChange={(salinity) => onChange({ salinity })}
              />
            )}
            <QuantityField
              label="Its temperature"
              quantity="temperature"
              value={said.temperature}
              onChange={(temperature) => onChange({ temperature })}
            />
          </div>
        )}
        {prepared && drawn > 0 && (
          <p>
            {amounts.litres(drawn)} drawn of {amounts.litres(prepared.usableL)} that can be used;{' '}
            {amounts.litres(Math.max(0, prepared.leftL))} stay in it.
            {prepared.shortL > 0.05 && (
              <span className="late"> {amounts.litres(prepared.shortL)} short of what is wanted.</span>
            )}
          </p>
        )}
        {prepared && drawn <= 0 && prepared.shortL > 0.05 && (
          <p className="late">Nothing can be drawn: {amounts.litres(prepared.shortL)} are wanted.</p>
        )}
        {orders.map((order) => (
          <p key={order} className="storeorder">
            {order}
          </p>
        ))}
        {(prepared?.workings.length ?? 0) > 0 && (
          <p className="soft small">
            Worked out by:{' '}
            {prepared?.workings.map((one, i) => (
              <span key={`${one.calculatorId} ${i}`}>
                {i > 0 && ', '}
                <HowLink of={one} />
              </span>
            ))}
          </p>
        )}
      </div>
    </div>
  );
}
