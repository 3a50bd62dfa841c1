import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useId, useState } from 'react';
import { typedValue } from '../../../core/water/typedValue.ts';
import { parameters, type ParameterId } from '../../../core/water/parameters.ts';
import { parameterUnit } from '../../../core/water/parameterUnits.ts';
import { unitOfWords } from '../../../usecases/imports/heads.ts';
import type { SendTests as Sent, SentAnswer } from '../../../contract/water/sentTests.ts';
import type { Testable } from '../../../usecases/water/sentTests.ts';
import { api } from '../../api/client.ts';
import { newIds } from '../../api/writing.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import type { WeekAnswer } from '../../../usecases/week.ts';
import { useKept } from '../../parts/useKept.ts';

interface Draft {
  ids: { id: string; revisionId: string };
  from: string;
  cells: Partial<Record<ParameterId, string>>;
  note: string;
}
const begun = (from: string): Draft => ({ ids: newIds(), from, cells: {}, note: '' });

/** Tests taken between visits by whoever lives beside the tank: sent, judged at once, and what follows said here. */
export function SendTests({
  week,
  name,
  headers,
  onSent,
}: {
  week: WeekAnswer;
  /** Who they are; empty: they say so themselves. */
  name: string;
  headers?: Record<string, string>;
  onSent: () => void;
}) {
  const [systemId, setSystemId] = useState(week.systems[0]?.id ?? '');
  const system = week.systems.find((one) => one.id === systemId);
  return (
    <section className="datum" aria-label="Send tests">
      <details>
        <summary className="sendtests">You tested the water? Send it</summary>
        {week.systems.length > 1 && (
          <Choice
            label="Which water"
            value={systemId}
            options={week.systems.map((one) => ({ value: one.id, label: one.name }))}
            onChange={setSystemId}
          />
        )}
        {system && (
          <SendForm
            key={system.id}
            system={system}
            name={name}
            onSent={onSent}
            {...(headers ? { headers } : {})}
          />
        )}
      </details>
    </section>
  );
}

function SendForm({
  system,
  name,
  headers,
  onSent,
}: {
  system: WeekAnswer['systems'][number];
  name: string;
  headers?: Record<string, string>;
  onSent: () => void;
}) {
  const [first] = useState(() => begun(name));
  const [draft, setDraft, forget] = useKept<Draft>(`sent.${system.id}`, first);
  const [answer, setAnswer] = useState<SentAnswer | null>(null);
  const [error, setError] = useState<unknown>(null);
  const [busy, setBusy] = useState(false);
  const set = (some: Partial<Draft>): void => {
    setDraft({ ...draft, ...some });
    setAnswer(null);
  };
  const read = system.testables.flatMap((one) => readCell(one, draft.cells[one.parameter] ?? ''));
  const values = read.flatMap((one) => ('value' in one ? [one.value] : []));
  const faults = new Map(read.flatMap((one) => ('why' in one ? [[one.parameter, one.why] as const] : [])));
  const asked = new Map(
    answer && 'asked' in answer ? answer.asked.map((one) => [one.parameter, one.text] as const) : [],
  );
  const send = async (sure: boolean): Promise<void> => {
    setBusy(true);
    setError(null);
    const { ids, from, note } = draft;
    const body: Sent = { ...ids, systemId: system.id, from: from.trim(), note: note.trim(), values, sure };
    try {
      const told = await api.send<SentAnswer>('POST', '/sent-tests', body, headers);
      setAnswer(told);
      if (!('said' in told)) return;
      forget();
      onSent();
    } catch (problem) {
      setError(problem);
    } finally {
      setBusy(false);
    }
  };
  if (answer && 'said' in answer)
    return (
      <div role="status">
        <ul className="plain">
          {answer.said.map((line) => (
            <li key={line} className="rule">
              {line}
            </li>
          ))}
        </ul>
        <p className="soft">Whoever looks after it has been told.</p>
        <button
          type="button"
          className="btn2"
          onClick={() => {
            setDraft(begun(draft.from));
            setAnswer(null);
          }}
        >
          Another test
        </button>
      </div>
    );
  return (
    <form
      className="form"
      onSubmit={(event) => {
        event.preventDefault();
        void send(asked.size > 0);
      }}
    >
      <div className="fields">
        {system.testables.map((one) => (
          <Cell
            key={one.parameter}
            testable={one}
            text={draft.cells[one.parameter] ?? ''}
            fault={faults.get(one.parameter) ?? asked.get(one.parameter) ?? null}
            onChange={(text) => set({ cells: { ...draft.cells, [one.parameter]: text } })}
          />
        ))}
      </div>
      {name === '' && (
        <TextField
          label="Your name"
          value={draft.from}
          onChange={(event) => set({ from: event.target.value })}
        />
      )}
      <TextField
        label="Something to say"
        multiline
        value={draft.note}
        onChange={(event) => set({ note: event.target.value })}
      />
      <ProblemNote error={error} />
      <div className="actions">
        <Button
          type="submit"
          variant="contained"
          disabled={busy || values.length === 0 || faults.size > 0 || draft.from.trim() === ''}
        >
          {asked.size > 0 ? 'It is right: send it' : 'Send'}
        </Button>
      </div>
    </form>
  );
}

function Cell({
  testable: { parameter, unit, last, band },
  text,
  fault,
  onChange,
}: {
  testable: Testable;
  text: string;
  fault: string | null;
  onChange: (text: string) => void;
}) {
  const id = useId();
  const { label } = parameterUnit(parameter, unit);
  return (
    <TextField
      id={id}
      label={`${parameters[parameter].name}${label ? ` (${label})` : ''}`}
      value={text}
      error={fault !== null}
      helperText={
        fault ?? [last ? `last ${last}` : 'not tested yet', band && `band ${band}`].filter(Boolean).join('; ')
      }
      slotProps={{ htmlInput: { inputMode: 'decimal', autoComplete: 'off' } }}
      onChange={(event) => onChange(event.target.value)}
    />
  );
}

type Read = { value: Sent['values'][number] } | { parameter: ParameterId; why: string };

/** What was typed: a number, "<0.02", a unit behind it; blank is not tested. */
function readCell({ parameter, unit }: Testable, text: string): Read[] {
  const typed = typedValue(text);
  if (typed.kind === 'not-tested') return [];
  if (typed.kind !== 'number') return [{ parameter, why: `“${text}” is not a number.` }];
  const read = typed.unit === null ? unit : unitOfWords(parameter, typed.unit);
  return read === null
    ? [{ parameter, why: `“${text}”: ${parameters[parameter].name} is not read in ${typed.unit ?? ''}.` }]
    : [{ value: { parameter, shown: typed.value, unit: read, below: typed.below } }];
}
