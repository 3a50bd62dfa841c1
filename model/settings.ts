import { defaultSetting, SETTING_ID, type RecordContent, type RecordKind } from '../contract/records.ts';
import { defaultSchedule } from '../contract/safekeeping.ts';
import type { Snapshot } from './snapshot.ts';

/** What is in force where a record of a kind that there is one of does not say it, or is not there. */
export const contentWithout: { readonly [K in RecordKind]?: RecordContent<K> } = {
  setting: { ...defaultSetting, backups: defaultSchedule },
};

/** The settings in force. */
export function settingOf(snapshot: Snapshot): RecordContent<'setting'> {
  return snapshot.content('setting', SETTING_ID) ?? defaultSetting;
}
