import { useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { cautions, deference } from '../../../core/catalogue/cautions.ts';
import { catalogue, searchKinds } from '../../../core/catalogue/index.ts';
import type { EquipmentKind, JobDefinition } from '../../../core/catalogue/types.ts';
import { effectWord, ruleInterval } from '../../../core/explain/ruleInterval.ts';
import { ownKindsOf } from '../../../model/facts/definition.ts';
import { useSnapshot } from '../../api/data.ts';
import { usualWord } from '../../parts/equipment/EquipmentPicker.tsx';
import { consequenceWords } from '../../parts/equipment/OwnKind.tsx';
import { FoundBar } from '../../strip/marks.tsx';
import { foundGrades } from '../../../core/wear/found.ts';
import './catalogue.css';

/** For reading: what it is, what wears, how often and why it differs, how to look, what can hurt. */
export function CatalogueScreen() {
  const snapshot = useSnapshot();
  const [params, setParams] = useSearchParams();
  const typed = params.get('q') ?? '';
  const kinds = useMemo(() => [...ownKindsOf(snapshot), ...catalogue], [snapshot]);
  const found = searchKinds(typed, kinds);
  const open =
    found.find((kind) => kind.id === params.get('kind')) ?? (found.length === 1 ? found[0] : undefined);
  const set = (some: Record<string, string>) =>
    setParams(
      (before) => {
        const next = new URLSearchParams(before);
        for (const [key, value] of Object.entries(some)) {
          if (value) next.set(key, value);
          else next.delete(key);
        }
        return next;
      },
      { replace: true },
    );
  return (
    <main className="page">
      <header className="head">
        <h1>Catalogue</h1>
        <span className="facts">
          {found.length} kinds, {found.reduce((sum, kind) => sum + kind.jobs.length, 0)} jobs
        </span>
      </header>
      <div className="cataloguecols datum">
        <div>
          <input
            className="seek"
            type="search"
            aria-label="Search the catalogue"
            placeholder="sock, bulb, RO…"
            value={typed}
            onChange={(event) => set({ q: event.target.value, kind: '' })}
          />
          {found.length === 0 && (
            <p className="soft" style={{ paddingTop: 8 }}>
              Nothing answers to “{typed}”. Everyday words will do: sock, bulb, RO.
            </p>
          )}
          <ul className="plain">
            {found.map((kind) => (
              <li key={kind.id} className="rule">
                <button
                  type="button"
                  className="kindline"
                  aria-pressed={kind === open}
                  onClick={() => set({ kind: kind.id })}
                >
                  <b>{kind.name}</b>
                  <span className="soft">
                    {kind.jobs[0] ? `${kind.jobs[0].action}, ${usualWord(kind.jobs[0])}` : ''}
                  </span>
                </button>
              </li>
            ))}
          </ul>
        </div>
        {open ? (
          <Kind kind={open} />
        ) : (
          <p className="soft">
            Choose a kind to read about it: what wears, how often keepers do it, how to look, what can hurt.{' '}
            {deference}
          </p>
        )}
      </div>
    </main>
  );
}

function Kind({ kind }: { kind: EquipmentKind }) {
  return (
    <article>
      <h2 style={{ fontSize: 26, lineHeight: '32px' }}>{kind.name}</h2>
      {kind.alsoCalled.length > 0 && <p className="soft">Also called {kind.alsoCalled.join(', ')}.</p>}
      <p style={{ fontSize: 17, lineHeight: '25px', padding: '6px 0 12px', maxWidth: 640 }}>{kind.about}</p>
      {kind.effects && (
        <ul className="plain soft" style={{ paddingBottom: 12 }}>
          {kind.effects.map(({ on, factor }) => (
            <li key={on}>{effectWord(on, factor)}.</li>
          ))}
        </ul>
      )}
      {kind.jobs.map((job) => (
        <Job key={job.id} job={job} />
      ))}
    </article>
  );
}

function Job({ job }: { job: JobDefinition }) {
  return (
    <section className="datum" style={{ padding: '8px 0 18px', display: 'grid', gap: 8, maxWidth: 760 }}>
      <h3 style={{ fontSize: 18, lineHeight: '24px' }}>
        {job.action}{' '}
        <span className="soft" style={{ fontWeight: 400 }}>
          {job.rules.map(ruleInterval).join('; or ')}
        </span>
      </h3>
      <p className="soft">
        What wears it: {job.driver}. {job.minutes} min. If late: {consequenceWords[job.consequence].slice(3)},{' '}
        {job.lateness === 'sudden' ? 'and it fails suddenly' : 'growing with lateness'}. Figures: {job.basis}.
      </p>
      {job.foundWords.length > 0 && (
        <ul className="plain foundlist">
          {foundGrades.map((grade, i) => (
            <li key={grade}>
              <FoundBar found={grade} /> {job.foundWords[i]}
            </li>
          ))}
        </ul>
      )}
      {job.dueSigns && <p>Signs that it is due: {job.dueSigns}.</p>}
      <ol style={{ margin: 0, paddingLeft: 18 }}>
        {job.procedure.map((step) => (
          <li key={step}>{step}</li>
        ))}
      </ol>
      {job.cautions.length > 0 && (
        <div className="caution">
          {job.cautions.map((id) => (
            <p key={id}>
              <b>{cautions[id].order}</b> {cautions[id].reason}
            </p>
          ))}
          <p className="soft">{deference}</p>
        </div>
      )}
    </section>
  );
}
