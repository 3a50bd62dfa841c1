import { useState } from 'react';
import { formatQuantity, toStored } from '../../../core/quantity/quantities.ts';
import { dayOf } from '../../../core/time/day.ts';
import { useNow, useReadings, useSetting, useSnapshot } from '../../api/data.ts';
import { usePersonHere } from '../../api/person.ts';
import { creating } from '../../api/writing.tsx';
import { relativeWord, writeDay } from '../../parts/dates.ts';
import { NumberField } from '../../parts/NumberField.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { latestFirst, typedReading } from '../../parts/readings.ts';
import { useFixedIds } from '../../parts/useFixedIds.ts';
import { useSend } from '../../parts/useSend.ts';

const SHOWN = 4;
const UNIT = 'g a day';

/** How much is fed a day, from a day on: what wears socks, sponges and floss, so that their lives are counted in grams. */
export function Feed({ systemId, zone }: { systemId: string; zone: string }) {
  const snapshot = useSnapshot();
  const { dateFormat } = useSetting();
  const now = useNow();
  const here = usePersonHere();
  const [value, setValue] = useState<number | null>(null);
  const [ids] = useFixedIds();
  const { send, pending, error } = useSend(() => setValue(null));
  const channel = snapshot
    .all('channel')
    .find((one) => one.content.systemId === systemId && one.content.measure === 'feed');
  const readings = useReadings(systemId).filter((one) => one.content.channelId === channel?.id);
  const today = dayOf(now, zone);
  const lines = latestFirst(readings, zone).slice(0, SHOWN);
  const save = () => {
    if (value === null) return;
    const stored = toStored('feed', value, UNIT);
    const channelId = channel?.id ?? ids.id;
    const content = typedReading({
      channelId,
      when: { kind: 'instant', at: new Date(now).toISOString() },
      value: stored,
      whoId: here.id,
    });
    void send(
      [
        ...(channel
          ? []
          : [
              creating(
                'channel',
                {
                  componentId: null,
                  systemId,
                  name: 'Feed',
                  quantity: 'feed' as const,
                  measure: 'feed' as const,
                },
                ids,
              ),
            ]),
        creating('reading', content),
      ],
      `Feed: ${formatQuantity('feed', stored, UNIT)} from now on.`,
    );
  };
  return (
    <>
      {lines.length === 0 && (
        <p className="soft">Not entered. Once it is, socks and sponges are counted in grams, not days.</p>
      )}
      {lines.map(({ reading, day }, i) => (
        <div
          key={reading.id}
          className={i === 0 ? '' : 'soft'}
          style={{ display: 'flex', justifyContent: 'space-between', gap: 12 }}
        >
          <span>
            from {writeDay(day, today, dateFormat)}
            {i === 0 && `, ${relativeWord(day, today)}`}
          </span>
          <span className="figure">{formatQuantity('feed', reading.content.value, UNIT)}</span>
        </div>
      ))}
      <form
        className="actions"
        style={{ paddingTop: 8, alignItems: 'end' }}
        onSubmit={(event) => {
          event.preventDefault();
          save();
        }}
      >
        <NumberField label="Feed from now on" unit={UNIT} value={value} onChange={setValue} />
        <button type="submit" className="btn2" disabled={pending || value === null}>
          Save the feed
        </button>
      </form>
      <ProblemNote error={error} />
    </>
  );
}
