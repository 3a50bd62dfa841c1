import { SETTING_ID, type RecordKind } from '../contract/kinds.ts';
import type { RecordContent } from '../contract/records.ts';
import { defaultSchedule } from '../contract/safekeeping.ts';
import type { Snapshot } from './snapshot.ts';

/** The settings in force before anyone has changed them. */
export const defaultSetting: RecordContent<'setting'> = {
  units: {
    volume: 'L',
    length: 'cm',
    temperature: '°C',
    salinity: 'ppt',
    alkalinity: 'dKH',
    pressure: 'bar',
    flow: 'L/h',
  },
  dateFormat: 'day-month',
  homeZone: 'UTC',
  costRatios: { A: 2, B: 5, C: 20, D: 100 },
};
/** What is in force where a record of a kind that there is one of does not say it, or is not there. */
export const contentWithout: { readonly [K in RecordKind]?: RecordContent<K> } = {
  setting: { ...defaultSetting, backups: defaultSchedule },
};

/** The settings in force. */
export function settingOf(snapshot: Snapshot): RecordContent<'setting'> {
  return snapshot.content('setting', SETTING_ID) ?? defaultSetting;
}
