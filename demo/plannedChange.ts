import { isOffDuringChange, offDuringChange } from '../core/catalogue/offDuringChange.ts';
import type { Day } from '../core/time/day.ts';
import type { RecordContent } from '../contract/records.ts';
import type { ScenarioSystem } from './scenarioTypes.ts';

/** A plan of the next visit's changes, drawn from one drum. */
export function plannedChange(
  siteId: string,
  day: Day,
  drumId: string,
  asked: readonly {
    systemId: string;
    system: ScenarioSystem;
    litres: number;
    componentId: (name: string) => string;
  }[],
): RecordContent<'change-plan'> {
  return {
    siteId,
    day,
    ifShort: 'scale',
    matched: true,
    systems: asked.map(({ systemId, system, litres, componentId }) => ({
      systemId,
      wantedL: litres,
      way: 'at-once',
      litres,
      stages: { count: 1, daysApart: 0 },
      draws: [{ componentId: drumId, litres }],
      off: offDuringChange
        .filter((one) => isOffDuringChange(one, null))
        .flatMap(({ kindId, why, provedBy }) =>
          system.components
            .filter((one) => one.kindId === kindId && (one.status ?? 'running') === 'running')
            .map((one) => ({ componentId: componentId(one.name), what: one.name, why, provedBy })),
        ),
    })),
    serviceIds: [],
    note: '',
  };
}
