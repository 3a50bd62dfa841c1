import { useState } from 'react';
import { changeMarks } from '../../../core/formulas/vessels.ts';
import { workOut } from '../../../core/formulas/workOut.ts';
import { drainBack } from '../../../core/water/drainBack.ts';
import { litresPerCm, surfaceAreaCm2 } from '../../../core/water/vesselVolume.ts';
import { litresOf, vesselsOf } from '../../../model/facts/litres.ts';
import type { RecordContent } from '../../../contract/records.ts';
import { useSnapshot } from '../../api/data.ts';
import { HowLink } from '../../parts/HowLink.tsx';
import { QuantityField } from '../../parts/QuantityField.tsx';
import { useAmounts } from '../../parts/useAmounts.ts';

const surfaceOf = (vessel: RecordContent<'vessel'>): number =>
  surfaceAreaCm2(vessel.shape, vessel.dimensions);
const CM2_PER_M2 = 10_000;

/** Marks on the glass, litres of a level drop, and what comes down when the pumps stop. */
export function Levels({ systemId }: { systemId: string }) {
  const snapshot = useSnapshot();
  const litres = litresOf(snapshot, systemId);
  const vessels = vesselsOf(snapshot, systemId)
    .map((vessel) => vessel.content)
    .sort((a, b) => surfaceOf(b) - surfaceOf(a));
  const [largest] = vessels;
  if (litres === null || !largest)
    return (
      <section>
        <h3>Levels</h3>
        <p className="soft">With a measured vessel, marks for 5, 10 and 20 % stand here.</p>
      </section>
    );
  return (
    <section>
      <h3>Levels</h3>
      <Marks vessel={largest} litres={litres} />
      <DrainBackLine vessels={vessels} />
    </section>
  );
}

function Marks({ vessel, litres }: { vessel: RecordContent<'vessel'>; litres: number }) {
  const amounts = useAmounts();
  const [fall, setFall] = useState<number | null>(null);
  const surface = surfaceOf(vessel);
  const freeShare = vessel.freeShare ?? 1;
  const marks = workOut(changeMarks, {
    surface: surface / CM2_PER_M2,
    free: 100 * freeShare,
    volume: litres,
  });
  const perCm = litresPerCm(surface, freeShare);
  return (
    <>
      <p>
        In {vessel.name}, below the water line:{' '}
        {(['mark5', 'mark10', 'mark20'] as const).map((key, i) => (
          <span key={key}>
            {i > 0 && ', '}
            <b>{[5, 10, 20][i]} %</b> {amounts.length(marks.outputs[key])}
          </span>
        ))}
        . <HowLink of={marks}>How</HowLink>
      </p>
      <QuantityField
        label="The level fell by"
        quantity="length"
        value={fall}
        onChange={setFall}
        help={
          fall === null
            ? undefined
            : `${amounts.litres(fall * perCm)}, ${((100 * fall * perCm) / litres).toFixed(1)} % of the true water`
        }
      />
    </>
  );
}

/** A flood is found on paper first: what comes down must fit under the sump's rim. */
function DrainBackLine({ vessels }: { vessels: readonly RecordContent<'vessel'>[] }) {
  const amounts = useAmounts();
  const falling = vessels.flatMap((vessel) =>
    vessel.runsBackCm ? [{ surfaceCm2: surfaceOf(vessel), runsBackCm: vessel.runsBackCm }] : [],
  );
  const sump = vessels.find((vessel) => vessel.headroomCm != null && !vessel.runsBackCm);
  if (falling.length === 0 || sump?.headroomCm == null)
    return (
      <p className="soft">
        When pumps stop: enter how far a level falls and the sump’s room to its rim under “Change facts”.
      </p>
    );
  const back = drainBack(falling, {
    surfaceCm2: surfaceOf(sump),
    headroomCm: sump.headroomCm,
    pipesL: sump.pipesL ?? 0,
  });
  return (
    <p className={back.fits ? '' : 'late'}>
      When pumps stop {amounts.litres(back.comesL)} come down; {sump.name} has room for{' '}
      {amounts.litres(back.roomL)}
      {back.fits ? '.' : ': it overflows. Lower its running level.'} Prove it once: switch off and watch.{' '}
      <HowLink of={back.worked}>How</HowLink>
    </p>
  );
}
