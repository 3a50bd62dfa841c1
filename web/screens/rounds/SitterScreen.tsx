import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { listWord } from '../../../core/explain/words.ts';
import { addDays, type Day } from '../../../core/time/day.ts';
import type { RecordContent, Stored } from '../../../contract/records.ts';
import type { AwayPlan } from '../../../usecases/away/awayPlan.ts';
import { sheetProposal } from '../../../usecases/sitter/sheets.ts';
import { useNow, useSnapshot } from '../../api/data.ts';
import { creating, newIds } from '../../api/writing.tsx';
import { PersonChoice } from '../../parts/PersonChoice.tsx';
import { todayIn } from '../../parts/dates.ts';
import { Nowhere } from '../../parts/Nowhere.tsx';
import { NumberField } from '../../parts/NumberField.tsx';
import { PageAction } from '../../parts/PageAction.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { useFixedIds } from '../../parts/useFixedIds.ts';
import { useKept } from '../../parts/useKept.ts';
import { useSend } from '../../parts/useSend.ts';
import { DayField } from '../../parts/DayField.tsx';
import { HELPER_DAYS, HELPER_MIN, useAwayPlan, USUAL_DAYS } from '../plan/useAwayPlan.ts';
import { sitterWrites } from './sitterWrites.ts';
import './rounds.css';

type Task = RecordContent<'sitter-sheet'>['tasks'][number];
type Phones = NonNullable<RecordContent<'site'>['sitter']>;
interface Draft {
  from: Day | null;
  to: Day | null;
  helperId: string;
  tasks: Task[];
  note: string;
  sitter: Phones;
  /** The place when the sheet was begun. */
  begun: { version: number; sitter: Phones | null };
}

/** What was filled to last until the return: empty sooner, something is wrong. */
function noteOf({ stores }: AwayPlan): string {
  const filled = stores
    .filter(({ row, fill, byHelper }) => fill && !byHelper && row.work === 'refill')
    .map(({ row }) => row.thing);
  return filled.length > 0
    ? `Filled to last until the return: ${listWord([...new Set(filled)])}. Empty sooner: call.`
    : '';
}

/** A sheet for whoever looks after the tanks meanwhile: only simple jobs, in plain words. */
export function SitterScreen() {
  const [params] = useSearchParams();
  const snapshot = useSnapshot();
  const site = snapshot.get('site', params.get('site') ?? '');
  return site ? <Sitter key={site.id} site={site} params={params} /> : <Nowhere />;
}

