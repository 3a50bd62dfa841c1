import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { mattersWord } from '../../../core/explain/mattersWord.ts';
import { LEAST_OXYGEN_MG_L } from '../../../core/planning/round/matters.ts';
import { batteryHours } from '../../../core/planning/outage.ts';
import { formatNumber } from '../../../core/quantity/quantities.ts';
import type { CutSystem } from '../../../contract/whatIf/powerCut.ts';
import { api } from '../../api/client.ts';
import { NumberField } from '../../parts/NumberField.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { useAmounts } from '../../parts/useAmounts.ts';

const HOURS = 6;

/** The mains are off from now on: what each water does by the hour, what goes on a battery, how it comes back. */
export function PowerCut({ siteId }: { siteId: string }) {
  const [hours, setHours] = useState<number | null>(HOURS);
  const [wattHours, setWattHours] = useState<number | null>(null);
  const { data, error } = useQuery({
    queryKey: ['plan', 'power-cut', siteId, hours],
    queryFn: () => api.get<CutSystem[]>(`/plan/power-cut?site=${siteId}&hours=${hours ?? HOURS}`),
    enabled: hours !== null && hours >= 0.5 && hours <= 72,
    placeholderData: keepPreviousData,
  });
  return (
    <section>
      <div className="actions">
        <NumberField label="It lasts" unit="h" value={hours} onChange={setHours} />
        <NumberField label="A battery holds" unit="Wh" value={wattHours} onChange={setWattHours} />
      </div>
      <ProblemNote error={error} />
      <p className="hint">
        Before hands go near water: mains off at the board; when power returns, everything starts by itself.
        Local rules and the makers’ manuals come first.
      </p>
      {data?.map((system) => (
        <CutOf key={system.systemId} system={system} hours={hours ?? HOURS} wattHours={wattHours} />
      ))}
    </section>
  );
}

function CutOf({ system, hours, wattHours }: { system: CutSystem; hours: number; wattHours: number | null }) {
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
              {wattHours !== null &&
                (watts === null
                  ? ', watts not known: enter them on its page'
                  : `, ${formatNumber(batteryHours(wattHours, watts), 1)} h`)}
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
