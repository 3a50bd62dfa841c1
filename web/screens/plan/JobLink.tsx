import { Link } from 'react-router';
import type { PlanRow } from '../../../usecases/plan/plan.ts';

/** A job by its thing and its work, leading to where its date is explained. */
export function JobLink({ row, look = false }: { row: PlanRow; look?: boolean }) {
  const at = row.componentId ? `/components/${row.componentId}` : `/systems/${row.systemIds[0] ?? ''}`;
  return (
    <Link to={`${at}?job=${row.jobId}`}>
      <b>{row.thing}</b>, {look ? 'a look' : row.action}
    </Link>
  );
}
