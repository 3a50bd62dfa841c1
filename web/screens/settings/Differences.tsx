import { useState } from 'react';
import {
  changeByChoice,
  disagreements,
  type Disagreement,
  type DisagreementId,
} from '../../../core/catalogue/choices.ts';
import type { RecordContent } from '../../../contract/records.ts';
import { useSnapshot } from '../../api/data.ts';

type Choices = NonNullable<RecordContent<'setting'>['choices']>;

/** What keepers do differently: chosen once for all systems, changed at any time, the catalogue's way until then. */
export function Differences({
  choices,
  onChange,
}: {
  choices: Choices;
  onChange: (choices: Choices) => Promise<void>;
}) {
  const jobs = useSnapshot().all('job');
  // what was just chosen shows at once, and falls back if it was refused
  const [sending, setSending] = useState<Choices | null>(null);
  const shown = sending ?? choices;
  const set = async (id: DisagreementId, option: string | null): Promise<void> => {
    const rest = Object.fromEntries(Object.entries(shown).filter(([key]) => key !== id));
    const next: Choices = option === null ? rest : { ...rest, [id]: option };
    setSending(next);
    await onChange(next);
    setSending(null);
  };
  const touched = (id: DisagreementId, option: string): number =>
    jobs.filter(({ content }) => changeByChoice({ [id]: option }, `${content.kindId}/${content.jobId}`))
      .length;
  return (
    <ul
      className="plain"
      style={{
        display: 'grid',
        gap: '20px 32px',
        gridTemplateColumns: 'repeat(auto-fill, minmax(min(440px, 100%), 1fr))',
      }}
    >
      {(disagreements as readonly (Disagreement & { id: DisagreementId })[]).map(
        ({ id, question, options }) => (
          <li key={id}>
            <fieldset style={{ border: 0, padding: 0, margin: 0 }}>
              <legend style={{ padding: 0, fontWeight: 600 }}>{question}</legend>
              {[...options, null].map((option) => {
                const count = option ? touched(id, option.id) : 0;
                return (
                  <label
                    key={option?.id ?? 'none'}
                    style={{ display: 'flex', gap: 10, padding: '3px 0', alignItems: 'baseline' }}
                  >
                    <input
                      type="radio"
                      name={id}
                      style={{ accentColor: 'var(--petrol)' }}
                      checked={(shown[id] ?? null) === (option?.id ?? null)}
                      onChange={() => void set(id, option?.id ?? null)}
                    />
                    <span>
                      {option?.label ?? 'not chosen'}:{' '}
                      <span className="soft">
                        {option?.who ?? 'The catalogue and the programme stand.'}
                        {count > 0 && ` Changes ${count === 1 ? '1 job' : `${count} jobs`} here.`}
                      </span>
                    </span>
                  </label>
                );
              })}
            </fieldset>
          </li>
        ),
      )}
    </ul>
  );
}
