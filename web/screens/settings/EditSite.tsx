import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Autocomplete from '@mui/material/Autocomplete';
import { useState } from 'react';
import { listWord } from '../../../core/explain/words.ts';
import { todayIn } from '../../parts/dates.ts';
import type { RecordContent, Stored } from '../../../contract/records.ts';
import { useNow } from '../../api/data.ts';
import { NumberAt, QuantityAt, TextAt } from '../../forms/fields.tsx';
import { RecordForm } from '../../forms/RecordForm.tsx';
import { useRecordForm } from '../../forms/useRecordForm.ts';
import { Choice } from '../../parts/Choice.tsx';
import { NumberField } from '../../parts/NumberField.tsx';
import { howOften, weekdayNames } from '../first-run/VisitStep.tsx';
import { AllowedHours } from './AllowedHours.tsx';
import { ClientFields } from './ClientFields.tsx';
import { Holidays } from './Holidays.tsx';

const zones = Intl.supportedValuesOf('timeZone');

const everyWord = (weeks: number): string =>
  howOften.find(({ value }) => value === String(weeks))?.label.toLowerCase() ?? `every ${weeks} weeks`;
/** "Wed and Sat, every week; 300 min" */
function visitsWord({ visits, client }: RecordContent<'site'>): string {
  const days = visits?.weekdays.map((day) => weekdayNames[day - 1]?.slice(0, 3) ?? '') ?? [];
  return [
    days.length === 0 ? 'no usual days' : `${listWord(days)}, ${everyWord(visits?.everyWeeks ?? 1)}`,
    visits?.minutes != null && `${visits.minutes} min`,
    client?.name && `for ${client.name}`,
  ]
    .filter((one) => typeof one === 'string' && one !== '')
    .join('; ');
}

/** The places: a line each, its form behind it; one place alone stands open. */
export function Places({ sites }: { sites: readonly Stored<'site'>[] }) {
  return sites.map((site) => (
    <details key={site.id} className="placefold" open={sites.length === 1}>
      <summary>
        <b>{site.content.name}</b> <span className="soft">{visitsWord(site.content)}</span>
      </summary>
      <EditSite site={site} />
    </details>
  ));
}

/** A place: its name, its time zone, its visit days and minutes. */
function EditSite({ site }: { site: Stored<'site'> }) {
  const form = useRecordForm('site', site, { said: ({ name }) => `${name}: saved.` });
  const { content, set } = form;
  const now = useNow();
  // what is typed before the days are chosen stays in its field
  const [visits, keepVisits] = useState(
    content.visits ?? {
      ...{ weekdays: [], everyWeeks: 1, from: todayIn(content.timeZone, now) },
      ...{ minutes: null, travelMin: null, people: null },
    },
  );
  const setVisits = (some: Partial<typeof visits>) => {
    const next = { ...visits, ...some };
    keepVisits(next);
    set({ visits: next.weekdays.length > 0 ? next : null });
  };
  const lacksDays =
    visits.weekdays.length === 0 &&
    [visits.minutes, visits.travelMin, visits.people].some((one) => one != null);
  return (
    <RecordForm form={form} save="Save this place" className="form rule">
      <div className="fields">
        <TextAt at={form.at('name')} label="Name of the place" />
        <Autocomplete
          options={zones}
          value={content.timeZone}
          disableClearable
          onChange={(_event, timeZone) => set({ timeZone })}
          renderInput={(input) => <TextField {...input} label="Time zone" />}
        />
        <NumberField
          label="Minutes there are"
          unit="min"
          value={visits.minutes ?? null}
          onChange={(minutes) => setVisits({ minutes })}
          help="per visit and person; may be left empty"
        />
        <NumberField
          label="How many come"
          unit="people"
          value={visits.people ?? null}
          onChange={(people) => setVisits({ people })}
          help="empty is one"
        />
        <NumberField
          label="Travel and set-up"
          unit="min"
          value={visits.travelMin ?? null}
          onChange={(travelMin) => setVisits({ travelMin })}
          help="what a visit costs before anything is done; empty is 15 min"
        />
        <NumberAt
          at={form.at('heightM')}
          label="Height above the sea"
          unit="m"
          help="Water holds less oxygen up high; empty is 0."
        />
        <QuantityAt
          at={form.at('roomC')}
          label="Temperature of the room"
          quantity="temperature"
          help="when nothing heats it; says how long a heater may be off"
        />
      </div>
      <ToggleButtonGroup
        value={visits.weekdays}
        aria-label={`Visit days of ${content.name}`}
        onChange={(_event, weekdays: number[]) => setVisits({ weekdays })}
        sx={{ flexWrap: 'wrap' }}
      >
        {weekdayNames.map((name, i) => (
          <ToggleButton key={name} value={i + 1} aria-label={name} sx={{ px: 3 }}>
            {name.slice(0, 3)}
          </ToggleButton>
        ))}
      </ToggleButtonGroup>
      <Choice
        label="How often"
        value={String(visits.everyWeeks)}
        options={howOften}
        onChange={(weeks) => setVisits({ everyWeeks: Number(weeks) })}
      />
      {lacksDays && (
        <p className="late" role="status">
          Choose the days of the visits: without them nothing of a visit is kept.
        </p>
      )}
      <Holidays
        place={content.name}
        days={content.holidays ?? []}
        today={todayIn(content.timeZone, now)}
        onChange={(holidays) => set({ holidays })}
      />
      <AllowedHours hours={content.allowed} onChange={(allowed) => set({ allowed })} />
      <TextAt at={form.at('hours')} label="What else the house asks" />
      <ClientFields client={content.client} onChange={(client) => set({ client })} />
    </RecordForm>
  );
}
