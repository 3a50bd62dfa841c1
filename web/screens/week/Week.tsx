import { nothingOutWord } from '../../../core/explain/standingWord.ts';
import type { ReactNode } from 'react';
import { dangerTitle, dangerWord } from '../../../core/explain/dangerWord.ts';
import { parameterWord, type ParameterId } from '../../../core/water/parameters.ts';
import type { OutOfBand } from '../../../usecases/plan/plan.ts';
import type { RecordContent } from '../../../contract/records.ts';
import { defaultSetting } from '../../../model/settings.ts';
import type { WeekAtPlace, WeekDone, WeekJob } from '../../../usecases/week.ts';
import { relativeWord, writeDay } from '../../parts/dates.ts';
import { StateWord } from '../../strip/marks.tsx';
import { WaterMark } from '../../strip/waterMarks.tsx';
import { parameterShown } from '../../../contract/shownUnits.ts';
import './week.css';

const STYLE = 'day-month';
type Setting = RecordContent<'setting'>;
type DrawPicture = (id: string, alt: string) => ReactNode;

/** What comes, what was done, how the water is. For reading: nothing on it can be pressed but to look closer. */
export function Week({
  week,
  picks,
  links = null,
  send = null,
  picture,
}: {
  week: WeekAtPlace;
  picks: ReactNode;
  /** What may be opened from here. */
  links?: ReactNode;
  /** Where tests may be sent from here. */
  send?: ReactNode;
  picture: DrawPicture;
}) {
  const { today, jobs, done, systems, visits } = week;
  const day = (of: string) => writeDay(of, today, STYLE);
  const off = jobs.filter((job) => job.state === 'left-off');
  const rest = jobs.filter((job) => job.state !== 'left-off');
  const many = systems.length > 1;
  // a reader from outside has chosen no units: those of the place’s client, else the ones printed on most kits
  const setting: Setting = week.units ? { ...defaultSetting, units: week.units } : defaultSetting;
  const shown = (id: ParameterId, value: number): string => parameterShown(id, value, false, setting);
  return (
    <main className="page week">
      <header className="head">
        <h1>{week.place}</h1>
        <span className="facts">
          This week, {day(today)} to {day(week.until)}
          {visits.length > 0 &&
            `; visit ${visits.map((one) => (one === today ? 'today' : day(one))).join(', ')}`}
        </span>
        <span className="grow" />
        {picks}
      </header>
      {links}
      {send}
      {off.length > 0 && (
        <section className="datum">
          <h2>Left off</h2>
          <ul className="plain">
            {off.map((job) => (
              <JobRow key={job.jobId} job={job} today={today} many={many} />
            ))}
          </ul>
        </section>
      )}
      <section className="datum">
        <h2>To do this week</h2>
        {rest.length === 0 ? (
          <p>Nothing needs hands this week, as far as the records go.</p>
        ) : (
          <ul className="plain">
            {rest.map((job) => (
              <JobRow key={job.jobId} job={job} today={today} many={many} />
            ))}
          </ul>
        )}
      </section>
      <section className="datum">
        <h2>Water</h2>
        <ul className="plain">
          {systems.map((system) => (
            <li key={system.id} className="rule weekrow">
              <b>{system.name}</b>
              <span>
                {system.tested?.lastDay &&
                  `Last tested ${day(system.tested.lastDay)}, ${relativeWord(system.tested.lastDay, today)}. `}
                {system.tested &&
                  system.outOfBand.length === 0 &&
                  system.dangers.length === 0 &&
                  nothingOutWord(system.tested)}
                {system.dangers.map((one) => (
                  <span key={`danger ${one.parameter}`} className="vis weekout">
                    <WaterMark verdict={one.side === 'below' ? 'below' : 'above'} />
                    Danger: {dangerTitle(one, one.value, shown)}. {dangerWord(one, shown)}
                  </span>
                ))}
                {system.outOfBand.map((one) => (
                  <span key={one.parameter} className="vis weekout">
                    <WaterMark verdict={one.verdict === 'below' ? 'below' : 'above'} />
                    {outWord(one, setting)}, {day(one.day)}
                  </span>
                ))}
              </span>
            </li>
          ))}
        </ul>
      </section>
      <section className="datum">
        <h2>Done in the last seven days</h2>
        {done.length === 0 && <p>Nothing was written down.</p>}
        <ul className="plain">
          {done.map((one) => (
            <DoneRow key={one.id} done={one} today={today} many={many} picture={picture} />
          ))}
        </ul>
      </section>
    </main>
  );
}

const place = (systems: readonly string[], many: boolean): string => (many ? systems.join(', ') : '');

function JobRow({ job, today, many }: { job: WeekJob; today: string; many: boolean }) {
  return (
    <li className="rule weekrow">
      <span>
        <b>{job.thing}</b>, {job.action}
        {many && <span className="soft"> {place(job.systems, many)}</span>}
      </span>
      <span>
        <StateWord state={job.state} />
        {job.day && (
          <span className="weekday">
            {writeDay(job.day, today, STYLE)}, {relativeWord(job.day, today)}
          </span>
        )}
        {job.sentence && <span className="weekwhy">{job.sentence}</span>}
      </span>
    </li>
  );
}

function DoneRow({
  done,
  today,
  many,
  picture,
}: {
  done: WeekDone;
  today: string;
  many: boolean;
  picture: DrawPicture;
}) {
  const found = done.found ? `found: ${done.found}` : '';
  return (
    <li className="rule weekrow">
      <span>
        <b>{done.thing}</b>, {done.kind === 'look' ? `looked (${done.action})` : done.action}
        {many && <span className="soft"> {place(done.systems, many)}</span>}
      </span>
      <span>
        {writeDay(done.day, today, STYLE)}
        {done.who && `, ${done.who}`}
        {found && <span className="weekwhy">{found}</span>}
        {done.pictureIds.length > 0 && (
          <span className="weekpictures">
            {done.pictureIds.map((id) => (
              <span key={id}>{picture(id, `${done.thing}, ${done.action}`)}</span>
            ))}
          </span>
        )}
      </span>
    </li>
  );
}

function outWord({ parameter, value, below, verdict }: OutOfBand, setting: Setting): string {
  const side = verdict === 'above' ? 'above its band' : 'below its band';
  return `${parameterWord(parameter)} ${parameterShown(parameter, value, below, setting)}, ${verdict === 'stripped' ? 'none left' : side}`;
}
