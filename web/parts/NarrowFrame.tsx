import { useQueryClient } from '@tanstack/react-query';
import { Suspense, useEffect } from 'react';
import { Link, Outlet } from 'react-router';
import { useDoor } from '../api/door.ts';
import { Mark } from './Mark.tsx';
import { signOut } from './signOut.ts';
import './narrow.css';

/** Round the one page of a helper or a client. */
export default function NarrowFrame() {
  const { me } = useDoor();
  const client = useQueryClient();
  useEffect(() => {
    const source = new EventSource('/api/changes');
    source.addEventListener('change', () => void client.invalidateQueries({ queryKey: ['week'] }));
    return () => source.close();
  }, [client]);
  return (
    <div className="narrow">
      <header className="narrowhead">
        <Link to="/week" className="brand">
          <Mark /> Jondrel
        </Link>
        <span className="grow" />
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
