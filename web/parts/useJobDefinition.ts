import { useMemo } from 'react';
import type { JobDefinition } from '../../core/catalogue/types.ts';
import { definitionsOf } from '../../model/facts/definition.ts';
import { useSnapshot } from '../api/data.ts';

/** The definition in force for a job: the catalogue's with the person's own figures. */
export function useJobDefinition(jobId: string): JobDefinition | null {
  const snapshot = useSnapshot();
  return useMemo(() => {
    const job = snapshot.content('job', jobId);
    return job ? definitionsOf(snapshot)(job) : null;
  }, [snapshot, jobId]);
}
