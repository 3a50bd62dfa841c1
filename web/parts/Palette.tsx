import Dialog from '@mui/material/Dialog';
import { Command, defaultFilter } from 'cmdk';
import { useEffect, useMemo, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import type { Stored } from '../../contract/records.ts';
import type { PlanRow } from '../../usecases/plan/planRows.ts';
import { usePlan, useSnapshot } from '../api/data.ts';
import { stateWords } from '../strip/marks.tsx';
import { places } from './Rail.tsx';
import './palette.css';

/** Pages below a screen, by the words people look for them with. */
const pagesBelow = [
  { to: '/water/change', name: 'Plan a change', words: 'plan a water change drum litres siphon' },
  {
    to: '/water/make-up',
    name: 'Make-up water',
    words: 'make-up water unit membrane resin top-off evaporation',
  },
  { to: '/water/source', name: 'Find the source', words: 'find the source of phosphate nitrate' },
  { to: '/water/kits', name: 'Kits and solutions', words: 'kits solutions doses instruments' },
  { to: '/water/import', name: 'Import a file', words: 'import a file csv spreadsheet' },
  {
    to: '/settings/network',
    name: 'A phone at the tank',
    words: 'phone at the tank network https certificate mail open',
  },
  {
    to: '/settings/people',
    name: 'People',
    words: 'people invite owner keeper helper client permits skills away secret link',
  },
  {
    to: '/places',
    name: 'Places on this device',
    words: 'places on this device customers clients offline hold choose',
  },
  { to: '/week', name: 'This week at a place', words: 'week at this place client helper read' },
];

/** Of so many answers the best are shown; of more, typing on finds the rest. */
const SHOWN = 40;

/** Something that can be found, by the words people look for it with. */
interface Entry {
  id: string;
  words: string;
  to: string;
  name: ReactNode;
  beside: ReactNode;
}

function screenEntries(systems: readonly Stored<'system'>[]): Entry[] {
  return [
    ...places.map(({ to, name, key }) => ({
      ...{ id: to, to, words: `screen ${name}`, name: <b>{name}</b> },
      beside: <kbd>G {name[key]?.toUpperCase()}</kbd>,
    })),
    ...pagesBelow.map(({ to, name, words }) => ({
      ...{ id: to, to, words, name: <b>{name}</b> },
      beside: <span className="soft">{to.split('/')[1]}</span>,
    })),
    {
      ...{ id: '/describe', to: '/describe', words: 'describe add a system tank new', beside: null },
      name: <b>Describe a system</b>,
    },
    ...systems.map(({ id, content }) => ({
      ...{ id, to: `/systems/${id}`, words: `system ${content.name}`, name: <b>{content.name}</b> },
      beside: <span className="soft">system</span>,
    })),
  ];
}
const jobEntry = (row: PlanRow): Entry => ({
  id: row.jobId,
  to: `/today?job=${row.jobId}`,
  words: `${row.thing} ${row.action} ${row.systemName}`,
  name: (
    <>
      <b>{row.thing}</b>, {row.action}
      {row.systemName !== row.thing && <span className="soft"> · {row.systemName}</span>}
    </>
  ),
  beside: <span className="soft">{stateWords[row.state]}</span>,
});

/** Find anything by typing: screens, systems, equipment, jobs to log. `log` shows jobs only. */
export default function Palette({
  mode,
  typed,
  onTyped,
  onShown,
  onClose,
}: {
  mode: 'all' | 'log';
  typed: string;
  onTyped: (typed: string) => void;
  /** The field takes what is typed from now on. */
  onShown: () => void;
  onClose: () => void;
}) {
  const navigate = useNavigate();
  const { jobs } = usePlan();
  const snapshot = useSnapshot();
  useEffect(onShown, [onShown]);
  const go = (to: string) => {
    onClose();
    void navigate(to);
  };
  const groups = useMemo(
    () => [
      ...(mode === 'all' ? [{ heading: 'Screens', entries: screenEntries(snapshot.all('system')) }] : []),
      { heading: 'Jobs', entries: jobs.map(jobEntry) },
    ],
    [mode, snapshot, jobs],
  );
  const found = groups.map(({ heading, entries }) => ({ heading, ...best(entries, typed) }));
  return (
    <Dialog
      open
      onClose={onClose}
      fullWidth
      maxWidth="sm"
      aria-label={mode === 'log' ? 'Log a job' : 'Find'}
      slotProps={{ container: { sx: { alignItems: 'flex-start', pt: { xs: 2, md: 8 } } } }}
    >
      <Command
        loop
        shouldFilter={false}
        label={mode === 'log' ? 'Which job was done?' : 'Find'}
        className="palette"
      >
        <div className="h" style={{ padding: '12px 16px 0' }}>
          {mode === 'log' ? 'Which job was done?' : 'Find a screen, a system, a job'}
        </div>
        <Command.Input autoFocus aria-label="Type to find" value={typed} onValueChange={onTyped} />
        <Command.List>
          {found.every(({ shown }) => shown.length === 0) && (
            <Command.Empty>Nothing answers to that.</Command.Empty>
          )}
          {found.map(({ heading, shown, more }) =>
            shown.length === 0 ? null : (
              <Command.Group key={heading} heading={heading}>
                {shown.map(({ id, to, name, beside }) => (
                  <Command.Item key={id} value={`${heading} ${id}`} onSelect={() => go(to)}>
                    <span>{name}</span>
                    {beside}
                  </Command.Item>
                ))}
                {more > 0 && <p className="soft palettemore">and {more} more: type on</p>}
              </Command.Group>
            ),
          )}
        </Command.List>
      </Command>
    </Dialog>
  );
}

/** The best answers to what was typed, in their order; before anything is typed, the first ones as they stand. */
function best(entries: readonly Entry[], typed: string): { shown: Entry[]; more: number } {
  const answers =
    typed.trim() === ''
      ? entries
      : entries
          .flatMap((entry) => {
            const score = defaultFilter(entry.words, typed);
            return score > 0 ? [{ entry, score }] : [];
          })
          .sort((a, b) => b.score - a.score)
          .map(({ entry }) => entry);
  return { shown: answers.slice(0, SHOWN), more: Math.max(0, answers.length - SHOWN) };
}
