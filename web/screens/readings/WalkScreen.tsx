import Button from '@mui/material/Button';
import InputAdornment from '@mui/material/InputAdornment';
import TextField from '@mui/material/TextField';
import { useEffect, useRef, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { count } from '../../../core/explain/words.ts';
import { beyondLimitOf, meterQuestion } from '../../../usecases/round/meterQuestion.ts';
import type { Meter } from '../../../usecases/round/meters.ts';
import { useNow, useSetting, useSnapshot } from '../../api/data.ts';
import { todayIn, writeDay, writeInstant } from '../../parts/dates.ts';
import { typedNumber } from '../../../core/quantity/typedNumber.ts';
import { Nowhere } from '../../parts/Nowhere.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { usePhone } from '../../parts/usePhone.ts';
import { useReadingRemarks } from '../../parts/useReadingRemarks.ts';
import { dayOf } from '../../../core/time/day.ts';
import { Keys } from './Keys.tsx';
import { MeterChart } from './MeterChart.tsx';
import { meterUnit, type MeterUnit } from './meterUnit.ts';
import { questionWord } from './questionWord.ts';
import { useWalk, type Walk } from './useWalk.ts';
import './readings.css';

/** A round of readings, one meter at a time. */
export function WalkScreen() {
  const { roundId = '' } = useParams();
  const round = useSnapshot().get('readings-round', roundId);
  return round ? <Walking key={roundId} roundId={roundId} /> : <Nowhere />;
}

function Walking({ roundId }: { roundId: string }) {
  const walk = useWalk(roundId);
  const { sheet, meters, at, error } = walk;
  const meter = meters[at];
  return (
    <main className="page walk">
      <header className="head">
        <h1>{meter ? meter.where : sheet.name}</h1>
        <span className="facts">
          {meter ? `${meter.name}; ${sheet.name}, ${at + 1} of ${meters.length}` : sheet.place}
        </span>
      </header>
      <Way walk={walk} />
      <ProblemNote error={error} />
      {meter ? <MeterHere key={meter.channelId} meter={meter} walk={walk} /> : <WalkEnd walk={walk} />}
    </main>
  );
}

/** The way as ticks: read, skipped, ahead. */
function Way({ walk: { meters, walked, at, go } }: { walk: Walk }) {
  return (
    <ol className="plain meterway" aria-label="The way">
      {meters.map(({ channelId, where, name }, i) => (
        <li key={channelId}>
          <button
            type="button"
            aria-label={`${where}, ${name}`}
            aria-current={i === at ? 'step' : undefined}
            data-state={
              walked.read[channelId] !== undefined
                ? 'read'
                : walked.skipped[channelId] !== undefined
                  ? 'skipped'
                  : undefined
            }
            onClick={() => go(i)}
          />
        </li>
      ))}
    </ol>
  );
}

function MeterHere({ meter, walk }: { meter: Meter; walk: Walk }) {
  const { walked, meters, at, pending, type, read, sheet } = walk;
  const setting = useSetting();
  const now = useNow();
  const snapshot = useSnapshot();
  const remarkOf = useReadingRemarks(meter.componentId);
  const phone = usePhone();
  const field = useRef<HTMLInputElement>(null);
  const [asked, setAsked] = useState(false);
  const [skipping, setSkipping] = useState(false);
  const unit = meterUnit(meter, setting);
  const zone = snapshot.content('site', sheet.siteId)?.timeZone ?? 'UTC';
  const today = todayIn(zone, now);
  const known = walked.read[meter.channelId];
  const text = walked.typed[meter.channelId] ?? (known ? unit.figure(known.value) : '');
  const shown = typedNumber(text);
  const value = shown === null ? null : unit.toStored(shown);
  useEffect(() => field.current?.focus({ preventScroll: true }), []);
  const channel = {
    componentId: meter.componentId,
    ...(meter.measure ? { measure: meter.measure } : {}),
    ...(meter.parameter ? { parameter: meter.parameter } : {}),
  };
  const remark = value === null ? null : remarkOf(channel, value);
  const question = value === null ? null : meterQuestion(meter, value, now);
  const say =
    remark?.fault ?? (value === null ? null : questionWord(question, remark?.question ?? null, meter, unit));
  const last = meter.points.at(-1);
  const next = meters[at + 1];
  const save = (): void => {
    if (value === null || remark?.fault) return;
    if (say !== null && !asked) return setAsked(true);
    void read(meter, value);
  };
  const again = (): void => {
    setAsked(false);
    type(meter.channelId, '');
    field.current?.focus();
  };
  return (
    <section className="meter" aria-label={`${meter.where}, ${meter.name}`}>
      <MeterChart
        {...{ meter, unit, typed: value, now }}
        from={meter.points[0] ? writeDay(dayOf(meter.points[0].at, zone), today, setting.dateFormat) : ''}
      />
      <p className="soft">
        {last
          ? `last ${unit.show(last.value)}, ${writeInstant(last.at, zone, setting.dateFormat, today)}`
          : 'not read yet'}
        {meter.driftPerWeek !== null &&
          `; ${meter.driftPerWeek > 0 ? 'rises' : 'falls'} ${unit.difference(meter.driftPerWeek)} a week`}
        {meter.lo === null && meter.hi === null && '; no limits known'}
      </p>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          save();
        }}
      >
        <TextField
          label="Reads now"
          value={text}
          inputRef={field}
          error={text.trim() !== '' && shown === null}
          helperText={text.trim() !== '' && shown === null ? `“${text}” is not a number.` : undefined}
          onChange={(event) => {
            setAsked(false);
            type(meter.channelId, event.target.value);
          }}
          slotProps={{
            // the keys below are the phone's keyboard
            htmlInput: { inputMode: phone ? 'none' : 'decimal', className: 'meterfigure' },
            input: { endAdornment: <InputAdornment position="end">{unit.label}</InputAdornment> },
          }}
        />
        {say !== null && (
          <div className="meterasks" role="status">
            <p>{say}</p>
            <div className="actions">
              <Button variant="contained" onClick={again}>
                Read it again
              </Button>
              {!remark?.fault && value !== null && (
                <Button variant="outlined" disabled={pending} onClick={() => void read(meter, value)}>
                  It is {unit.show(value)}
                </Button>
              )}
            </div>
          </div>
        )}
        {say === null && (
          <Button type="submit" variant="contained" className="big" disabled={pending || value === null}>
            {next ? 'Next' : 'Last one'}
          </Button>
        )}
      </form>
      <Keys
        value={text}
        signed={meter.quantity === 'temperature'}
        onType={(typed) => {
          setAsked(false);
          type(meter.channelId, typed);
        }}
      />
      <div className="actions meterfoot">
        {skipping ? (
          <CannotRead onSay={(reason) => walk.skip(meter, reason)} onLeave={() => setSkipping(false)} />
        ) : (
          <button type="button" className="btn2" onClick={() => setSkipping(true)}>
            Cannot read it
          </button>
        )}
        {!skipping && (
          <Link className="btn2" to="/rounds">
            Pause
          </Link>
        )}
        {next && !skipping && (
          <span className="soft">
            next: {next.where}, {next.name.toLowerCase()}
          </span>
        )}
      </div>
    </section>
  );
}