function Sitter({ site, params }: { site: Stored<'site'>; params: URLSearchParams }) {
  const now = useNow();
  const navigate = useNavigate();
  const [ids] = useFixedIds();
  const { send, pending, error } = useSend();
  const today = todayIn(site.content.timeZone, now);
  const [from] = useState<Day>(params.get('from') ?? today);
  const [to] = useState<Day>(params.get('to') ?? addDays(from, USUAL_DAYS - 1));
  const helper = {
    everyDays: Number(params.get('every')) || HELPER_DAYS,
    minutes: Number(params.get('minutes')) || HELPER_MIN,
  };
  const away = useAwayPlan(site.id, from, to, helper.everyDays, helper.minutes);
  const [initial] = useState<Draft>(() => ({
    ...{ from, to, helperId: '', note: away ? noteOf(away) : '' },
    tasks: (away ? sheetProposal(away, { siteId: site.id, from, to, helper }) : []).map((one) => ({
      ...{ id: newIds().id, jobId: one.row.jobId, everyDays: one.everyDays, firstDay: one.firstDay },
      text: `${one.row.thing}: ${one.row.action} (${one.row.systemName})`,
    })),
    sitter: site.content.sitter ?? { phones: [], doNotTouch: '' },
    begun: { version: site.version, sitter: site.content.sitter ?? null },
  }));
  const [draft, setDraft, forget] = useKept<Draft>(
    `sitter.${site.id}${params.get('from') ?? ''}${params.get('to') ?? ''}`,
    initial,
  );
  const set = (some: Partial<Draft>): void => setDraft({ ...draft, ...some });
  const setTask = (id: string, some: Partial<Task>): void =>
    set({ tasks: draft.tasks.map((task) => (task.id === id ? { ...task, ...some } : task)) });
  const { phones, doNotTouch } = draft.sitter;
  const setSitter = (some: Partial<Phones>): void => set({ sitter: { ...draft.sitter, ...some } });
  const save = async (): Promise<void> => {
    const { sent } = await send(
      [
        ...sitterWrites(site, draft),
        creating(
          'sitter-sheet',
          {
            ...{ siteId: site.id, from: draft.from ?? '', to: draft.to ?? '' },
            ...{ helperId: draft.helperId || null, note: draft.note },
            tasks: draft.tasks.filter((task) => task.text.trim() !== ''),
          },
          ids,
        ),
      ],
      'The sheet is made.',
    );
    if (!sent) return;
    forget();
    void navigate(`/sheet/${ids.id}`);
  };
  return (
    <main className="page">
      <header className="head">
        <h1>Sitter’s sheet, {site.content.name}</h1>
        <span className="grow" />
        <PageAction>
          <Button
            variant="contained"
            disabled={pending || draft.tasks.length === 0}
            onClick={() => void save()}
          >
            Make the sheet
          </Button>
        </PageAction>
      </header>
      <ProblemNote error={error} />
      <div className="twocol">
        <section className="datum roundpart">
          <h2>Tasks</h2>
          <p className="soft">
            Only what switches nothing off, needs no papers and can hurt nobody. Say it as you would say it.
          </p>
          <ul className="plain">
            {draft.tasks.map((task) => (
              <li key={task.id} className="rule sheetline">
                <TextField
                  label="Task"
                  value={task.text}
                  multiline
                  onChange={(event) => setTask(task.id, { text: event.target.value })}
                />
                <NumberField
                  label="Every"
                  unit="days"
                  value={task.everyDays}
                  required
                  whole
                  from={1}
                  onChange={(every) => setTask(task.id, { everyDays: every ?? task.everyDays })}
                />
                <button
                  type="button"
                  className="btn2"
                  onClick={() => set({ tasks: draft.tasks.filter((one) => one.id !== task.id) })}
                >
                  Not this
                </button>
              </li>
            ))}
          </ul>
          <div>
            <button
              type="button"
              className="btn2"
              onClick={() =>
                set({ tasks: [...draft.tasks, { id: newIds().id, jobId: null, text: '', everyDays: 1 }] })
              }
            >
              Add a task, for example the feeding
            </button>
          </div>
        </section>
        <section className="datum roundpart">
          <h2>When, and who</h2>
          <div className="fields">
            <DayField label="From" value={draft.from} onChange={(day) => set({ from: day })} />
            <DayField label="To" value={draft.to} onChange={(day) => set({ to: day })} />
          </div>
          <PersonChoice
            label="Who helps"
            value={draft.helperId || null}
            onChange={(helperId) => set({ helperId: helperId ?? '' })}
          />
          <h2>Call</h2>
          {phones.map((phone, i) => (
            <div key={i} className="fields">
              <TextField
                label="Name"
                value={phone.name}
                onChange={(event) =>
                  setSitter({
                    phones: phones.map((one, k) => (k === i ? { ...one, name: event.target.value } : one)),
                  })
                }
              />
              <TextField
                label="Phone"
                type="tel"
                value={phone.phone}
                onChange={(event) =>
                  setSitter({
                    phones: phones.map((one, k) => (k === i ? { ...one, phone: event.target.value } : one)),
                  })
                }
              />
            </div>
          ))}
          <div>
            <button
              type="button"
              className="btn2"
              onClick={() => setSitter({ phones: [...phones, { name: '', phone: '' }] })}
            >
              Add a number
            </button>
          </div>
          <TextField
            label="Do not touch"
            multiline
            minRows={2}
            value={doNotTouch}
            onChange={(event) => setSitter({ doNotTouch: event.target.value })}
          />
          <TextField
            label="Anything else"
            multiline
            minRows={2}
            value={draft.note}
            onChange={(event) => set({ note: event.target.value })}
          />
        </section>
      </div>
    </main>
  );
}
