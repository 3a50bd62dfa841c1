import { useRouteError } from 'react-router';
import { ApiProblem } from '../api/client.ts';

/** A screen that could not be drawn says so, and how to go on. */
export function Failure() {
  const error = useRouteError();
  const detail =
    error instanceof ApiProblem
      ? error.problem.detail
      : 'This screen has a fault. Nothing that was stored is harmed.';
  return (
    <main style={{ padding: 28, display: 'grid', gap: 12, maxWidth: 560 }}>
      <h1>This did not work</h1>
      <p>{detail}</p>
      {!(error instanceof ApiProblem) && (
        <p className="soft">{error instanceof Error ? error.message : String(error)}</p>
      )}
      <div>
        <button type="button" className="btn2" onClick={() => location.reload()}>
          Try again
        </button>
      </div>
    </main>
  );
}
