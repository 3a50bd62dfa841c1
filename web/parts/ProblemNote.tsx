import { ApiProblem } from '../api/client.ts';

/** What the server refused, field by field, and what to do. */
export function ProblemNote({ error }: { error: unknown }) {
  if (!error) return null;
  const problem = error instanceof ApiProblem ? error.problem : null;
  const lines = problem?.errors?.map((one) => one.detail) ?? [
    error instanceof Error ? error.message : 'Something went wrong.',
  ];
  return (
    <div className="problem" role="alert">
      {lines.map((line) => (
        <p key={line}>{line}</p>
      ))}
      {problem?.todo && <p className="soft">{problem.todo}</p>}
    </div>
  );
}
