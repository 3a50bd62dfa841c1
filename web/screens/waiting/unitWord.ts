import type { RecordContent } from '../../../contract/records.ts';
import type { RoundWhat } from '../../../contract/round/schemas.ts';
import type { Snapshot } from '../../../model/snapshot.ts';
import type { Write } from '../../../contract/work.ts';
import type { Unit } from '../../offline/device.ts';

const opWord: Record<Write['op'], string> = {
  create: 'new',
  revise: 'changed',
  delete: 'deleted',
  restore: 'taken back',
};

/** What a unit of work is called while it waits: in the words of whoever wrote it, else by what it writes. */
export function unitWord(unit: Unit, snapshot: Snapshot): string {
  if (unit.said) return unit.said;
  const acts = unit.writes.filter((write) => write.kind === 'round-action');
  // what belongs to a step (its service, its readings) goes by the step’s name
  if (acts.length > 0) return acts.map((write) => actWord(write, snapshot)).join('; ');
  return unit.writes.map((write) => `${opWord[write.op]} ${write.kind.replaceAll('-', ' ')}`).join(', ');
}

const doWord: Record<RoundWhat['do'], string> = {
  begin: 'round begun',
  done: 'done',
  skipped: 'skipped',
  'switched-off': 'switched off',
  litres: 'another amount of water',
  soaking: 'put to soak',
  merged: 'two entries made one',
  settled: 'settled between two',
  proved: 'seen running',
  'left-off': 'left off',
  paused: 'round paused',
  'taken-over': 'round taken over',
  abandoned: 'round given up',
  closed: 'round ended',
};
function actWord(write: Write, snapshot: Snapshot): string {
  if (write.op !== 'create') return 'a step of a round';
  const { roundId, what } = write.content as RecordContent<'round-action'>;
  const step =
    'stepId' in what
      ? snapshot.content('round', roundId)?.steps.find((one) => one.id === what.stepId)?.title
      : undefined;
  return step ? `${step}: ${doWord[what.do]}` : doWord[what.do];
}
