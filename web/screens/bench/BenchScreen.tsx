import { Link, useParams, useSearchParams } from 'react-router';
import { subjects, type Calculator, type Subject } from '../../../core/calculators/define.ts';
import { calculatorOf, calculators } from '../../../core/calculators/registry.ts';
import { wordsIn } from '../../parts/wordsIn.ts';
import { useMemory } from './memory.ts';
import { Workbench } from './Workbench.tsx';
import './bench.css';

/** The arithmetic of the trade: find a calculator, work with it, come back to it. */
export function BenchScreen() {
  const { calculatorId } = useParams();
  const [params, setParams] = useSearchParams();
  const { favourites, lately } = useMemory();
  const typed = params.get('q') ?? '';
  const entry = calculatorOf(calculatorId ?? '');
  const found = calculators.filter((one) =>
    wordsIn(`${one.title} ${subjects[one.subject]} ${(one.words ?? []).join(' ')} ${one.topic}`, typed),
  );
  const bySubject = (Object.keys(subjects) as Subject[]).map((subject) => ({
    subject,
    entries: found.filter((one) => one.subject === subject),
  }));
  const seek = (q: string) =>
    setParams(
      (before) => {
        const next = new URLSearchParams(before);
        if (q) next.set('q', q);
        else next.delete('q');
        return next;
      },
      { replace: true },
    );
  const row = (one: Calculator) => (
    <li key={one.id}>
      <Link
        className="benchline"
        aria-current={one.id === entry?.id ? 'page' : undefined}
        to={`/bench/${one.id}${typed ? `?q=${encodeURIComponent(typed)}` : ''}`}
      >
        {one.title}
      </Link>
    </li>
  );
  return (
    <main className="page">
      <header className="head">
        <h1>Bench</h1>
        <span className="facts">
          {found.length} {found.length === 1 ? 'calculator' : 'calculators'}
        </span>
      </header>
      <div className={`benchscreen datum ${entry ? 'chosen' : ''}`}>
        <nav className="benchlist" aria-label="Calculators">
          <input
            className="seek"
            type="search"
            aria-label="Find a calculator"
            placeholder="water change, SG, bulb…"
            value={typed}
            onChange={(event) => seek(event.target.value)}
          />
          {typed === '' && favourites.length > 0 && (
            <section>
              <h3>Favourites</h3>
              <ul className="plain">{favourites.flatMap((id) => calculatorOf(id) ?? []).map(row)}</ul>
            </section>
          )}
          {typed === '' && lately.length > 0 && (
            <section>
              <h3>Lately</h3>
              <ul className="plain">
                {lately.slice(0, 5).flatMap(({ id, query, shown }) => {
                  const one = calculatorOf(id);
                  return one
                    ? [
                        <li key={`${id} ${query}`}>
                          <Link className="benchline" to={`/bench/${id}?${query}`}>
                            {one.title} <b>{shown}</b>
                          </Link>
                        </li>,
                      ]
                    : [];
                })}
              </ul>
            </section>
          )}
          {found.length === 0 && (
            <p className="soft">
              Nothing answers to “{typed}”. Everyday words will do: water change, SG, bulb.
            </p>
          )}
          {bySubject
            .filter(({ entries }) => entries.length > 0)
            .map(({ subject, entries }) => (
              <details key={`${subject} ${typed === ''}`} open={typed !== '' || subject === entry?.subject}>
                <summary>
                  {subjects[subject]} <span className="soft">{entries.length}</span>
                </summary>
                <ul className="plain">{entries.map(row)}</ul>
              </details>
            ))}
        </nav>
        {entry ? (
          <Workbench key={entry.id} entry={entry} />
        ) : (
          <p className="soft benchempty">
            Choose one: it opens with an example, answers while you type, and says what it stands on. Local
            codes, the maker’s manual and licensed practice come first.
          </p>
        )}
      </div>
    </main>
  );
}
