import Button from '@mui/material/Button';
import { useQueryClient, useSuspenseQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useParams } from 'react-router';
import type { Day } from '../../../core/time/day.ts';
import type { SheetView } from '../../../usecases/sitter/sheets.ts';
import { api } from '../../api/client.ts';
import { newIds } from '../../api/writing.tsx';
import { relativeWord, writeDay } from '../../parts/dates.ts';
import { Nowhere } from '../../parts/Nowhere.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import '../rounds/rounds.css';
import '../rounds/report.css';

const STYLE = 'day-month';

/** What a helper does, day by day, with whom to call and what to leave alone. Printed, it has boxes to tick. */
export function SheetScreen() {
  const { sheetId = '' } = useParams();
  const { data: sheets } = useSuspenseQuery({
    queryKey: ['week', 'sheets'],
    queryFn: () => api.get<SheetView[]>('/sheets'),
  });
  const sheet = sheets.find((one) => one.id === sheetId);
  return sheet ? <Sheet sheet={sheet} /> : <Nowhere />;
}

function Sheet({ sheet }: { sheet: SheetView }) {
  const { tasks, phones, doNotTouch, today } = sheet;
  const day = (of: Day): string => writeDay(of, today, STYLE);
  return (
    <main className="page report">
      <header className="head">
        <h1>{sheet.place}</h1>
        <span className="facts">
          {day(sheet.from)} to {day(sheet.to)}
          {sheet.helper && `, for ${sheet.helper}`}
        </span>
        <span className="grow" />
        <button type="button" className="btn2 noprint" onClick={() => window.print()}>
          Print
        </button>
      </header>
      {doNotTouch && (
        <section className="offlist" aria-label="Do not touch">
          <h2>Do not touch</h2>
          <p>{doNotTouch}</p>
        </section>
      )}
      <section className="datum roundpart">
        <h2>Something wrong? Call</h2>
        {phones.length === 0 && <p>No number was entered.</p>}
        {phones.map(({ name, phone }) => (
          <p key={phone} className="phones">
            {name} <a href={`tel:${phone.replaceAll(/[^\d+]/g, '')}`}>{phone}</a>
          </p>
        ))}
        <p>
          A puddle, a burning smell: pull the plug only if you can do it dry, and call. No water moving,
          animals gasping: call at once.
        </p>
      </section>
      <section className="datum roundpart">
        <h2>What to do</h2>
        <ul className="plain">
          {tasks.map((task) => (
            <TaskRow key={task.id} sheet={sheet} task={task} />
          ))}
        </ul>
        {sheet.note && <p>{sheet.note}</p>}
      </section>
    </main>
  );
}

function TaskRow({ sheet, task }: { sheet: SheetView; task: SheetView['tasks'][number] }) {
  const { today } = sheet;
  const next = task.days.find((one) => one.doneBy === null && one.day >= today) ?? null;
  return (
    <li className="rule sheettask">
      <h3>{task.text}</h3>
      {task.how.length > 0 && (
        <ol className="order">
          {task.how.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ol>
      )}
      {task.pictureIds.length > 0 && (
        <span className="reportpictures">
          {task.pictureIds.map((id) => (
            <img key={id} src={`/api/pictures/${id}`} alt={`${task.text}, as it was last time`} />
          ))}
        </span>
      )}
      <div className="sheetday">
        {task.days.map((one) => (
          <span key={one.day} className={one.doneBy === null ? '' : 'soft'}>
            {one.doneBy === null ? '☐' : '☑'} {writeDay(one.day, today, STYLE)}
            {one.doneBy !== null && `, ${one.doneBy}`}
          </span>
        ))}
      </div>
      {next && next.day <= today && <Tick sheet={sheet} taskId={task.id} day={next.day} />}
      {next && next.day > today && (
        <p className="soft noprint">
          Next {writeDay(next.day, today, STYLE)}, {relativeWord(next.day, today)}.
        </p>
      )}
    </li>
  );
}

function Tick({ sheet, taskId, day }: { sheet: SheetView; taskId: string; day: Day }) {
  const client = useQueryClient();
  const [ids] = useState(() => ({ tick: newIds(), service: newIds() }));
  const [error, setError] = useState<unknown>(null);
  const [busy, setBusy] = useState(false);
  const tick = async (): Promise<void> => {
    setBusy(true);
    setError(null);
    try {
      await api.send('POST', '/sheets/ticks', {
        ...{ sheetId: sheet.id, taskId, day, note: '', ...ids.tick },
        ...{ serviceId: ids.service.id, serviceRevisionId: ids.service.revisionId },
      });
      await client.invalidateQueries({ queryKey: ['week'] });
    } catch (problem) {
      setError(problem);
    } finally {
      setBusy(false);
    }
  };
  return (
    <div className="noprint">
      <Button variant="contained" disabled={busy} onClick={() => void tick()}>
        Done today
      </Button>
      <ProblemNote error={error} />
    </div>
  );
}
