import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useSuspenseQuery } from '@tanstack/react-query';
import { lazy, Suspense, useState } from 'react';
import { Link, useParams } from 'react-router';
import { dayOf, type Day } from '../../../core/time/day.ts';
import type { ReportJob, ReportReading, RoundReport } from '../../../usecases/round/report.ts';
import {
  bandIn,
  dayIn,
  instantIn,
  parameterIn,
  priceIn,
  reportWords,
  thingIn,
  valueIn,
} from '../../../usecases/round/languages/index.ts';
import type { ReportWords } from '../../../usecases/round/languages/words.ts';
import type { RecordContent } from '../../../contract/records.ts';
import { defaultSetting } from '../../../model/settings.ts';
import { api } from '../../api/client.ts';
import { useSetting } from '../../api/data.ts';
import { useMay } from '../../api/authentication.ts';
import { BandLine } from '../../parts/BandLine.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { StateWord } from '../../strip/marks.tsx';
import { WaterMark } from '../../strip/waterMarks.tsx';
import {
  jobWord,
  movedWord,
  nextWord,
  untestedWord,
  wholeWord,
  workWordIn,
} from '../../../usecases/round/reportWord.ts';
import './rounds.css';
import './report.css';

// whoever keeps the place writes in it
const LetterForm = lazy(() => import('./LetterForm.tsx'));

type Setting = RecordContent<'setting'>;

/** What a visit did and found, for whoever owns the tank; on paper it is the same. */
export function ReportScreen() {
  const { roundId = '' } = useParams();
  const { data: report } = useSuspenseQuery({
    queryKey: ['snapshot', 'report', roundId],
    queryFn: () => api.get<RoundReport>(`/rounds/${roundId}/report`),
  });
  const mayRead = useMay('records.read');
  // a client reads in the installation's usual units
  return mayRead ? (
    <OwnUnits report={report} />
  ) : (
    <Report report={report} setting={inUnits(defaultSetting, report)} />
  );
}
function OwnUnits({ report }: { report: RoundReport }) {
  return <Report report={report} setting={inUnits(useSetting(), report)} />;
}
/** A client reads in the units of their place, where those were said. */
const inUnits = (setting: Setting, { client }: RoundReport): Setting =>
  client?.units ? { ...setting, units: client.units } : setting;

