import { hoseDrain, hosePump } from '../../formulas/hoses.ts';
import { workOut } from '../../formulas/workOut.ts';
import { asRefusal } from '../../errors.ts';
import { afterOneChange } from '../afterChange.ts';
import { litresPerCm } from '../vesselVolume.ts';
import { blendFor, type Blend } from './blend.ts';
import { matchedStore, towardsOf, type Towards } from './matching.ts';
import { prepareStore } from './prepareStore.ts';
import { shareOf, stagesOf } from './stages.ts';
import { shareOut } from './shareOut.ts';
import type { Asking, ChangeAsk, ChangePlan, SystemChange } from './types.ts';

const CM2_PER_M2 = 10_000;
const nothing: Towards = { ppt: null, c: null };

/**
 * One visit's water changes from the stores there are: who gets how much of what, how long it takes, what comes of it.
 * What is drained is what is refilled. Every figure is a calculator's.
 * @throws Refusal 'out-of-range' naming the field, for figures that no vessel or hose can have
 */
export function planChange(ask: ChangeAsk): ChangePlan {
  const towards = new Map(
    ask.stores.map((store) => [
      store.id,
      towardsOf(
        store,
        ask.systems.map((asking) => ({ asking, parts: blendFor(asking, ask.stores).parts })),
      ),
    ]),
  );
  const stores = ask.matched
    ? ask.stores.map((store) => matchedStore(store, towards.get(store.id) ?? nothing))
    : ask.stores;
  const staged = ask.systems.map((asking) => {
    const blend = blendFor(asking, stores);
    return { asking, blend, ...stagesOf(asking, blend.values) };
  });
  const litres = shareOut(
    staged.map(({ asking, blend, stages }) => ({
      id: asking.id,
      litres: stages.litresEach,
      parts: blend.parts,
      urgency: asking.urgency,
    })),
    stores,
    ask.ifShort,
  );
  const systems = staged.map(({ asking, blend, stages, worked: staging }): SystemChange => {
    const given = litres.get(asking.id) ?? 0;
    const share = shareOf(given, asking.litres, asking.way);
    const perCm = asking.vessel ? litresPerCm(asking.vessel.surfaceCm2, asking.vessel.freeShare) : null;
    return {
      systemId: asking.id,
      name: asking.name,
      wantedL: asking.wantedL,
      stages,
      neededL: stages.litresEach,
      litres: given,
      share,
      draws: blend.parts.map(({ store, share: part }) => ({ storeId: store.id, litres: given * part })),
      refused: blend.refused ?? (given <= 0 && asking.wantedL > 0 ? 'nothing-left' : null),
      newWater: blend.values,
      after: afterOneChange(share, asking.tests, blend.values),
      afterAll: afterOneChange(1 - (1 - share) ** stages.count, asking.tests, blend.values),
      levelFallsCm: perCm === null || asking.way === 'continuous' ? null : given / perCm,
      drain: drainBy(asking, given, ask),
      refill: refillBy(given, ask),
      workings: [blend.worked, staging].filter((one) => one !== null),
    };
  });
  const prepared = ask.stores.map((store) => {
    const drawn = staged.map(({ blend, stages }, i) => ({
      given: (systems[i]?.litres ?? 0) * partOf(blend, store.id),
      asked: stages.litresEach * partOf(blend, store.id),
    }));
    const sum = (of: 'given' | 'asked') => drawn.reduce((all, one) => all + one[of], 0);
    return prepareStore(
      store,
      { given: sum('given'), asked: sum('asked') },
      towards.get(store.id) ?? nothing,
      ask,
    );
  });
  return { systems, stores: prepared };
}

const partOf = (blend: Blend, storeId: string): number =>
  blend.parts.find(({ store }) => store.id === storeId)?.share ?? 0;

function drainBy(asking: Asking, litres: number, { hose }: ChangeAsk): SystemChange['drain'] {
  if (!hose || !asking.vessel || litres <= 0 || asking.way === 'continuous') return null;
  return unlessImpossible(() =>
    workOut(hoseDrain, {
      surface: ((asking.vessel?.surfaceCm2 ?? 0) * (asking.vessel?.freeShare ?? 1)) / CM2_PER_M2,
      litres,
      head: hose.headM,
      bore: hose.boreMm,
      length: hose.lengthM,
    }),
  );
}

function refillBy(litres: number, { pump }: ChangeAsk): SystemChange['refill'] {
  if (!pump || litres <= 0) return null;
  return unlessImpossible(() =>
    workOut(hosePump, {
      litres,
      shutOff: pump.shutOffM,
      most: pump.mostLph,
      lift: pump.liftM,
      bore: pump.boreMm,
      length: pump.lengthM,
    }),
  );
}

/** A hose that ends above the drained level, a lift beyond the pump: no time is told; the screen says why. */
function unlessImpossible<R>(make: () => R): R | null {
  try {
    return make();
  } catch (error) {
    if (asRefusal(error)) return null;
    throw error;
  }
}
