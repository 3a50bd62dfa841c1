import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { Answers } from '../../../usecases/imports/draft.ts';
import type { Head } from '../../../usecases/imports/propose.ts';
import type { ImportMapping } from '../../../contract/imports/mapping.ts';
import type { ImportPreview, ImportReport } from '../../../usecases/imports/preview.ts';
import type { Stored } from '../../../contract/records.ts';
import { api } from '../../api/client.ts';
import { useSnapshot } from '../../api/data.ts';
import { whoIsHere } from '../../api/person.ts';
import { Pick } from '../../parts/Pick.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { ColumnTable } from './ColumnTable.tsx';
import { FileFacts } from './FileFacts.tsx';
import { Outcome } from './Outcome.tsx';
import { PastImports } from './PastImports.tsx';
import { Questions } from './Questions.tsx';
import { Remarks } from './Remarks.tsx';
import { Things } from './Things.tsx';
import './import.css';

/** A file people keep: shown as it would be written, asked about, and only then read in; taken back as one step. */
export function ImportScreen() {
  const snapshot = useSnapshot();
  const [params, setParams] = useSearchParams();
  const systems = snapshot.all('system').sort((a, b) => a.content.name.localeCompare(b.content.name));
  const system = systems.find((one) => one.id === params.get('system')) ?? systems[0];
  return (
    <main className="page">
      <header className="head">
        <h1>Import</h1>
        {system && (
          <>
            <span className="facts">into</span>
            <Pick
              label={systems[0]?.content.name ?? ''}
              value={system.id}
              options={systems.map((one) => ({ value: one.id, label: one.content.name }))}
              onChange={(id) => setParams(id ? { system: id } : {}, { replace: true })}
            />
          </>
        )}
        <span className="grow" />
        {system && (
          <Link className="btn2" to={`/water?system=${system.id}`}>
            Back to the tests
          </Link>
        )}
      </header>
      {system ? (
        <ImportInto key={system.id} system={system} />
      ) : (
        <p className="datum">Describe a tank first: what is read in belongs to a system.</p>
      )}
      <PastImports />
    </main>
  );
}

interface Said {
  mapping: ImportMapping | null;
  head?: Head | null;
  answers: Answers;
}

