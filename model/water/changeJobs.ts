import type { RecordIndex } from '../facts/recordIndex.ts';
import type { Stored } from '../../contract/records.ts';

/** The water changes of a system, as jobs. */
export const changeJobsOf = ({ index }: { index: RecordIndex }, systemId: string): Stored<'job'>[] =>
  index.on('jobsOfTarget', systemId).filter(({ content }) => content.kindId === 'water-change');
