import { NINETEEN_IN_TWENTY } from '../statistics/confidence.ts';
import { readingError, type Doubt, type TestPoint } from './testSeries.ts';
import type { MethodLimits } from './parameters.ts';

/** What a reading was read with, as far as anyone said. Days from now. */
export interface Instrument {
  name: string;
  /** A probe is checked against a kit; a kit expires. */
  kind: 'kit' | 'probe';
  method: MethodLimits;
  /** Days from now when it expires; null: not said. */
  expires: number | null;
  /** Days from now of its calibrations, oldest first. */
  calibrations: readonly number[];
  /** How long a calibration is trusted, days; null: not planned here. */
  calibrationHolds: number | null;
}
export interface InstrumentReading {
  point: Omit<TestPoint, 'doubt'>;
  instrument: Instrument | null;
  /** Whoever read it said that it is doubtful. */
  saidDoubtful: boolean;
}

/** A kit's test and a probe's reading of the same water lie within so many days. */
const SAME_WATER_DAYS = 0.25;
/** A calibration that is late by half its span is no longer trusted; house default. */
const OVERDUE = 1.5;

/**
 * Marks each reading with the doubt on its instrument: an expired kit, a calibration long overdue, or a probe that no
 * longer agrees with the kit (all its readings since the last check that agreed, or since its calibration).
 * @param readings of one parameter of one system, oldest first
 */
export function withDoubts(readings: readonly InstrumentReading[]): TestPoint[] {
  const checks = checksOf(readings);
  return readings.map((reading) => ({
    ...reading.point,
    doubt: reading.saidDoubtful ? { kind: 'said' } : doubtOf(reading, checks),
  }));
}

interface Check {
  probe: Instrument;
  days: number;
  /** Probe less kit, stored unit. */
  difference: number;
  agrees: boolean;
}

/** Each time probe and kit read the same water. */
function checksOf(readings: readonly InstrumentReading[]): Check[] {
  const kits = readings.filter(({ instrument }) => instrument?.kind !== 'probe');
  return readings.flatMap(({ instrument, point }) => {
    if (instrument?.kind !== 'probe') return [];
    const near = kits
      .filter(
        (kit) =>
          Math.abs(kit.point.days - point.days) <= SAME_WATER_DAYS && kit.point.timing === point.timing,
      )
      .sort((a, b) => Math.abs(a.point.days - point.days) - Math.abs(b.point.days - point.days))[0];
    if (!near) return [];
    const difference = point.value - near.point.value;
    const error = Math.hypot(
      readingError(instrument.method),
      readingError(near.instrument?.method ?? instrument.method),
    );
    return [
      {
        probe: instrument,
        days: point.days,
        difference,
        agrees: Math.abs(difference) <= NINETEEN_IN_TWENTY * error,
      },
    ];
  });
}

function doubtOf({ point, instrument }: InstrumentReading, checks: readonly Check[]): Doubt | null {
  if (!instrument) return null;
  const { name, expires, calibrations, calibrationHolds } = instrument;
  if (expires !== null && point.days > expires)
    return { kind: 'kit-expired', name, daysBeforeReading: Math.round(point.days - expires) };
  const calibrated = calibrations.findLast((days) => days <= point.days) ?? null;
  const nextCalibration = calibrations.find((days) => days > point.days) ?? Number.POSITIVE_INFINITY;
  const mine = checks.filter((check) => check.probe === instrument);
  // a reading stands between two checks: doubtful when the next one, before any calibration, does not agree
  const next = mine.find((check) => check.days >= point.days && check.days < nextCalibration);
  const before = mine.findLast((check) => check.days <= point.days && check.days > (calibrated ?? -Infinity));
  const failed = next && !next.agrees ? next : before && !before.agrees ? before : null;
  if (failed) {
    const agreed = Math.max(
      mine.findLast((check) => check.agrees && check.days <= failed.days)?.days ?? -Infinity,
      calibrated ?? -Infinity,
    );
    return {
      kind: 'disagrees-with-kit',
      name,
      difference: failed.difference,
      daysSinceAgreed: Number.isFinite(agreed) ? Math.round(-agreed) : null,
    };
  }
  if (
    calibrationHolds !== null &&
    calibrated !== null &&
    point.days - calibrated > OVERDUE * calibrationHolds
  )
    return { kind: 'calibration-overdue', name, daysSince: Math.round(point.days - calibrated) };
  return null;
}
