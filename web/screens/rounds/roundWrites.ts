import { v7 as uuid } from 'uuid';
import type { RoundWhat } from '../../../contract/round/schemas.ts';
import { ACTIONS_VERSION } from '../../../contract/round/version.ts';
import type { Write } from '../../../contract/work.ts';
import { creating } from '../../api/writing.tsx';

const DEVICE_KEY = 'jondrel.device';
const SEQUENCE_KEY = 'jondrel.sequence';

/** This device, named once: actions of two devices are told apart by it, and counted on each. */
function device(): string {
  const known = localStorage.getItem(DEVICE_KEY);
  if (known) return known;
  const fresh = uuid();
  localStorage.setItem(DEVICE_KEY, fresh);
  return fresh;
}
function nextSequence(): number {
  const next = Number(localStorage.getItem(SEQUENCE_KEY) ?? '0') + 1;
  localStorage.setItem(SEQUENCE_KEY, String(next));
  return next;
}

/** Something that happened in a round, as it is sent. */
export function acting(roundId: string, what: RoundWhat, at: number, whoId: string | null): Write {
  return creating('round-action', {
    ...{ roundId, version: ACTIONS_VERSION, device: device(), sequence: nextSequence(), whoId, what },
    at: new Date(at).toISOString(),
  });
}
