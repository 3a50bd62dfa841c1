import { useQuery } from '@tanstack/react-query';
import type { Stored } from '../../../contract/records.ts';
import { kindWords } from '../../../contract/kinds.ts';
import { api } from '../../api/client.ts';
import { useSnapshot } from '../../api/data.ts';
import { restoring, useWriting } from '../../api/writing.tsx';

const kinds = ['service', 'look', 'skip', 'event'] as const;

/** What was deleted, to bring back. */
export function DeletedEntries() {
  const snapshot = useSnapshot();
  const { write, pending } = useWriting();
  // asked again whenever the records change
  const { data } = useQuery({
    queryKey: ['snapshot', 'deleted', snapshot.all('service').length, snapshot.all('event').length],
    queryFn: async () =>
      (await Promise.all(kinds.map((kind) => api.get<Stored[]>(`/records/${kind}?deleted=true`)))).flat(),
  });
  if (!data) return <p className="soft">Looking…</p>;
  return (
    <section className="rule" style={{ padding: '8px 0 16px' }}>
      <h3>Deleted</h3>
      {data.length === 0 && <p className="soft">Nothing is deleted.</p>}
      <ul className="plain">
        {data.map((record) => {
          const content = record.content as {
            note?: string;
            reason?: string;
            when?: { day?: string; at?: string };
          };
          return (
            <li key={record.id} className="actions rule" style={{ padding: '6px 0' }}>
              <span>
                {kindWords[record.kind]}, {content.when?.day ?? content.when?.at?.slice(0, 10) ?? 'no date'}
                <span className="soft"> {content.note ?? content.reason ?? ''}</span>
              </span>
              <button
                type="button"
                className="btn2"
                disabled={pending}
                onClick={() => void write([restoring(record)], `The ${kindWords[record.kind]} is back.`)}
              >
                Bring it back
              </button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
