import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { mattersWord } from '../../../core/explain/mattersWord.ts';
import { LEAST_OXYGEN_MG_L } from '../../../core/planning/round/matters.ts';
import { arrives, batteryHours, onBatteries, type Battery } from '../../../core/planning/outage.ts';
import { formatNumber } from '../../../core/quantity/quantities.ts';
import type { CutSystem } from '../../../usecases/whatIf/powerCut.ts';
import { api } from '../../api/client.ts';
import { NumberField } from '../../parts/NumberField.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { useAmounts } from '../../parts/useAmounts.ts';

const HOURS = 6;

/** The mains are off from now on: what each water does by the hour, what goes on a battery, how it comes back. */
export function PowerCut({ siteId }: { siteId: string }) {
  const [hours, setHours] = useState<number | null>(HOURS);
  // the last field is for the next one
  const [batteries, setBatteries] = useState<readonly Typed[]>([untyped]);
  const { data, error } = useQuery({
    queryKey: ['plan', 'power-cut', siteId, hours],
    queryFn: () => api.get<CutSystem[]>(`/plan/power-cut?site=${siteId}&hours=${hours ?? HOURS}`),
    enabled: hours !== null && hours >= 0.5 && hours <= 72,
    placeholderData: keepPreviousData,
  });
  const on = useMemo(() => {
    const loads = (data ?? [])
      .flatMap((system) => system.onBattery)
      .sort((a, b) => a.rank - b.rank)
      .flatMap(({ componentId, watts }) => (watts === null ? [] : [{ id: componentId, watts }]));
    // one unit may serve several waters
    const once = [...new Map(loads.map((load) => [load.id, load])).values()];
    return onBatteries(batteries.map(batteryOf), once, hours ?? HOURS);
  }, [data, batteries, hours]);
  return (
    <section>
      <div className="actions">
        <NumberField label="It lasts" unit="h" value={hours} onChange={setHours} />
        {batteries.map((battery, i) => (
          // batteries have no name but their place in the row
          <BatteryFields
            key={i}
            name={`Battery ${i + 1}`}
            battery={battery}
            onChange={(typed) => {
              const next = batteries.map((one, at) => (at === i ? typed : one));
              setBatteries(next.at(-1)?.wattHours === null ? next : [...next, untyped]);
            }}
          />
        ))}
      </div>
      <ProblemNote error={error} />
      <p className="hint">
        Before hands go near water: mains off at the board; when power returns, everything starts by itself.
        Local rules and the makers’ manuals come first.
      </p>
      {data?.map((system) => (
        <CutOf key={system.systemId} {...{ system, batteries, on }} hours={hours ?? HOURS} />
      ))}
    </section>
  );
}

/** A battery as it is typed. */
interface Typed {
  wattHours: number | null;
  declaredPercent: number | null;
  ranHours: number | null;
  ranWatts: number | null;
}
const untyped: Typed = { wattHours: null, declaredPercent: null, ranHours: null, ranWatts: null };
const batteryOf = ({ wattHours, declaredPercent, ranHours, ranWatts }: Typed): Battery => ({
  wattHours: wattHours ?? 0,
  declaredShare: declaredPercent === null ? null : declaredPercent / 100,
  ran: ranHours === null || ranWatts === null ? null : { hours: ranHours, watts: ranWatts },
});

