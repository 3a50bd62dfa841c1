import { Link } from 'react-router';
import type { Plan } from '../../../usecases/plan/plan.ts';
import { useSnapshot } from '../../api/data.ts';

/** Jobs that cannot be planned as they are written: named, with the way to mend them; the rest of the plan stands. */
export default function BrokenJobs({ broken }: { broken: Plan['broken'] }) {
  const snapshot = useSnapshot();
  return (
    <ul className="plain problem" role="alert" aria-label="Not planned">
      {broken.map(({ jobId, what, why }) => {
        const componentId = snapshot.content('job', jobId)?.componentId;
        return (
          <li key={jobId}>
            <b>{what}</b> cannot be planned: {why}{' '}
            <Link className="btn2" to={componentId ? `/components/${componentId}` : '/log'}>
              Open it
            </Link>
          </li>
        );
      })}
    </ul>
  );
}
