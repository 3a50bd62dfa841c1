import { useQueryClient } from '@tanstack/react-query';
import { Suspense, useEffect } from 'react';
import { Link, Outlet } from 'react-router';
import { listen } from '../api/line.ts';
import { setConnection, useConnection } from '../api/connection.ts';
import { clockIn } from './dates.ts';
import { useAuthentication } from '../api/authentication.ts';
import { Mark } from './Mark.tsx';
import { signOut } from './signOut.ts';
import './narrow.css';

/** Round the one page of a helper or a client. */
export default function NarrowFrame() {
  const { me } = useAuthentication();
  const client = useQueryClient();
  const accountId = me?.accountId ?? '';
  useEffect(
    () =>
      listen(accountId, '/api/changes', ({ event }) => {
        if (event === 'hello') setConnection({ away: false, answeredAt: Date.now() });
        // while it tries again there is no answer
        if (event === 'away') setConnection({ away: true });
        if (event === 'change') void client.invalidateQueries({ queryKey: ['week'] });
      }),
    [client, accountId],
  );
  return (
    <div className="narrow">
      <header className="narrowhead">
        <Link to="/week" className="brand">
          <Mark /> Jondrel
        </Link>
        <span className="grow" />
        <ReachLine />
        <Link className="btn2" to="/settings/account">
          {me?.name}
        </Link>
        <button type="button" className="btn2" onClick={() => void signOut()}>
          Sign out
        </button>
      </header>
      <Suspense fallback={<main className="page">Opening…</main>}>
        <Outlet />
      </Suspense>
    </div>
  );
}

/** What stands here is the server's, or as it was when it last answered. A tick is not kept here: it says so. */
function ReachLine() {
  const { away, answeredAt } = useConnection();
  const since =
    answeredAt === null
      ? ''
      : ` since ${clockIn(Intl.DateTimeFormat().resolvedOptions().timeZone, answeredAt)}`;
  return (
    <span className="connectionline" role="status">
      {away ? `No answer${since}: what you tick now is not saved` : 'all saved'}
    </span>
  );
}