/** What a battery holds; once it is typed, what of that arrives, and a run that measured it. */
function BatteryFields({
  name,
  battery,
  onChange,
}: {
  name: string;
  battery: Typed;
  onChange: (battery: Typed) => void;
}) {
  const set = (some: Partial<Typed>): void => onChange({ ...battery, ...some });
  const { share, from } = arrives(batteryOf(battery));
  const percent = `${formatNumber(100 * share, 0)} %`;
  const said =
    from === 'measured'
      ? `measured ${percent}${battery.declaredPercent === null ? '' : `, declared ${formatNumber(battery.declaredPercent, 0)} %`}`
      : from === 'usual'
        ? `${percent} as usual; half of a lead battery`
        : undefined;
  return (
    <>
      <NumberField
        label={`${name} holds`}
        unit="Wh"
        value={battery.wattHours}
        onChange={(wattHours) => set({ wattHours })}
      />
      {battery.wattHours !== null && (
        <>
          <NumberField
            label={`Of it arrives, battery ${name.slice(-1)}`}
            unit="%"
            value={battery.declaredPercent}
            help={said}
            error={
              battery.declaredPercent !== null &&
              (battery.declaredPercent <= 0 || battery.declaredPercent > 100)
                ? 'Between 1 and 100 %.'
                : undefined
            }
            onChange={(declaredPercent) => set({ declaredPercent })}
          />
          <NumberField
            label="Tried: it ran"
            unit="h"
            value={battery.ranHours}
            onChange={(ranHours) => set({ ranHours })}
          />
          <NumberField
            label="at a load of"
            unit="W"
            value={battery.ranWatts}
            onChange={(ranWatts) => set({ ranWatts })}
          />
        </>
      )}
    </>
  );
}

function CutOf({
  system,
  hours,
  batteries,
  on,
}: {
  system: CutSystem;
  hours: number;
  batteries: readonly Typed[];
  on: ReadonlyMap<string, number>;
}) {
  const amounts = useAmounts();
  const marks = [...new Set([0, Math.floor(hours / 2), Math.ceil(hours)])];
  const markWord = (mark: number): string =>
    mark === 0 ? 'now' : `after ${formatNumber(Math.min(mark, hours), 1)} h`;
  return (
    <div className="awaypart">
      <h2 className="datum">{system.name}</h2>
      <table className="figures">
        <thead>
          <tr>
            <th />
            {marks.map((mark) => (
              <th key={mark}>{markWord(mark)}</th>
            ))}
            <th>it matters</th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <td>Oxygen, nothing coming in by the surface</td>
            {marks.map((mark) => {
              const value = system.oxygenMgL[mark] ?? null;
              return (
                <td key={mark} data-label={markWord(mark)}>
                  <b className={value !== null && value < LEAST_OXYGEN_MG_L ? 'late' : ''}>
                    {value === null ? 'not known' : `${formatNumber(value, 1)} mg/L`}
                  </b>
                </td>
              );
            })}
            <td style={{ whiteSpace: 'normal' }}>{mattersWord(system.flow)}</td>
          </tr>
          <tr>
            <td>Temperature</td>
            {marks.map((mark) => {
              const value = system.temperatureC[mark] ?? null;
              return (
                <td key={mark} data-label={markWord(mark)}>
                  {value === null ? 'not known' : amounts.show('temperature', value)}
                </td>
              );
            })}
            <td style={{ whiteSpace: 'normal' }}>
              {system.heat === null ? 'no heater here' : mattersWord(system.heat)}
            </td>
          </tr>
        </tbody>
      </table>
      {system.onBattery.length > 0 && (
        <p>
          On the battery first:{' '}
          {system.onBattery.map(({ componentId, name, why, watts }, i) => (
            <span key={componentId}>
              {i > 0 && '; '}
              <b>{name}</b> <span className="soft">({why})</span>
              {batteries.length > 1 && `, ${batteryWord(watts, on.get(componentId) ?? null, batteries)}`}
            </span>
          ))}
          .
        </p>
      )}
      {system.restart.length > 0 && (
        <p>Brought back in this order, each seen running: {system.restart.join(', ')}.</p>
      )}
    </div>
  );
}

/** "battery 2, alone 10.2 h of it". */
function batteryWord(watts: number | null, battery: number | null, batteries: readonly Typed[]): string {
  if (watts === null) return 'watts not known: enter them on its page';
  if (battery === null) return 'no battery carries it to the end';
  return `battery ${battery + 1}, which alone would run it ${formatNumber(batteryHours(batteryOf(batteries[battery] ?? untyped), watts), 1)} h`;
}
