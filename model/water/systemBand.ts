import { bandInForce, findProgramme, type BandInForce } from '../../core/catalogue/programmes.ts';
import type { Band, ParameterId } from '../../core/water/parameters.ts';
import type { RecordContent } from '../../contract/records.ts';

/**
 * The band in force for a system: its own before its programme's; none is none.
 * @param incoming the last accepted value of the water that comes in, null where there is none yet
 */
export const systemBand = (
  system: RecordContent<'system'> | null | undefined,
  parameter: ParameterId,
  incoming: number | null,
): BandInForce =>
  bandInForce(
    findProgramme(system?.programmeId),
    system?.bands as Partial<Record<ParameterId, Band>> | undefined,
    parameter,
    incoming,
  );
