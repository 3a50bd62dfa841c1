import Dialog from '@mui/material/Dialog';
import { Command } from 'cmdk';
import { useNavigate } from 'react-router';
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

/** Find anything by typing: screens, systems, equipment, jobs to log. `log` shows jobs only. */
export default function Palette({ mode, onClose }: { mode: 'all' | 'log'; onClose: () => void }) {
  const navigate = useNavigate();
  const plan = usePlan();
  const snapshot = useSnapshot();
  const go = (to: string) => {
    onClose();
    void navigate(to);
  };
  return (
    <Dialog
      open
      onClose={onClose}
      fullWidth
      maxWidth="sm"
      aria-label={mode === 'log' ? 'Log a job' : 'Find'}
      slotProps={{ container: { sx: { alignItems: 'flex-start', pt: { xs: 2, md: 8 } } } }}
    >
      <Command loop label={mode === 'log' ? 'Which job was done?' : 'Find'} className="palette">
        <div className="h" style={{ padding: '12px 16px 0' }}>
          {mode === 'log' ? 'Which job was done?' : 'Find a screen, a system, a job'}
        </div>
        <Command.Input autoFocus aria-label="Type to find" />
        <Command.List>
          <Command.Empty>Nothing answers to that.</Command.Empty>
          {mode === 'all' && (
            <Command.Group heading="Screens">
              {places.map((place) => (
                <Command.Item key={place.to} value={`screen ${place.name}`} onSelect={() => go(place.to)}>
                  <b>{place.name}</b>
                  <kbd>G {place.name[place.key]?.toUpperCase()}</kbd>
                </Command.Item>
              ))}
              {pagesBelow.map((page) => (
                <Command.Item key={page.to} value={page.words} onSelect={() => go(page.to)}>
                  <b>{page.name}</b>
                  <span className="soft">{page.to.split('/')[1]}</span>
                </Command.Item>
              ))}
              <Command.Item value="describe add a system tank new" onSelect={() => go('/describe')}>
                <b>Describe a system</b>
              </Command.Item>
              {snapshot.all('system').map((system) => (
                <Command.Item
                  key={system.id}
                  value={`system ${system.content.name} ${system.id}`}
                  onSelect={() => go(`/systems/${system.id}`)}
                >
                  <b>{system.content.name}</b>
                  <span className="soft">system</span>
                </Command.Item>
              ))}
            </Command.Group>
          )}
          <Command.Group heading="Jobs">
            {plan.jobs.map((row) => (
              <Command.Item
                key={row.jobId}
                value={`${row.thing} ${row.action} ${row.systemName} ${row.jobId}`}
                onSelect={() => go(`/today?job=${row.jobId}`)}
              >
                <span>
                  <b>{row.thing}</b>, {row.action}
                  {row.systemName !== row.thing && <span className="soft"> · {row.systemName}</span>}
                </span>
                <span className="soft">{stateWords[row.state]}</span>
              </Command.Item>
            ))}
          </Command.Group>
        </Command.List>
      </Command>
    </Dialog>
  );
}