function ImportInto({ system }: { system: Stored<'system'> }) {
  const client = useQueryClient();
  const [file, setFile] = useState<File | null>(null);
  const [said, setSaid] = useState<Said>({ mapping: null, answers: {} });
  const [preview, setPreview] = useState<ImportPreview | null>(null);
  const [report, setReport] = useState<ImportReport | null>(null);
  const [remember, setRemember] = useState(true);
  const latest = useRef(0);
  const formOf = (chosen: File, { mapping, head, answers }: Said): FormData => {
    const form = new FormData();
    form.set('systemId', system.id);
    form.set('mapping', JSON.stringify(mapping));
    form.set('head', JSON.stringify(head ?? null));
    form.set('answers', JSON.stringify(answers));
    form.set('remember', String(remember));
    form.set('who', whoIsHere());
    form.set('file', chosen);
    return form;
  };
  const look = useMutation({
    mutationFn: ({ chosen, next }: { chosen: File; next: Said; turn: number }) =>
      api.post<ImportPreview>('/import-csv/preview', formOf(chosen, next)),
    onSuccess: (answer, { turn, next }) => {
      // an older answer must not undo a newer choice
      if (turn !== latest.current) return;
      setPreview(answer);
      setSaid({ answers: next.answers, mapping: answer.mapping });
    },
  });
  const write = useMutation({
    mutationFn: (chosen: File) => api.post<ImportReport>('/import-csv', formOf(chosen, said)),
    onSuccess: async (answer) => {
      setReport(answer);
      setPreview(null);
      setFile(null);
      await client.invalidateQueries();
    },
  });
  const ask = (chosen: File, next: Said): void => {
    setSaid(next);
    setReport(null);
    look.mutate({ chosen, next, turn: ++latest.current });
  };
  const choose = (chosen: File | undefined): void => {
    if (!chosen) return;
    setFile(chosen);
    setPreview(null);
    ask(chosen, { mapping: null, answers: {} });
  };
  const change = (mapping: ImportMapping): void => {
    if (file) ask(file, { ...said, mapping });
  };
  const answer = (key: string, value: string): void => {
    if (file) ask(file, { ...said, answers: { ...said.answers, [key]: value } });
  };
  const { mapping } = said;
  const bodyFrom = mapping ? mapping.skipRows + mapping.headRows : 0;
  const open = preview?.questions.filter((question) => question.row === null) ?? [];

  return (
    <>
      <section
        className="datum dropzone"
        onDragOver={(event) => event.preventDefault()}
        onDrop={(event) => {
          event.preventDefault();
          choose(event.dataTransfer.files[0]);
        }}
      >
        <Button component="label" variant={preview ? 'text' : 'contained'}>
          {file ? 'Choose another file' : 'Choose a file'}
          <input
            type="file"
            hidden
            accept=".csv,.tsv,.txt,text/csv,text/plain,text/tab-separated-values"
            onChange={(event) => {
              choose(event.target.files?.[0]);
              event.target.value = '';
            }}
          />
        </Button>
        <span className="soft">
          {file
            ? file.name
            : 'Test sheets, controller exports, round sheets, lists of jobs: any separator, any date order. Nothing is written before you have seen it.'}
        </span>
      </section>
      <ProblemNote error={look.error ?? write.error} />
      {report && <Outcome report={report} onGone={() => setReport(null)} />}
      {preview && mapping && (
        <>
          <FileFacts
            preview={preview}
            mapping={mapping}
            onChange={change}
            onHead={(head) => file && ask(file, { mapping: null, head, answers: {} })}
          />
          <div style={{ overflowX: 'auto' }}>
            <ColumnTable
              mapping={mapping}
              cells={(column) => preview.sample.slice(bodyFrom, bodyFrom + 3).map((row) => row[column] ?? '')}
              onChange={change}
            />
          </div>
          {mapping.shape === 'jobs' && <Things preview={preview} mapping={mapping} onChange={change} />}
          {mapping.shape === 'wide' && <Remarks preview={preview} mapping={mapping} onChange={change} />}
          <Questions preview={preview} onAnswer={answer} />
          <Outcome report={preview} onGone={() => undefined} />
          <div className="actions datum writebar">
            <FormControlLabel
              control={
                <Checkbox checked={remember} onChange={(event) => setRemember(event.target.checked)} />
              }
              label="Read the next file with this head the same way"
            />
            <Button
              variant="contained"
              disabled={
                look.isPending || write.isPending || open.length > 0 || totalOf(preview) === 0 || !file
              }
              onClick={() => file && write.mutate(file)}
            >
              {writeWord(preview)}
            </Button>
            {open.length > 0 && (
              <span className="soft">
                {open.length === 1 ? 'One question' : `${open.length} questions`} about the whole file first.
              </span>
            )}
            {open.length === 0 && preview.questions.length > 0 && (
              <span className="soft">What is asked and not answered is left out.</span>
            )}
            {look.isPending && <span role="status">Reading it again…</span>}
          </div>
        </>
      )}
      {look.isPending && !preview && <p role="status">Reading {file?.name}…</p>}
    </>
  );
}

const totalOf = ({ counts }: ImportPreview): number =>
  counts.readings + counts.services + counts.notes + counts.replaced;
function writeWord(preview: ImportPreview): string {
  const { readings, services, notes } = preview.counts;
  const parts = [
    readings > 0 ? `${readings.toLocaleString('en-GB')} ${readings === 1 ? 'reading' : 'readings'}` : '',
    services > 0 ? `${services.toLocaleString('en-GB')} ${services === 1 ? 'job' : 'jobs'}` : '',
    notes > 0 ? `${notes.toLocaleString('en-GB')} ${notes === 1 ? 'note' : 'notes'}` : '',
  ].filter(Boolean);
  return parts.length === 0 ? 'Nothing new to write' : `Write ${parts.join(', ')}`;
}
