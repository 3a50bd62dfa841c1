import { useMemo } from 'react';
import { lackWord } from '../../core/explain/handsWord.ts';
import { lacksOfJobs } from '../../usecases/workers.ts';
import { usePlan, useSetting, useSnapshot } from '../api/data.ts';

/** What jobs lack of hands, papers and training, in sentences, by their id. */
export function useLacks(): ReadonlyMap<string, string[]> {
  const snapshot = useSnapshot();
  const { jobs } = usePlan();
  const { dateFormat } = useSetting();
  return useMemo(
    () =>
      new Map(
        [...lacksOfJobs(snapshot, jobs)].map(([jobId, { lacks, day, today }]) => [
          jobId,
          lacks.map((lack) => lackWord(lack, day, today, dateFormat)),
        ]),
      ),
    [snapshot, jobs, dateFormat],
  );
}

/** Said under the reason: the date stands, but not for those who will be there. */
export function LackNote({ said }: { said: readonly string[] | undefined }) {
  return said ? <p className="late">{said.join(' ')}</p> : null;
}
