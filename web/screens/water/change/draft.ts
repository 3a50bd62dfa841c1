import { planChange } from '../../../../core/water/change/planChange.ts';
import type {
  ChangePlan,
  Hose,
  ShortRule,
  Store,
  TransferPump,
} from '../../../../core/water/change/types.ts';
import type { Day } from '../../../../core/time/day.ts';
import type { RecordContent, Stored } from '../../../../contract/records.ts';
import {
  offAt,
  type AskingFacts,
  type ChangeFacts,
  type OffItem,
} from '../../../../usecases/water/changeFacts.ts';
import type { StoreFacts } from '../../../../usecases/water/stores.ts';

/** What a person says of one system. */
export interface SystemDraft {
  chosen: boolean;
  wantedL: number | null;
  way: 'at-once' | 'continuous';
}
/** What a person reads in a store just now; absent: as last read. */
export interface StoreDraft {
  presentL: number | null;
  salinity: number | null;
  temperature: number | null;
}
export interface ChangeDraft {
  /** The version of the kept plan that it began from; null: none was kept. */
  basedOn: number | null;
  day: Day;
  ifShort: ShortRule;
  matched: boolean;
  systems: Readonly<Record<string, SystemDraft>>;
  stores: Readonly<Record<string, StoreDraft>>;
  hose: Hose | null;
  pump: TransferPump | null;
  heaterW: number | null;
  chillerW: number | null;
}

const DEFAULT_SHARE = 0.15;

/** A first draft: a plan that stands already, else what the tests ask for, else what is usual, else a seventh. */
export function firstDraft(
  facts: ChangeFacts,
  plan: Stored<'change-plan'> | null,
  asked: string | null,
  due: readonly string[],
): ChangeDraft {
  const planned = new Map(plan?.content.systems.map((one) => [one.systemId, one]));
  return {
    basedOn: plan?.version ?? null,
    day: plan?.content.day ?? facts.visits[0] ?? facts.today,
    ifShort: plan?.content.ifShort ?? 'scale',
    matched: plan?.content.matched ?? true,
    systems: Object.fromEntries(
      facts.systems.map((system) => {
        const known = planned.get(system.id);
        return [
          system.id,
          {
            chosen: plan
              ? known !== undefined
              : asked
                ? system.id === asked
                : system.proposed !== null || due.includes(system.id),
            wantedL: known?.wantedL ?? proposedLitres(system),
            way: known?.way ?? 'at-once',
          },
        ];
      }),
    ),
    stores: Object.fromEntries(
      facts.stores.map((store) => [
        store.id,
        {
          presentL: store.presentL,
          salinity: store.values.salinity ?? null,
          temperature: store.values.temperature ?? null,
        },
      ]),
    ),
    hose: null,
    pump: null,
    heaterW: null,
    chillerW: null,
  };
}

export function proposedLitres({ proposed, usualL, litres }: AskingFacts): number | null {
  const asked = proposed
    ? proposed.litres * proposed.times
    : (usualL ?? (litres === null ? null : DEFAULT_SHARE * litres));
  return asked === null ? null : Math.round(asked * 10) / 10;
}

/** The store as it is drawn from; one out of use, or whose content nobody knows, gives nothing. */
export function storeOf(facts: StoreFacts, draft: StoreDraft | undefined): Store {
  const present = draft?.presentL ?? null;
  const { salinity, temperature, ...others } = facts.values;
  return {
    id: facts.id,
    name: facts.name,
    holds: facts.holds,
    systemIds: facts.systemIds,
    presentL: facts.outOfUse || present === null ? 0 : Math.min(present, facts.capacityL),
    unusableL: facts.outOfUse ? 0 : facts.unusableL,
    values: {
      ...others,
      ...valueOf('salinity', draft?.salinity ?? salinity ?? null),
      ...valueOf('temperature', draft?.temperature ?? temperature ?? null),
    },
  };
}
const valueOf = (id: 'salinity' | 'temperature', value: number | null) =>
  value === null ? {} : { [id]: value };

/** The plan by what is typed; stores serve only the systems they stand for. */
export function planOf(facts: ChangeFacts, draft: ChangeDraft): ChangePlan {
  const chosen = facts.systems.filter((system) => draft.systems[system.id]?.chosen && system.litres !== null);
  return planChange({
    systems: chosen.map((system) => {
      const said = draft.systems[system.id];
      return {
        ...system,
        litres: system.litres ?? 0,
        wantedL: Math.max(
          0,
          Math.min(said?.wantedL ?? 0, said?.way === 'continuous' ? Infinity : (system.litres ?? 0)),
        ),
        way: said?.way ?? 'at-once',
      };
    }),
    stores: facts.stores.map((store) => storeOf(store, draft.stores[store.id])),
    ifShort: draft.ifShort,
    matched: draft.matched,
    hose: draft.hose,
    pump: draft.pump,
    heaterW: draft.heaterW,
    chillerW: draft.chillerW,
  });
}

/** The plan as it is kept. */
export function contentOf(
  facts: ChangeFacts,
  draft: ChangeDraft,
  plan: ChangePlan,
): RecordContent<'change-plan'> {
  return {
    siteId: facts.siteId,
    day: draft.day,
    ifShort: draft.ifShort,
    matched: draft.matched,
    systems: plan.systems
      .filter((one) => one.litres > 0)
      .map((one) => ({
        systemId: one.systemId,
        wantedL: one.wantedL,
        way: draft.systems[one.systemId]?.way ?? 'at-once',
        litres: one.litres,
        stages: { count: one.stages.count, daysApart: one.stages.daysApart },
        draws: one.draws
          .filter((draw) => draw.litres > 0)
          .map((draw) => ({ componentId: draw.storeId, litres: draw.litres })),
        off: offOf(facts, one.systemId, one.litres),
      })),
    serviceIds: [],
    note: '',
  };
}

/** What must be off while so many litres of a water are changed. */
export function offOf(facts: ChangeFacts, systemId: string, litres: number): OffItem[] {
  const system = facts.systems.find((one) => one.id === systemId);
  return system ? offAt(system.off, litres, system.litres) : [];
}
