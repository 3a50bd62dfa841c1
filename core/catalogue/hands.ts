// Whose hands a job needs: how many, with which papers and which training. Data, so that a person can be matched to a job.

/** Papers that run out and must be held by somebody who is there. Local codes decide what they are called. */
export const permits = {
  'confined-space': 'confined-space entry',
  discharge: 'discharge',
  'work-at-height': 'work at height',
} as const;
export type PermitId = keyof typeof permits;
export const permitIds = Object.keys(permits) as [PermitId, ...PermitId[]];

/** What somebody has been trained or licensed for. */
export const skills = {
  electrical: 'licensed electrician',
  diving: 'diver',
  pressure: 'pressure vessels',
  ozone: 'ozone',
  chemicals: 'acids and bleach',
  refrigeration: 'licensed for refrigerants',
} as const;
export type SkillId = keyof typeof skills;
export const skillIds = Object.keys(skills) as [SkillId, ...SkillId[]];

export interface Hands {
  /** Absent: one. */
  people?: number;
  permits?: readonly PermitId[];
  skills?: readonly SkillId[];
}
