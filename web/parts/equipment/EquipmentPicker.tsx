import TextField from '@mui/material/TextField';
import { Command } from 'cmdk';
import { useState } from 'react';
import { searchKinds } from '../../../core/catalogue/index.ts';
import { ruleInterval } from '../../../core/explain/ruleInterval.ts';
import type { EquipmentKind, JobDefinition } from '../../../core/catalogue/types.ts';
import type { Day } from '../../../core/time/day.ts';
import { NumberField } from '../NumberField.tsx';
import { WhenField } from '../WhenField.tsx';
import { draftOf, unknown, type EquipmentDraft } from './draft.ts';
import './picker.css';

/** The usual interval of a job, by its first rule. */
export function usualWord(job: JobDefinition): string {
  const rule = job.rules[0];
  return rule ? ruleInterval(rule).replace(', learned from how it is found', '') : '';
}

/** Of one kind in one go. */
const MOST_ALIKE = 12;

/** Search the catalogue, add, say how many and when each job was last done. */
export function EquipmentPicker({
  kinds,
  value,
  onChange,
  today,
  zone,
  autoFocus,
}: {
  kinds: readonly EquipmentKind[];
  value: EquipmentDraft[];
  onChange: (drafts: EquipmentDraft[]) => void;
  today: Day;
  zone: string;
  autoFocus?: boolean;
}) {
  const [typed, setTyped] = useState('');
  const found = searchKinds(
    typed,
    kinds.filter((kind) => kind.target === 'component'),
  );
  const add = (kind: EquipmentKind) => {
    onChange([...value, draftOf(kind, kinds)]);
    setTyped('');
  };
  const replace = (draft: EquipmentDraft) =>
    onChange(value.map((one) => (one.key === draft.key ? draft : one)));
  return (
    <div>
      <Command shouldFilter={false} loop label="Search the catalogue" className="picker">
        <Command.Input
          autoFocus={autoFocus ?? false}
          value={typed}
          onValueChange={setTyped}
          placeholder=""
          aria-label="Search the catalogue"
        />
        <Command.List>
          {typed.trim() !== '' && found.length === 0 && (
            <Command.Empty>
              Nothing in the catalogue answers to “{typed}”. Try another word, or add a kind of your own
              later.
            </Command.Empty>
          )}
          {(typed.trim() !== '' || value.length === 0) &&
            found.slice(0, 7).map((kind) => (
              <Command.Item key={kind.id} value={kind.id} onSelect={() => add(kind)}>
                <b>{kind.name}</b>
                <span className="soft">
                  {kind.jobs[0] && `${kind.jobs[0].action}, ${usualWord(kind.jobs[0])}`}{' '}
                  <kbd className="act hide-phone">Enter adds it</kbd>
                </span>
              </Command.Item>
            ))}
        </Command.List>
      </Command>
      {value.length > 0 && (
        <div style={{ marginTop: 20 }}>
          <div
            className="soft"
            style={{ display: 'flex', justifyContent: 'space-between', paddingBottom: 6 }}
          >
            <span>{value.length} added</span>
            <span>When was it last done?</span>
          </div>
          <ol className="plain" style={{ borderTop: '1px solid var(--ink)' }}>
            {value.map((draft) => (
              <Added
                key={draft.key}
                draft={draft}
                kinds={kinds}
                today={today}
                zone={zone}
                onChange={replace}
                onRemove={() => onChange(value.filter((one) => one.key !== draft.key))}
              />
            ))}
          </ol>
        </div>
      )}
    </div>
  );
}

function Added({
  draft,
  kinds,
  today,
  zone,
  onChange,
  onRemove,
  isPart,
}: {
  draft: EquipmentDraft;
  kinds: readonly EquipmentKind[];
  today: Day;
  zone: string;
  onChange: (draft: EquipmentDraft) => void;
  onRemove: () => void;
  isPart?: boolean;
}) {
  const kind = kinds.find((one) => one.id === draft.kindId);
  if (!kind) return null;
  return (
    <li className="added">
      <div className="actions" style={{ gap: 16 }}>
        <TextField
          label={isPart ? 'Part' : 'Name'}
          value={draft.name}
          onChange={(event) => onChange({ ...draft, name: event.target.value })}
          sx={{ width: 230 }}
        />
        {!isPart && (
          <NumberField
            label="How many"
            unit=""
            required
            whole
            from={1}
            to={MOST_ALIKE}
            value={draft.count}
            onChange={(count) => onChange({ ...draft, count: count ?? draft.count })}
          />
        )}
        <button type="button" className="btn2" onClick={onRemove} aria-label={`Remove ${draft.name}`}>
          Remove
        </button>
      </div>
      {kind.jobs.map((job) => (
        <div key={job.id} className="lastline">
          <div>
            <b>{job.action}</b>
            <div className="soft">{usualWord(job)}</div>
          </div>
          <WhenField
            label={`${draft.name}: ${job.action}`}
            hideLabel
            allowUnknown
            value={draft.last[job.id] ?? unknown}
            today={today}
            zone={zone}
            onChange={(when) => onChange({ ...draft, last: { ...draft.last, [job.id]: when } })}
          />
        </div>
      ))}
      {draft.parts.length > 0 && (
        <ol className="plain" style={{ paddingLeft: 20 }}>
          {draft.parts.map((part) => (
            <Added
              key={part.key}
              isPart
              draft={part}
              kinds={kinds}
              today={today}
              zone={zone}
              onChange={(next) =>
                onChange({ ...draft, parts: draft.parts.map((one) => (one.key === next.key ? next : one)) })
              }
              onRemove={() =>
                onChange({ ...draft, parts: draft.parts.filter((one) => one.key !== part.key) })
              }
            />
          ))}
        </ol>
      )}
    </li>
  );
}