function Report({ report, setting }: { report: RoundReport; setting: Setting }) {
  const { zone, begunAt, endedAt, who, minutes, leftOff, systems, jobs } = report;
  const mayWrite = useMay('records.write');
  const style = setting.dateFormat;
  const today = report.day;
  const words = reportWords(report.client?.language);
  const day = (of: Day): string => dayIn(words, of, today, style);
  const at = (instant: number): string => instantIn(words, instant, zone, style);
  const from = begunAt === null ? day(report.day) : at(begunAt);
  const until = endedAt === null ? null : at(endedAt);
  const isDone = ({ state }: ReportJob): boolean =>
    state === 'done' || state === 'in-part' || state === 'looked';
  const done = jobs.filter(isDone);
  const rest = jobs.filter((job) => !isDone(job));
  const { letterhead, client, letter } = report;
  const next = nextWord(words, report.next, day, today);
  return (
    <main className="page report" lang={words.locale}>
      <header className="head">
        <h1>{report.place}</h1>
        <span className="facts">
          {words.visit(from, until === from ? null : until)}
          {who.length > 0 && `; ${who.join(', ')}`}
          {report.state === 'given-up' && `; ${words.givenUp}`}
          {report.state === 'under-way' && `; ${words.underWay}`}
        </span>
        <span className="grow" />
        {mayWrite && (
          <Link className="btn2 noprint" to={`/rounds/${report.roundId}`}>
            The round
          </Link>
        )}
        <Button
          component="a"
          href={`/api/rounds/${report.roundId}/report.pdf`}
          download
          variant="contained"
          className="noprint"
        >
          PDF
        </Button>
      </header>
      <section className="datum roundpart letter" aria-label="Letter">
        {letterhead && letterhead.name !== '' && (
          <p className="letterhead">
            <b>{letterhead.name}</b>
            {letterhead.lines && <span className="soft shifttext"> {letterhead.lines}</span>}
          </p>
        )}
        {client?.name && <p>{client.name}</p>}
        {client?.greeting && <p>{client.greeting}</p>}
        <p>{wholeWord(words, report)}</p>
        {letter?.remark && <p className="shifttext">{letter.remark}</p>}
        {next && <p>{next}</p>}
        {report.overrides.map(({ text, reason }) => (
          <p key={text} className="hint">
            <span lang="en">{text}</span> <b>{words.goneOn(reason)}</b>
          </p>
        ))}
      </section>
      {leftOff.length > 0 && (
        <section className="offlist" aria-label="Not running">
          <h2>{words.heading.notRunning}</h2>
          <ul className="plain">
            {leftOff.map((off) => (
              <li key={off.what} className="rule">
                <b>{thingIn(words, off.what)}</b> <StateWord state="left-off" word={words.leftOff} />{' '}
                {off.said || words.notSeenRunning}
              </li>
            ))}
          </ul>
        </section>
      )}
      {systems.map((system) => (
        <section key={system.id} className="datum roundpart">
          <h2>{words.water(system.name)}</h2>
          {system.readings.length === 0 ? <p>{words.notTestedHere}</p> : null}
          {system.untested.length > 0 && (
            <p className="soft">{words.notTested(untestedWord(words, system.untested, day))}</p>
          )}
          {system.readings.length > 0 && (
            <ul className="plain">
              {system.readings.map((reading) => (
                <ReadingRow key={reading.parameter} {...{ reading, setting, words }} />
              ))}
            </ul>
          )}
        </section>
      ))}
      <section className="datum roundpart">
        <div className="actions">
          <h2>{words.heading.done}</h2>
          {minutes.measuredJobs > 0 && (letter?.hours ?? true) && (
            <span className="facts">{words.hands(minutes.taken, minutes.estimated)}</span>
          )}
        </div>
        {done.length === 0 && <p>{words.nothingDone}</p>}
        <ul className="plain">
          {done.map((job) => (
            <JobRow key={job.jobId} {...{ job, day, words }} />
          ))}
        </ul>
      </section>
      {rest.length > 0 && (
        <section className="datum roundpart">
          <h2>{words.heading.notDone}</h2>
          <ul className="plain">
            {rest.map((job) => (
              <li key={job.jobId} className="rule reportrow">
                <span>
                  <WorkName of={job} words={words} />
                </span>
                <span>{job.reason ? words.skipped(job.reason) : words.notComeTo}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
      <section className="datum roundpart">
        <h2>{words.heading.next}</h2>
        <ul className="plain">
          {report.next.map((one) => (
            <li key={one.jobId} className="rule reportrow">
              <span>
                <WorkName of={one} words={words} /> <span className="soft">{one.system}</span>
              </span>
              <span>{one.day <= today ? words.now : day(one.day)}</span>
            </li>
          ))}
        </ul>
      </section>
      {letter?.price != null && (
        <p className="datum">
          <b>{priceIn(words, letter.price, report.currency)}</b>
        </p>
      )}
      {letter?.signature && (
        <figure className="signed">
          <svg viewBox="0 0 600 200" role="img" aria-label={words.signedBy(letter.signature.name)}>
            <path d={letter.signature.path} />
          </svg>
          <figcaption>
            {letter.signature.name}, {day(dayOf(Date.parse(letter.signature.at), zone))}
          </figcaption>
        </figure>
      )}
      {mayWrite && (
        <Suspense fallback={null}>
          <LetterForm roundId={report.roundId} />
        </Suspense>
      )}
      {mayWrite && <MailIt roundId={report.roundId} />}
    </main>
  );
}

/** A thing and what is done to it. */
function WorkName({ of, words }: { of: { thing: string; action: string }; words: ReportWords }) {
  const thing = thingIn(words, of.thing);
  return (
    <>
      <b>{thing}</b>
      {workWordIn(words, of).slice(thing.length)}
    </>
  );
}

interface ReadingRowProps {
  reading: ReportReading;
  setting: Setting;
  words: ReportWords;
}
function ReadingRow({ reading, setting, words }: ReadingRowProps) {
  const { parameter, value, below, verdict, band } = reading;
  return (
    <li className="rule reportrow reading">
      <b>
        {parameterIn(words, parameter, 'row')} {valueIn(words, parameter, value, below, setting)}
      </b>
      <span>
        <WaterMark verdict={verdict} /> {words.verdict[verdict]};{' '}
        <span className="soft">{bandIn(words, parameter, band, setting)}</span>
      </span>
      <SmallLine reading={reading} words={words} />
    </li>
  );
}

/** The tests before it, up to this one. */
function SmallLine({
  reading: { points, band, parameter },
  words,
}: {
  reading: ReportReading;
  words: ReportWords;
}) {
  if (points.length < 2) return <span className="soft">{words.firstTest}</span>;
  return (
    <BandLine
      {...{ band, points, width: 160, height: 34 }}
      from={points[0]?.at ?? 0}
      to={points.at(-1)?.at ?? 1}
      label={parameterIn(words, parameter, 'row')}
    />
  );
}

function JobRow({ job, day, words }: { job: ReportJob; day: (of: Day) => string; words: ReportWords }) {
  const { next, was } = movedWord(words, job.before, job.after, day);
  return (
    <li className="rule reportrow">
      <span>
        <WorkName of={job} words={words} /> <span className="soft">{job.system}</span>
      </span>
      <span>
        {jobWord(words, job)}
        {job.minutes !== null && <span className="soft"> {words.minutes(job.minutes, job.estimateMin)}</span>}
        {job.pictures.length > 0 && (
          <span className="reportpictures">
            {job.pictures.map(({ id, taken }) => (
              <figure key={id}>
                <img
                  src={`/api/pictures/${id}`}
                  alt={[workWordIn(words, job), taken && words.taken[taken]].filter(Boolean).join(', ')}
                />
                {taken && <figcaption>{words.taken[taken]}</figcaption>}
              </figure>
            ))}
          </span>
        )}
      </span>
      <span className="soft">
        {next}
        {was && (
          <>
            <br />
            {was}
          </>
        )}
      </span>
    </li>
  );
}

/** Sends it as a PDF; without mail the screen says so, and the PDF is there. */
function MailIt({ roundId }: { roundId: string }) {
  const [to, setTo] = useState('');
  const [said, setSaid] = useState('');
  const [error, setError] = useState<unknown>(null);
  const [busy, setBusy] = useState(false);
  const mail = async (): Promise<void> => {
    setBusy(true);
    setError(null);
    setSaid('');
    try {
      setSaid(
        (await api.send<{ mailWord: string }>('POST', `/rounds/${roundId}/report/mail`, { to })).mailWord,
      );
    } catch (problem) {
      setError(problem);
    } finally {
      setBusy(false);
    }
  };
  return (
    <section className="datum roundpart noprint">
      <h2>Send it</h2>
      <form
        className="actions"
        onSubmit={(event) => {
          event.preventDefault();
          void mail();
        }}
      >
        <TextField
          label="Mail address"
          type="email"
          value={to}
          onChange={(event) => setTo(event.target.value)}
          sx={{ width: 300 }}
        />
        <button type="submit" className="btn2" disabled={busy || to.trim() === ''}>
          Mail the PDF
        </button>
        <span role="status">{said}</span>
      </form>
      <ProblemNote error={error} />
    </section>
  );
}
