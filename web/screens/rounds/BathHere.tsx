import { useState } from 'react';
import { Link } from 'react-router';
import type { Bath } from '../../../core/catalogue/types.ts';
import { calculatorOf } from '../../../core/calculators/registry.ts';
import { formatNumber } from '../../../core/quantity/quantities.ts';
import { NumberField } from '../../parts/NumberField.tsx';
import { useAmounts } from '../../parts/useAmounts.ts';
import { VolumeField } from '../../parts/VolumeField.tsx';

const STOCK = 'bath-dilution';

/** The bath of a job: how much of what, and how much water, for the litres that cover the part. */
export function BathHere({ bath }: { bath: Bath | null }) {
  return bath ? <Parts bath={bath} /> : <Stock />;
}

/** A product and water by their shares. */
function Parts({ bath: { product, share } }: { bath: Bath }) {
  const amounts = useAmounts();
  const [litres, setLitres] = useState<number | null>(null);
  return (
    <div className="bath">
      <VolumeField label="The bath that covers it" litres={litres} onChange={setLitres} />
      <p role="status">
        {litres !== null && litres > 0 ? (
          <b>
            {amounts.litres(litres * share)} {product}, {amounts.litres(litres * (1 - share))} water
          </b>
        ) : (
          <>
            {formatNumber(share * 100, 0)} % {product}, the rest water.
          </>
        )}
      </p>
    </div>
  );
}

/** A stock diluted to a strength: by the bench's own calculator. */
function Stock() {
  const entry = calculatorOf(STOCK);
  const [litres, setLitres] = useState<number | null>(null);
  const [stock, setStock] = useState<number | null>(null);
  const [wanted, setWanted] = useState<number | null>(null);
  const isWhole = litres !== null && stock !== null && wanted !== null && stock > 0;
  const result = isWhole ? entry?.run({ stock, wanted, batch: litres }) : null;
  const millilitres = result?.['stock_volume'];
  return (
    <div className="bath">
      <VolumeField label="Bath, if it takes one" litres={litres} onChange={setLitres} />
      {litres !== null && (
        <>
          <NumberField
            label="Strength of the stock, by its label"
            unit="% w/v"
            value={stock}
            onChange={setStock}
          />
          <NumberField
            label="Wanted, by the maker’s recipe"
            unit="mg/L"
            value={wanted}
            onChange={setWanted}
          />
        </>
      )}
      {typeof millilitres === 'number' && (
        <p role="status">
          <b>{formatNumber(millilitres, 1)} mL of the stock</b> into the bath, water first.{' '}
          <Link className="howlink" to={`/bench/${STOCK}`}>
            How it is worked out
          </Link>
        </p>
      )}
    </div>
  );
}
