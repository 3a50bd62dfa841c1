import { useEffect } from 'react';
import { useNavigate } from 'react-router';
import { levellingWord } from '../../levelling/levellingWord.ts';
import { useLevelled } from '../../levelling/useLevelled.ts';
import { roundPath } from '../../parts/roundPath.ts';

/** Levels the plan and goes on with what it puts into the next visit of a place. */
export default function AsPlanned({ siteId }: { siteId: string }) {
  const { levelled, share, failed } = useLevelled();
  const navigate = useNavigate();
  const found = share === null && !failed ? levelled : null;
  const visit = found?.find(({ plan }) => plan.siteId === siteId)?.plan.visits[0];
  const path = visit && visit.entries.length > 0 ? roundPath(siteId, visit.entries) : null;
  useEffect(() => {
    if (path !== null) void navigate(path);
  }, [path, navigate]);
  return (
    <span className="soft" role="status">
      {found === null ? levellingWord({ failed, share }) : 'The plan puts nothing into this visit.'}
    </span>
  );
}
