import type { Hose, TransferPump } from '../../../../core/water/change/types.ts';
import { NumberField } from '../../../parts/NumberField.tsx';
import type { ChangeDraft } from './draft.ts';

const usualHose: Hose = { headM: 0.8, boreMm: 19, lengthM: 4 };
const usualPump: TransferPump = { shutOffM: 2.5, mostLph: 3000, liftM: 1.2, boreMm: 19, lengthM: 6 };

/** Hose, pump and heater of the visit: with them come the minutes. */
export function Equipment({
  draft,
  onChange,
}: {
  draft: ChangeDraft;
  onChange: (draft: ChangeDraft) => void;
}) {
  const { hose, pump } = draft;
  const setHose = (some: Partial<Hose>) => onChange({ ...draft, hose: { ...(hose ?? usualHose), ...some } });
  const setPump = (some: Partial<TransferPump>) =>
    onChange({ ...draft, pump: { ...(pump ?? usualPump), ...some } });
  return (
    <section className="equipmentof">
      <h2 className="changetitle">Hose, pump, heater</h2>
      <div className="rule">
        {hose ? (
          <div className="fields">
            <NumberField
              label="Water down to the hose’s outlet"
              unit="m"
              value={hose.headM}
              onChange={(v) => setHose({ headM: v ?? 0 })}
            />
            <NumberField
              label="Bore of the hose"
              unit="mm"
              value={hose.boreMm}
              onChange={(v) => setHose({ boreMm: v ?? 0 })}
            />
            <NumberField
              label="Length of the hose"
              unit="m"
              value={hose.lengthM}
              onChange={(v) => setHose({ lengthM: v ?? 0 })}
            />
          </div>
        ) : (
          <button type="button" className="btn2" onClick={() => setHose({})}>
            How long does the drain take?
          </button>
        )}
      </div>
      <div className="rule">
        {pump ? (
          <div className="fields">
            <NumberField
              label="Pump’s head at no flow"
              unit="m"
              value={pump.shutOffM}
              onChange={(v) => setPump({ shutOffM: v ?? 0 })}
            />
            <NumberField
              label="Pump’s flow at no head"
              unit="L/h"
              value={pump.mostLph}
              onChange={(v) => setPump({ mostLph: v ?? 0 })}
            />
            <NumberField
              label="Lift from store to outlet"
              unit="m"
              value={pump.liftM}
              onChange={(v) => setPump({ liftM: v ?? 0 })}
            />
            <NumberField
              label="Bore of its hose"
              unit="mm"
              value={pump.boreMm}
              onChange={(v) => setPump({ boreMm: v ?? 0 })}
            />
            <NumberField
              label="Length of its hose"
              unit="m"
              value={pump.lengthM}
              onChange={(v) => setPump({ lengthM: v ?? 0 })}
            />
          </div>
        ) : (
          <button type="button" className="btn2" onClick={() => setPump({})}>
            How long does pumping back take?
          </button>
        )}
      </div>
      <div className="rule fields">
        <NumberField
          label="Heater in the store"
          unit="W"
          value={draft.heaterW}
          onChange={(heaterW) => onChange({ ...draft, heaterW: heaterW && heaterW > 0 ? heaterW : null })}
        />
        <NumberField
          label="Chiller on the store"
          unit="W of cooling"
          value={draft.chillerW}
          onChange={(chillerW) =>
            onChange({ ...draft, chillerW: chillerW && chillerW > 0 ? chillerW : null })
          }
        />
      </div>
    </section>
  );
}
