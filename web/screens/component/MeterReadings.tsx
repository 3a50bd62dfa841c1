import { useState } from 'react';
import { dayOf } from '../../../core/time/day.ts';
import { formatQuantity, toStored } from '../../../core/quantity/quantities.ts';
import type { Stored } from '../../../contract/records.ts';
import { useNow, useSetting, useSnapshot, useUnitReadings } from '../../api/data.ts';
import { usePersonHere } from '../../api/person.ts';
import { creating } from '../../api/writing.tsx';
import { relativeWord, writeDay } from '../../parts/dates.ts';
import { NumberField } from '../../parts/NumberField.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { latestFirst, typedReading } from '../../parts/readings.ts';
import { unitFor } from '../../../contract/shownUnits.ts';
import { useReadingRemarks } from '../../parts/useReadingRemarks.ts';
import { useSend } from '../../parts/useSend.ts';

const SHOWN = 4;

/** What is read on a component: its last readings, and a field to read it now. */
export function MeterReadings({ componentId }: { componentId: string }) {
  const snapshot = useSnapshot();
  const readings = useUnitReadings(componentId);
  const channels = snapshot.all('channel').filter((channel) => channel.content.componentId === componentId);
  if (channels.length === 0)
    return <p className="soft">Nothing: hours, a pressure or a flow make its dates better.</p>;
  return (
    <ul className="plain">
      {channels.map((channel) => (
        <li key={channel.id} className="rule" style={{ padding: '6px 0' }}>
          <Meter
            channel={channel}
            readings={readings.filter((reading) => reading.content.channelId === channel.id)}
          />
        </li>
      ))}
    </ul>
  );
}

function Meter({ channel, readings }: { channel: Stored<'channel'>; readings: Stored<'reading'>[] }) {
  const snapshot = useSnapshot();
  const setting = useSetting();
  const now = useNow();
  const here = usePersonHere();
  const [open, setOpen] = useState(false);
  const [value, setValue] = useState<number | null>(null);
  // a question that was read and left as it is
  const [asked, setAsked] = useState(false);
  const remarkOf = useReadingRemarks(channel.content.componentId);
  const { send, pending, error } = useSend(() => {
    setValue(null);
    setOpen(false);
  });
  const component = snapshot.content('component', channel.content.componentId);
  const zone = snapshot.content('site', component?.siteId ?? null)?.timeZone ?? 'UTC';
  const today = dayOf(now, zone);
  const { quantity, name } = channel.content;
  const unit = quantity === 'length' ? 'm' : unitFor(quantity, setting);
  const last = latestFirst(readings, zone).slice(0, SHOWN);
  const remark = value === null ? null : remarkOf(channel.content, toStored(quantity, value, unit));
  const save = () => {
    if (value === null || remark?.fault) return;
    if (remark?.question && !asked) return setAsked(true);
    const content = typedReading({
      channelId: channel.id,
      when: { kind: 'instant', at: new Date(now).toISOString() },
      value: toStored(quantity, value, unit),
      whoId: here.id,
    });
    void send([creating('reading', content)], `${name}: ${formatQuantity(quantity, content.value, unit)}.`);
  };
  return (
    <>
      <div style={{ display: 'flex', justifyContent: 'space-between', gap: 12, flexWrap: 'wrap' }}>
        <b>{name}</b>
        <button type="button" className="btn2" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? 'Cancel' : 'Read it now'}
        </button>
      </div>
      {last.length === 0 && <p className="soft">Not read yet.</p>}
      {last.map(({ reading, day }, i) => (
        <div
          key={reading.id}
          className={i === 0 ? '' : 'soft'}
          style={{ display: 'flex', justifyContent: 'space-between', gap: 12 }}
        >
          <span>
            {writeDay(day, today, setting.dateFormat)}
            {i === 0 && `, ${relativeWord(day, today)}`}
          </span>
          <span className="figure">
            {formatQuantity(quantity, reading.content.value, unit)}
            {reading.content.quality === 'doubtful' && ' ?'}
          </span>
        </div>
      ))}
      {open && (
        <form
          className="actions"
          style={{ paddingTop: 8 }}
          onSubmit={(event) => {
            event.preventDefault();
            save();
          }}
        >
          <NumberField
            label={name}
            unit={unit}
            value={value}
            help={remark?.question ?? undefined}
            error={remark?.fault ?? undefined}
            onChange={(typed) => {
              setValue(typed);
              setAsked(false);
            }}
            autoFocus
          />
          <button
            type="submit"
            className="btn2"
            disabled={pending || value === null || remark?.fault != null}
          >
            {remark?.question && asked ? 'Keep it as it is' : 'Save the reading'}
          </button>
        </form>
      )}
      <ProblemNote error={error} />
    </>
  );
}