const reasons = ['Not running', 'Out of reach', 'Meter broken'];

function CannotRead({ onSay, onLeave }: { onSay: (reason: string) => void; onLeave: () => void }) {
  const [reason, setReason] = useState('');
  return (
    <form
      className="form"
      onSubmit={(event) => {
        event.preventDefault();
        if (reason.trim() !== '') onSay(reason.trim());
      }}
    >
      <div className="actions">
        {reasons.map((one) => (
          <button key={one} type="button" className="btn2" onClick={() => onSay(one)}>
            {one}
          </button>
        ))}
      </div>
      <TextField label="Another reason" value={reason} onChange={(event) => setReason(event.target.value)} />
      <div className="actions">
        <button type="submit" className="btn2" disabled={reason.trim() === ''}>
          Skip it for this reason
        </button>
        <button type="button" className="btn2" onClick={onLeave}>
          Read it after all
        </button>
      </div>
    </form>
  );
}

function WalkEnd({ walk }: { walk: Walk }) {
  const { meters, walked, sheet, pending, end, go } = walk;
  const setting = useSetting();
  const navigate = useNavigate();
  const unitFor = (meter: Meter): MeterUnit => meterUnit(meter, setting);
  const out = meters.filter((meter) => {
    const value = walked.read[meter.channelId]?.value;
    return value !== undefined && beyondLimitOf(meter, value) !== null;
  });
  return (
    <section className="datum roundpart">
      <h2>
        {count(Object.keys(walked.read).length, 'meter')} read
        {Object.keys(walked.skipped).length > 0 && `, ${Object.keys(walked.skipped).length} skipped`}
        {out.length > 0 && `, ${out.length} out of limits`}
      </h2>
      <ul className="plain">
        {meters.map((meter, i) => {
          const value = walked.read[meter.channelId]?.value;
          return (
            <li key={meter.channelId} className="rule meterdone">
              <span>
                {meter.where}, <span className="soft">{meter.name.toLowerCase()}</span>
              </span>
              <span className={out.includes(meter) ? 'tn late' : 'tn'}>
                {value === undefined
                  ? (walked.skipped[meter.channelId] ?? 'open')
                  : unitFor(meter).show(value)}
              </span>
              <button type="button" className="btn2" onClick={() => go(i)}>
                Change
              </button>
            </li>
          );
        })}
      </ul>
      <div>
        <Button
          variant="contained"
          className="big"
          disabled={pending || Object.keys(walked.read).length + Object.keys(walked.skipped).length === 0}
          onClick={() => void end().then((kept) => kept && navigate(`/rounds?note=${sheet.siteId}`))}
        >
          End the round
        </Button>
      </div>
    </section>
  );
}
