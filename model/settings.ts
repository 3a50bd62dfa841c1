import { defaultSetting, SETTING_ID, type RecordContent } from '../contract/records.ts';
import type { Snapshot } from './snapshot.ts';

/** The settings in force. */
export function settingOf(snapshot: Snapshot): RecordContent<'setting'> {
  return snapshot.content('setting', SETTING_ID) ?? defaultSetting;
}
