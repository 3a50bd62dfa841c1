import { flowThroughDay } from '../../../core/formulas/mixing.ts';
import { workOut } from '../../../core/formulas/workOut.ts';
import { findKind } from '../../../core/catalogue/index.ts';
import { formatNumber } from '../../../core/quantity/quantities.ts';
import { litresOf } from '../../../model/facts/litres.ts';
import { ownKindsOf } from '../../../model/facts/definition.ts';
import { useSnapshot } from '../../api/data.ts';
import { HowLink } from '../../parts/HowLink.tsx';
import { QuantityField } from '../../parts/QuantityField.tsx';
import { useKept } from '../../parts/useKept.ts';

/** What new water running in replaces a day, for systems that water comes into by itself. */
export function Exchange({ systemId }: { systemId: string }) {
  const snapshot = useSnapshot();
  const litres = litresOf(snapshot, systemId);
  const [flowLph, setFlowLph] = useKept<number | null>(`exchange ${systemId}`, null);
  const ownKinds = ownKindsOf(snapshot);
  const flowsThrough = snapshot
    .all('component')
    .some(
      ({ content }) =>
        content.systemIds.includes(systemId) &&
        !content.holds &&
        content.kindId !== 'mixing-drum' &&
        content.kindId !== 'product-container' &&
        findKind(content.kindId, ownKinds)?.source,
    );
  if (!flowsThrough || litres === null) return null;
  const day =
    flowLph !== null && flowLph > 0 ? workOut(flowThroughDay, { flow: flowLph, volume: litres }) : null;
  return (
    <section>
      <h3>Exchange</h3>
      <QuantityField label="New water running in" quantity="flow" value={flowLph} onChange={setFlowLph} />
      {day ? (
        <p>
          {formatNumber(day.outputs.exchange, 2)} volumes a day: {formatNumber(day.outputs.replaced, 1)} % of
          the water is new after a day, nine tenths after {formatNumber(day.outputs.days_to_90, 1)} days, well
          mixed. <HowLink of={day}>How</HowLink>
        </p>
      ) : (
        <p className="soft">How much it replaces a day stands here.</p>
      )}
    </section>
  );
}
