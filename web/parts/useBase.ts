import { useState } from 'react';
import type { RecordKind, Stored } from '../../contract/records.ts';

/**
 * The record as it was when a form was opened: what is sent is based on that version, so that a change made
 * elsewhere meanwhile is a conflict and not overwritten, though this window already shows it.
 */
export function useBase<K extends RecordKind>(record: Stored<K>): [Stored<K>, (saved: Stored<K>) => void] {
  return useState(record);
}
