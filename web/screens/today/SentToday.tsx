import { Link } from 'react-router';
import type { Stored } from '../../../contract/records.ts';
import { useClock, useSnapshot } from '../../api/data.ts';
import { usePersonHere } from '../../api/person.ts';
import { revising } from '../../api/writing.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { useSend } from '../../parts/useSend.ts';

/** Tests that were sent in and nobody of the house has seen yet, with what was answered. */
export default function SentToday() {
  const unseen = useSnapshot()
    .all('sent-tests')
    .filter(({ content }) => content.seen.length === 0)
    .sort((a, b) => b.content.at.localeCompare(a.content.at));
  if (unseen.length === 0) return null;
  return (
    <ul className="plain roundstoday" aria-label="Tests sent in">
      {unseen.map((one) => (
        <SentLine key={one.id} sent={one} />
      ))}
    </ul>
  );
}

function SentLine({ sent }: { sent: Stored<'sent-tests'> }) {
  const { systemId, from, note, said } = sent.content;
  const snapshot = useSnapshot();
  const person = usePersonHere();
  const clock = useClock();
  const { send, pending, error } = useSend();
  const seen = (): void =>
    void send(
      [
        revising(sent, {
          ...sent.content,
          seen: [{ whoId: person.id, at: new Date(clock()).toISOString() }],
        }),
      ],
      'Seen.',
    );
  return (
    <li className="rule">
      <b>
        {snapshot.content('system', systemId)?.name}, tests from {from}
      </b>{' '}
      <span className="soft">{said.join(' ')}</span> {note && <span>“{note}”</span>}{' '}
      <Link className="btn2" to={`/water?system=${systemId}`}>
        Open the water
      </Link>{' '}
      <button type="button" className="btn2" disabled={pending} onClick={seen}>
        Seen
      </button>
      <ProblemNote error={error} />
    </li>
  );
}
