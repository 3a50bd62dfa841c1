import { median } from '../../core/statistics/median.ts';
import { dayOf, endOfDay, noonOf, startOfDay, type Day, type Instant } from '../../core/time/day.ts';
import { pointValue } from '../../core/water/testSeries.ts';
import { isCounter } from '../../core/quantity/measures.ts';
import type { RecordContent } from '../../contract/records.ts';

/** One thing a device read: stored unit. */
export interface DeviceReading {
  at: Instant;
  value: number;
  below: boolean;
}
/** A local day of one channel, as far as anybody judges by it: a device sends every few minutes, what is judged goes by days. */
export interface DaySummary {
  readings: number;
  least: number;
  most: number;
  /** The middle of all readings, and when it counts: at noon, or with the last reading where that came before. */
  middle: number;
  middleAt: Instant;
  last: DeviceReading;
}
/** What now stands of a channel's day; null: nothing any more. */
export interface DeviceDay {
  channelId: string;
  day: Day;
  summary: DaySummary | null;
}

/** @param readings those that nothing doubts, of one local day, at least one, in any order */
export function summaryOf(day: Day, zone: string, readings: readonly DeviceReading[]): DaySummary | null {
  const last = readings.reduce<DeviceReading | null>((a, b) => (a && a.at > b.at ? a : b), null);
  if (!last) return null;
  const values = readings.map(pointValue);
  return {
    readings: readings.length,
    least: values.reduce((a, b) => Math.min(a, b)),
    most: values.reduce((a, b) => Math.max(a, b)),
    middle: median(values),
    middleAt: Math.min(last.at, noonOf(day, zone)),
    last,
  };
}

/** Readings of one channel by their local day. */
export function byLocalDay(readings: readonly DeviceReading[], zone: string): Map<Day, DeviceReading[]> {
  const days = new Map<Day, DeviceReading[]>();
  // they come one after the other: most are of the day of the one before
  let [from, to]: [Instant, Instant] = [0, -1];
  let here: DeviceReading[] = [];
  for (const reading of readings) {
    if (reading.at < from || reading.at > to) {
      const day = dayOf(reading.at, zone);
      [from, to] = [startOfDay(day, zone), endOfDay(day, zone)];
      here = days.get(day) ?? [];
      days.set(day, here);
    }
    here.push(reading);
  }
  return days;
}

/**
 * What a channel's device said, a point a day, oldest first. Of water the middle of each day; of a meter that counts on
 * what it stood at; of anything else the middle of each day, but of the newest what was read last: a pump that has just
 * lost its flow has lost it.
 */
export function pointsOfDays(
  days: readonly DaySummary[],
  { parameter, measure }: Pick<RecordContent<'channel'>, 'parameter' | 'measure'>,
): DeviceReading[] {
  const counts = measure !== undefined && isCounter(measure);
  return days.map(({ middle, middleAt, last }, i) =>
    counts || (parameter === undefined && i === days.length - 1)
      ? last
      : { at: middleAt, value: middle, below: false },
  );
}

/** What devices sent, by channel and local day: kept in memory in place of the readings, which stand on the disk. */
export class DeviceDays {
  private readonly channels = new Map<string, Map<Day, DaySummary>>();
  private readonly ordered = new Map<string, DaySummary[]>();

  take({ channelId, day, summary }: DeviceDay): void {
    this.ordered.delete(channelId);
    const known = this.channels.get(channelId);
    if (summary === null) {
      known?.delete(day);
      if (known?.size === 0) this.channels.delete(channelId);
    } else if (known) known.set(day, summary);
    else this.channels.set(channelId, new Map([[day, summary]]));
  }

  has(channelId: string): boolean {
    return this.channels.has(channelId);
  }

  /** Oldest first. */
  of(channelId: string): readonly DaySummary[] {
    const known = this.ordered.get(channelId);
    if (known) return known;
    const days = [...(this.channels.get(channelId)?.values() ?? [])].sort((a, b) => a.last.at - b.last.at);
    this.ordered.set(channelId, days);
    return days;
  }
}
