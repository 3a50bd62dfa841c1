import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { TakenBack } from '../../../usecases/imports/preview.ts';
import { api } from '../../api/client.ts';
import { useSnapshot } from '../../api/data.ts';
import { ProblemNote } from '../../parts/ProblemNote.tsx';

/** Files that were read in, the newest first; each can be taken back as one step. */
export function PastImports() {
  const imports = useSnapshot()
    .all('import')
    .sort((a, b) => b.id.localeCompare(a.id));
  if (imports.length === 0) return null;
  return (
    <section className="datum" style={{ paddingTop: 10, marginTop: 24 }}>
      <h2>Read in before</h2>
      <ul className="plain">
        {imports.map(({ id, content }) => (
          <li key={id} className="rule actions" style={{ padding: '8px 0' }}>
            <b>{content.fileName}</b>
            <span className="soft">
              {content.added.toLocaleString('en-GB')} added, {content.skipped.toLocaleString('en-GB')}{' '}
              skipped, {content.refused.toLocaleString('en-GB')} refused
            </span>
            <span className="grow" />
            <TakeBack importId={id} onGone={() => undefined} />
          </li>
        ))}
      </ul>
    </section>
  );
}

/** One step back: what the file brought goes, what somebody changed since stays. */
export function TakeBack({ importId, onGone }: { importId: string; onGone: () => void }) {
  const client = useQueryClient();
  const [said, setSaid] = useState<string | null>(null);
  const { mutate, isPending, error } = useMutation({
    mutationFn: () => api.post<TakenBack>(`/imports/${importId}/take-back`),
    onSuccess: async ({ deleted, changedSince }) => {
      setSaid(
        `${deleted.toLocaleString('en-GB')} taken back${changedSince > 0 ? `; ${changedSince} changed since, so kept` : ''}.`,
      );
      await client.invalidateQueries();
      onGone();
    },
  });
  if (said) return <span role="status">{said}</span>;
  return (
    <>
      <button type="button" className="btn2" disabled={isPending} onClick={() => mutate()}>
        Take it back
      </button>
      <ProblemNote error={error} />
    </>
  );
}
