import type { JobDefinition } from '../../../core/catalogue/types.ts';
import type { PermitId, SkillId } from '../../../core/catalogue/hands.ts';
import type { RecordContent } from '../../../contract/records.ts';

type Overrides = RecordContent<'job'>['overrides'];

/** What a job asks for besides its own minutes: whose hands, what is begun ahead, what is brought. */
export interface Around {
  people: number;
  permits: readonly PermitId[];
  skills: readonly SkillId[];
  leadSteps: readonly { what: string; hoursBefore: number }[];
  /** One a line. */
  needs: string;
}

export const aroundOf = ({ hands, leadSteps, needs }: JobDefinition): Around => ({
  people: hands?.people ?? 1,
  permits: hands?.permits ?? [],
  skills: hands?.skills ?? [],
  leadSteps,
  needs: needs.join('\n'),
});

/** Figures of one's own with what is said here; what is as in the catalogue is left to it. */
export function withAround(overrides: Overrides, around: Around, catalogue: JobDefinition): Overrides {
  const was = aroundOf(catalogue);
  const same = (key: keyof Around): boolean => JSON.stringify(around[key]) === JSON.stringify(was[key]);
  const rest: Overrides = { ...overrides };
  delete rest.hands;
  delete rest.leadSteps;
  delete rest.needs;
  const hands = {
    ...(around.people > 1 ? { people: around.people } : {}),
    ...(around.permits.length > 0 ? { permits: [...around.permits] } : {}),
    ...(around.skills.length > 0 ? { skills: [...around.skills] } : {}),
  };
  const lines = around.needs.split('\n').flatMap((line) => line.trim() || []);
  return {
    ...rest,
    ...(same('people') && same('permits') && same('skills') ? {} : { hands }),
    ...(same('leadSteps') ? {} : { leadSteps: around.leadSteps.map((one) => ({ ...one })) }),
    ...(JSON.stringify(lines) === JSON.stringify(catalogue.needs) ? {} : { needs: lines }),
  };
}
