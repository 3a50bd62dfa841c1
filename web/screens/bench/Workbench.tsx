import StarIcon from '@mui/icons-material/Star';
import StarBorderIcon from '@mui/icons-material/StarBorder';
import FormControlLabel from '@mui/material/FormControlLabel';
import IconButton from '@mui/material/IconButton';
import Switch from '@mui/material/Switch';
import { useEffect, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { mainOutput, runCalculator, type Calculator } from '../../../core/calculators/define.ts';
import type { OutputValue } from '../../../core/formulas/define.ts';
import { calculatorOf } from '../../../core/calculators/registry.ts';
import { uncertaintyOf } from '../../../core/calculators/uncertainty.ts';
import { uses } from '../../../core/calculators/uses.ts';
import { asRefusal } from '../../../core/errors.ts';
import { refusalWord } from '../../../core/explain/refusalWord.ts';
import { enteredFrom, errorsFrom, toParams, type Entered } from './address.ts';
import { Curve } from './Curve.tsx';
import { Field } from './Field.tsx';
import { FillFrom } from './FillFrom.tsx';
import { remember, toggleFavourite, useMemory } from './memory.ts';
import { Result, valueWord } from './Result.tsx';
import { prettyUnit } from './units.ts';
import { VolumeHere } from './VolumeHere.tsx';

/** After this long without a change a result is kept among what was worked out lately. */
const SETTLED_MS = 1500;

type Answer = { outputs: Readonly<Record<string, OutputValue>> } | { refused: string };

function answerOf(entry: Calculator, entered: Entered): Answer {
  try {
    return { outputs: runCalculator(entry, entered) };
  } catch (error) {
    const refusal = asRefusal(error);
    if (refusal) return { refused: refusalWord(refusal) };
    throw error;
  }
}

/** The litres of a vessel, where that is what comes out. */
function volumeOf(entry: Calculator, outputs: Readonly<Record<string, OutputValue>>): number | null {
  if (entry.topic !== 'vessel volume' || typeof outputs.V !== 'number') return null;
  return entry.outputs.V?.unit === 'm3' ? outputs.V * 1000 : outputs.V;
}

/** Calculators that go on with these results, each with what it is handed. */
function handOvers(id: string, outputs: Readonly<Record<string, OutputValue>>) {
  const byTarget = new Map<string, URLSearchParams>();
  for (const { from, to } of uses) {
    const value = outputs[from[1]];
    if (from[0] !== id || typeof value !== 'number') continue;
    const handed = byTarget.get(to[0]) ?? new URLSearchParams();
    handed.set(to[1], String(value));
    byTarget.set(to[0], handed);
  }
  return [...byTarget].flatMap(([targetId, handed]) => {
    const target = calculatorOf(targetId);
    return target ? [{ target, query: handed.toString() }] : [];
  });
}

/** One calculator: what goes in, what comes out while it is typed, what it stands on. */
export function Workbench({ entry }: { entry: Calculator }) {
  const [params, setParams] = useSearchParams();
  const { favourites } = useMemory();
  const entered = enteredFrom(entry, params);
  const answer = answerOf(entry, entered);
  const firstNumber = Object.entries(entry.inputs).find(([, input]) => input.kind === 'number')?.[0];
  const [by, setBy] = useState(firstNumber ?? '');
  const [filled, setFilled] = useState<{ from: string; times: number } | null>(null);
  const [copied, setCopied] = useState(false);
  const change = (some: Entered) => {
    setCopied(false);
    const next = toParams(entry, { ...entered, ...some });
    for (const [key, kept] of params)
      if (key === 'q' || key === 'sure' || key.startsWith('pm.')) next.set(key, kept);
    setParams(next, { replace: true });
  };
  const set = (key: string, value: string) => {
    const next = new URLSearchParams(params);
    if (value === '') next.delete(key);
    else next.set(key, value);
    setParams(next, { replace: true });
  };
  const query = toParams(entry, entered).toString();
  const errors = errorsFrom(entry, params);
  // the address follows a moment later: the switch itself must not wait for it
  const [unsure, setUnsure] = useState(() => params.has('sure'));
  const uncertain = 'outputs' in answer ? uncertaintyOf(entry, entered, errors) : {};
  const main = mainOutput(entry);
  const mainValue = 'outputs' in answer ? answer.outputs[main] : undefined;
  const shown =
    `${valueWord(entry.outputs[main], mainValue)} ${prettyUnit(entry.outputs[main]?.unit ?? '')}`.trim();
  useEffect(() => {
    if (query === '' || mainValue === undefined) return;
    const timer = setTimeout(() => remember({ id: entry.id, query, shown }), SETTLED_MS);
    return () => clearTimeout(timer);
  }, [entry.id, query, shown, mainValue]);
  const litres = volumeOf(entry, 'outputs' in answer ? answer.outputs : {});
  const rockShare = typeof entered.displacement === 'number' ? entered.displacement / 100 : 0;
  const favourite = favourites.includes(entry.id);
  const next = 'outputs' in answer ? handOvers(entry.id, answer.outputs) : [];
  return (
    <article className="workbench">
      <div className="benchtitle">
        <h2>{entry.title}</h2>
        <IconButton
          aria-label={favourite ? 'No longer a favourite' : 'Make it a favourite'}
          aria-pressed={favourite}
          onClick={() => toggleFavourite(entry.id)}
        >
          {favourite ? <StarIcon /> : <StarBorderIcon />}
        </IconButton>
      </div>
      <div className="benchcols">
        <form className="benchinputs" onSubmit={(event) => event.preventDefault()}>
          {Object.entries(entry.inputs).map(([name, input]) => (
            <Field
              key={`${name} ${input.kind === 'list' || input.kind === 'table' ? (filled?.times ?? 0) : ''}`}
              input={input}
              value={entered[name]}
              onChange={(value) => change({ [name]: value })}
              error={unsure ? (errors[name] ?? null) : undefined}
              onError={(value) => set(`pm.${name}`, value === null ? '' : String(value))}
              onFocus={() => (input.kind === 'number' || input.kind === 'optional') && setBy(name)}
            />
          ))}
          {firstNumber && (
            <FormControlLabel
              control={
                <Switch
                  checked={unsure}
                  onChange={(event) => {
                    setUnsure(event.target.checked);
                    set('sure', event.target.checked ? '1' : '');
                  }}
                />
              }
              label="Figures carry an error"
            />
          )}
          <FillFrom
            entry={entry}
            onFill={(some, from) => {
              change(some);
              setFilled({ from, times: (filled?.times ?? 0) + 1 });
            }}
          />
          {filled && (
            <p className="soft">
              Figures of {filled.from} are filled in; what it has no test of stands as it was.
            </p>
          )}
        </form>
        <section aria-live="polite" aria-label="Result">
          {'refused' in answer ? (
            <p className="benchrefused" role="alert">
              {answer.refused}
            </p>
          ) : (
            Object.entries(entry.outputs)
              .filter(([name]) => answer.outputs[name] !== undefined)
              .sort(([a], [b]) => Number(b === main) - Number(a === main))
              .map(([name, output]) => (
                <Result
                  key={name}
                  output={output}
                  value={answer.outputs[name]}
                  first={name === main}
                  error={uncertain[name]}
                />
              ))
          )}
          {litres !== null && <VolumeHere litres={litres} rockShare={rockShare} />}
          {'outputs' in answer && by !== '' && <Curve entry={entry} entered={entered} by={by} />}
          {'outputs' in answer && next.length > 0 && (
            <div className="benchuse">
              <h3>Use this in</h3>
              <ul className="plain">
                {next.map(({ target, query: handed }) => (
                  <li key={target.id}>
                    <Link className="btn2" to={`/bench/${target.id}?${handed}`}>
                      {target.title}
                    </Link>
                  </li>
                ))}
              </ul>
            </div>
          )}
        </section>
      </div>
      {entry.cautions && (
        <div className="caution" role="note">
          {entry.cautions.map((caution) => (
            <p key={caution}>{caution}</p>
          ))}
        </div>
      )}
      <dl className="benchbasis">
        <dt>Formula</dt>
        <dd>{entry.formula}</dd>
        <dt>Source</dt>
        <dd>{entry.source}</dd>
      </dl>
      <div className="actions">
        <button
          type="button"
          className="btn2"
          onClick={() => void navigator.clipboard.writeText(window.location.href).then(() => setCopied(true))}
        >
          {copied ? 'Link copied' : 'Copy a link with these figures'}
        </button>
        <button
          type="button"
          className="btn2"
          onClick={() => setParams({}, { replace: true })}
          disabled={query === ''}
        >
          Back to the example
        </button>
      </div>
    </article>
  );
}
