import { sumpHeadroom } from '../formulas/vessels.ts';
import { workOut, type Worked } from '../formulas/workOut.ts';

const CM_PER_M = 100;
const CM2_PER_M2 = 10_000;

/** A vessel whose level falls when the pumps stop. */
export interface FallingVessel {
  surfaceCm2: number;
  runsBackCm: number;
}
/** The vessel that takes it up. */
export interface TakingVessel {
  surfaceCm2: number;
  headroomCm: number;
  /** What pipes and reactors hold and let down. */
  pipesL: number;
}
export interface DrainBack {
  /** Comes down, and what there is room for, L. */
  comesL: number;
  roomL: number;
  fits: boolean;
  worked: Worked;
}

/**
 * What comes down when the pumps stop, against the room in the sump. Several vessels that fall count as one surface.
 * @source geometry
 */
export function drainBack(falling: readonly FallingVessel[], taking: TakingVessel): DrainBack {
  const surface = falling.reduce((sum, one) => sum + one.surfaceCm2, 0);
  const volume = falling.reduce((sum, one) => sum + one.surfaceCm2 * one.runsBackCm, 0);
  const back = workOut(sumpHeadroom, {
    display_area: surface / CM2_PER_M2,
    fall: surface > 0 ? volume / surface / CM_PER_M : 0,
    pipes: taking.pipesL,
    sump_area: taking.surfaceCm2 / CM2_PER_M2,
    room: taking.headroomCm / CM_PER_M,
  });
  return {
    comesL: back.outputs.drains,
    roomL: back.outputs.holds,
    fits: back.outputs.spare >= 0,
    worked: back,
  };
}
