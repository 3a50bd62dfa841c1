import Button from '@mui/material/Button';
import { foundInWords } from '../../../core/explain/words.ts';
import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { useCallback, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { dayOf } from '../../../core/time/day.ts';
import { useNow, useSetting, useSnapshot } from '../../api/data.ts';
import { deleting, useWriting } from '../../api/writing.tsx';
import { writeDay } from '../../parts/dates.ts';
import { Pick } from '../../parts/Pick.tsx';
import { FoundBar } from '../../strip/marks.tsx';
import { AddEvent } from './AddEvent.tsx';
import { CorrectEntry } from './CorrectEntry.tsx';
import { DeletedEntries } from './DeletedEntries.tsx';
import { unitFor } from '../../../contract/shownUnits.ts';
import { logEntries, type LogEntry } from './entries.ts';

const ROW = 40;

/** Everything in time order: correct, delete, undo, add an event. */
export function LogScreen() {
  const snapshot = useSnapshot();
  const [params, setParams] = useSearchParams();
  const [open, setOpen] = useState<string | null>(null);
  const [showDeleted, setShowDeleted] = useState(false);
  const volumeUnit = unitFor('volume', useSetting());
  const all = useMemo(() => logEntries(snapshot, volumeUnit), [snapshot, volumeUnit]);
  const system = params.get('system') ?? '';
  const job = params.get('job') ?? '';
  const adding = params.get('add') !== null;
  const entries = useMemo(
    () =>
      all.filter((entry) => (!system || entry.systemIds.includes(system)) && (!job || entry.jobId === job)),
    [all, system, job],
  );
  const set = (key: string, value: string | null) =>
    setParams(
      (before) => {
        const next = new URLSearchParams(before);
        if (value) next.set(key, value);
        else next.delete(key);
        return next;
      },
      { replace: true },
    );
  const [offset, setOffset] = useState(120);
  const list = useCallback(
    (element: HTMLOListElement | null) => setOffset((before) => element?.offsetTop ?? before),
    [],
  );
  const virtual = useWindowVirtualizer({
    count: entries.length,
    estimateSize: () => ROW,
    overscan: 12,
    scrollMargin: offset,
    getItemKey: (i) => entries[i]?.record.id ?? i,
  });
  const systems = snapshot.all('system').map((one) => ({ value: one.id, label: one.content.name }));
  return (
    <main className="page">
      <header className="head">
        <h1>Log</h1>
        <span className="facts">
          {entries.length.toLocaleString('en-GB')} {entries.length === 1 ? 'entry' : 'entries'}, newest first
        </span>
        <span className="grow" />
        {systems.length > 1 && (
          <Pick
            label="All systems"
            value={system}
            options={systems}
            onChange={(value) => set('system', value)}
          />
        )}
        {job && (
          <button type="button" className="pick" onClick={() => set('job', null)}>
            One job only
          </button>
        )}
        <button type="button" className="btn2" onClick={() => setShowDeleted(!showDeleted)}>
          {showDeleted ? 'Hide the deleted' : 'Deleted'}
        </button>
        <Button variant="contained" onClick={() => set('add', adding ? null : '1')}>
          Add an event
        </Button>
      </header>
      {adding && <AddEvent systemId={system} onDone={() => set('add', null)} />}
      {showDeleted && <DeletedEntries />}
      {entries.length === 0 ? (
        <p className="datum" style={{ paddingTop: 12 }}>
          Nothing happened yet, as far as the records go. Log a job on Today, or add an event.
        </p>
      ) : (
        <ol
          ref={list}
          className="plain datum"
          style={{ position: 'relative', height: virtual.getTotalSize() }}
        >
          {virtual.getVirtualItems().map((item) => {
            const entry = entries[item.index];
            if (!entry) return null;
            return (
              <li
                key={item.key}
                data-index={item.index}
                ref={virtual.measureElement}
                style={{
                  position: 'absolute',
                  left: 0,
                  right: 0,
                  transform: `translateY(${item.start - virtual.options.scrollMargin}px)`,
                }}
              >
                <Line
                  entry={entry}
                  open={open === entry.record.id}
                  onOpen={() => setOpen(open === entry.record.id ? null : entry.record.id)}
                />
              </li>
            );
          })}
        </ol>
      )}
    </main>
  );
}

function Line({ entry, open, onOpen }: { entry: LogEntry; open: boolean; onOpen: () => void }) {
  const { dateFormat } = useSetting();
  const now = useNow();
  const { write, pending } = useWriting();
  const today = dayOf(now, entry.zone);
  return (
    <div className={open ? 'chosenrow' : ''}>
      <div className="logline">
        <span className="nb">
          {entry.record.content.when.kind === 'rough'
            ? `about ${writeDay(entry.day, today, dateFormat)}`
            : writeDay(entry.day, today, dateFormat)}
        </span>
        <button
          type="button"
          className="rowlink"
          style={{ all: 'unset', cursor: 'pointer' }}
          aria-expanded={open}
          onClick={onOpen}
        >
          <b>{entry.what}</b>
          <span className="soft"> · {[entry.place, entry.who, entry.note].filter(Boolean).join(' · ')}</span>
        </button>
        <span>
          {entry.graded ? (
            <span className="vis">
              <FoundBar found={entry.found} />{' '}
              <span className="soft" style={{ width: 66 }}>
                {entry.found ? foundInWords(entry.found) : ''}
              </span>
            </span>
          ) : null}
        </span>
      </div>
      {open && (
        <div style={{ padding: '4px 0 12px', display: 'grid', gap: 12 }}>
          <CorrectEntry entry={entry} today={today} zone={entry.zone} onDone={onOpen} />
          <div>
            <button
              type="button"
              className="btn2"
              disabled={pending}
              onClick={() => void write([deleting(entry.record)], `${entry.what}: deleted.`)}
            >
              Delete this entry
            </button>
          </div>
        </div>
      )}
    </div>
  );
}
