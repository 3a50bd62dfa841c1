import { useState } from 'react';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import { foundInWords } from '../../../core/explain/words.ts';
import { formatQuantity } from '../../../core/quantity/quantities.ts';
import { measures, type MeasureId } from '../../../core/quantity/measures.ts';
import { parameterUnit } from '../../../core/water/parameterUnits.ts';
import type { ParameterId } from '../../../core/water/parameters.ts';
import type { Found } from '../../../core/wear/found.ts';
import type { RowWord } from '../../../usecases/imports/draft.ts';
import type { ImportPreview, ImportReport } from '../../../usecases/imports/preview.ts';
import { definitionsOf } from '../../../model/facts/definition.ts';
import { placeOfJob, zoneOfSystem } from '../../../model/facts/places.ts';
import type { When } from '../../../contract/fields.ts';
import { useNow, useSetting, useSnapshot } from '../../api/data.ts';
import { todayIn, writeDay, writeInstant } from '../../parts/dates.ts';
import { unitFor, unitOfColumn } from '../../../contract/shownUnits.ts';
import { TakeBack } from './PastImports.tsx';

const SHOWN = 12;

/** What a file brings, or has brought: rows as they are written, those refused and skipped with their reason. */
export function Outcome({ report, onGone }: { report: ImportPreview | ImportReport; onGone: () => void }) {
  const preview = 'counts' in report ? report : null;
  return (
    <section className="datum outcome" aria-label={preview ? 'As it would be written' : 'Written'}>
      {preview ? (
        <h2>As it would be written</h2>
      ) : (
        <h2>
          {'added' in report && report.added > 0
            ? `${report.added.toLocaleString('en-GB')} added`
            : 'Nothing new was written'}
        </h2>
      )}
      {!preview && 'importId' in report && report.importId && (
        <p>
          <TakeBack importId={report.importId} onGone={onGone} />
        </p>
      )}
      {preview && <AsWritten preview={preview} />}
      <Words title="Refused" words={report.refused} late />
      <Words title="Taken, with a remark" words={report.flagged} />
      <Words title="Skipped" words={report.skipped} />
      {!preview && report.questions.length > 0 && (
        <p>
          {report.questions.length} {report.questions.length === 1 ? 'question was' : 'questions were'} not
          answered: those rows are not written. Choose the file again to answer them.
        </p>
      )}
    </section>
  );
}

function AsWritten({ preview }: { preview: ImportPreview }) {
  const snapshot = useSnapshot();
  const setting = useSetting();
  const now = useNow();
  const [shown, setShown] = useState(SHOWN);
  const zone = zoneOfSystem(snapshot, preview.mapping.systemId);
  const today = todayIn(zone, now);
  const definitionOf = definitionsOf(snapshot);
  const when = (one: When): string =>
    one.kind === 'instant'
      ? writeInstant(Date.parse(one.at), zone, setting.dateFormat, today)
      : one.kind === 'day'
        ? writeDay(one.day, today, setting.dateFormat)
        : '';
  const value = (parameter: string | null, measure: string | null, stored: number): string => {
    if (parameter) {
      const id = parameter as ParameterId;
      const unit = unitOfColumn(id, setting, null);
      const { label, fromStored, decimals } = parameterUnit(id, unit);
      return `${fromStored(stored).toFixed(decimals)} ${label}`;
    }
    const { quantity } = measures[measure as MeasureId];
    return formatQuantity(quantity, stored, unitFor(quantity, setting));
  };
  const rows = [
    ...preview.readings.map((one) => ({
      row: one.row,
      when: when(one.when),
      what: one.name,
      value: `${one.below ? '< ' : one.rough ? '~ ' : ''}${value(one.parameter, one.measure, one.value)}`,
      note: one.note,
    })),
    ...preview.services.map((one) => {
      const job = snapshot.content('job', one.jobId);
      return {
        row: one.row,
        when: when(one.when),
        what: job ? `${placeOfJob(job, snapshot)?.thing ?? ''}: ${definitionOf(job).action}` : '',
        value: one.found ? foundInWords(one.found as Found) : 'not graded',
        note: one.note,
      };
    }),
    ...preview.notes.map((one) => ({
      row: one.row,
      when: when(one.when),
      what: 'a note',
      value: '',
      note: one.note,
    })),
  ].sort((a, b) => a.row - b.row);
  if (rows.length === 0) return <p className="soft">Nothing that is not there already.</p>;
  return (
    <>
      <Table size="small" aria-label="Rows as they would be written">
        <TableHead>
          <TableRow>
            <TableCell align="right">Row</TableCell>
            <TableCell>When</TableCell>
            <TableCell>What</TableCell>
            <TableCell align="right">Value</TableCell>
            <TableCell>Remark</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {rows.slice(0, shown).map((one, i) => (
            <TableRow key={`${one.row} ${i}`}>
              <TableCell align="right" className="soft">
                {one.row}
              </TableCell>
              <TableCell className="nb">{one.when}</TableCell>
              <TableCell>{one.what}</TableCell>
              <TableCell align="right" className="figure">
                {one.value}
              </TableCell>
              <TableCell className="soft">{one.note}</TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
      {rows.length > shown && (
        <button type="button" className="btn2" onClick={() => setShown(shown + 60)}>
          Show more rows
        </button>
      )}
    </>
  );
}

/** Rows with their reason; the same reason for many is told once. */
function Words({ title, words, late = false }: { title: string; words: readonly RowWord[]; late?: boolean }) {
  const [open, setOpen] = useState(false);
  if (words.length === 0) return null;
  const shown = open ? words : words.slice(0, 5);
  return (
    <div className="rule wordlist">
      <h3 className={late ? 'late' : ''}>
        {title}: {words.length}
      </h3>
      <ul className="plain">
        {shown.map(({ row, head, text, why }, i) => (
          <li key={`${row} ${i}`}>
            <span className="soft">
              row {row}
              {head && `, ${head}`}:{' '}
            </span>
            {text} <span className="soft">({why})</span>
          </li>
        ))}
      </ul>
      {words.length > 5 && (
        <button type="button" className="quiet" onClick={() => setOpen(!open)}>
          {open ? 'Fewer' : `All ${words.length}`}
        </button>
      )}
    </div>
  );
}
