import type { CautionId } from '../../core/catalogue/cautions.ts';
import { gradeIndex, type Found } from '../../core/wear/found.ts';
import type { RecordContent, Stored } from '../../contract/records.ts';

type Action = Stored<'round-action'>;
type Round = RecordContent<'round'>;

export interface StepState {
  state: 'open' | 'done' | 'skipped';
  /** The grade in force; null: none, or two that differ. */
  found: Found | null;
  /** Two people graded it differently: both are shown, nobody’s is lost. */
  conflict: readonly Found[];
  reason: string;
}
/** Something that the round switched off, closed, removed or put into a mode. */
export interface OffState {
  actionId: string;
  stepId: string;
  what: string;
  provedBy: string;
  componentId: string | null;
  kindId: string | null;
  systemIds: readonly string[];
  since: string;
  state: 'off' | 'proved' | 'left-off';
  /** Why it stays off, or what was seen. */
  said: string;
  /** How it was proved; null: it was not. */
  how: 'seen' | 'reading' | null;
  /** A temporary fitting: it is on, and must come out. */
  on: boolean;
  /** Of a fitting: minutes until the water is clear and it comes out. */
  clearMin: number | null;
  /** Who sees to it, and when, where that was said. */
  whoId: string | null;
  until: string | null;
}
export interface RoundState {
  begun: boolean;
  paused: boolean;
  closed: boolean;
  abandoned: string | null;
  steps: ReadonlyMap<string, StepState>;
  off: readonly OffState[];
  /** When a step was first done, in milliseconds. */
  doneAt: ReadonlyMap<string, number>;
  /** Cautions that were heeded, by job and caution: asked once. */
  heeded: ReadonlySet<string>;
  /** Litres that the tests of this round asked for, by system. */
  litres: ReadonlyMap<string, { litres: number; reason: string }>;
  /** What was put to soak besides what its job asks for: since when, ms, and how long, by step. */
  soaks: ReadonlyMap<string, { at: number; minutes: number }>;
  /** What logged its jobs, by step; more than one where two people did a step, until that is settled. */
  services: ReadonlyMap<string, readonly string[]>;
  /** When anything was first done in it, ms. */
  begunAt: number | null;
  /** Who did something in it last, and when. */
  last: { whoId: string | null; at: number } | null;
}
/** A caution of a job, as `heeded` names it. */
export const heedKey = (jobId: string, caution: CautionId): string => `${jobId} ${caution}`;
const open: StepState = { state: 'open', found: null, conflict: [], reason: '' };

/**
 * What a round's actions come to. Done beats skipped, whatever the order; what was switched off stays on the list until
 * its own proof or reason; a proof answers one switching off and no other.
 * @param actions in the order in which the server took them, those it has not yet after them: a device's clock may be
 *   hours off, and says when a thing was done, never what came after what
 */
export function foldRound(round: Round, actions: readonly Action[]): RoundState {
  const steps = new Map<string, StepState>(round.steps.map((step) => [step.id, open]));
  const off = new Map<string, OffState>();
  const doneAt = new Map<string, number>();
  const answers: Pick<OffState, 'actionId' | 'state' | 'said' | 'how' | 'whoId' | 'until'>[] = [];
  let [begun, paused, closed] = [false, false, false];
  let abandoned: string | null = null;
  let last: RoundState['last'] = null;
  let begunAt: number | null = null;
  const heeded = new Set<string>();
  const services = new Map<string, string[]>();
  const litres = new Map<string, { litres: number; reason: string }>();
  const soaks = new Map<string, { at: number; minutes: number }>();
  const jobsOf = new Map(round.steps.map((step) => [step.id, step.forJobs]));
  for (const { id, content } of actions) {
    const { what } = content;
    last = { whoId: content.whoId, at: Date.parse(content.at) };
    begunAt ??= last.at;
    if ('heeded' in what)
      for (const caution of what.heeded ?? [])
        for (const jobId of jobsOf.get(what.stepId) ?? []) heeded.add(heedKey(jobId, caution));
    if ((what.do === 'done' || what.do === 'switched-off') && !doneAt.has(what.stepId))
      doneAt.set(what.stepId, Date.parse(content.at));
    switch (what.do) {
      case 'begin':
      case 'taken-over':
        begun = true;
        paused = false;
        break;
      case 'paused':
        paused = true;
        break;
      case 'closed':
        closed = true;
        break;
      case 'abandoned':
        abandoned = what.reason;
        break;
      case 'done':
        if (what.serviceId)
          services.set(what.stepId, [...new Set([...(services.get(what.stepId) ?? []), what.serviceId])]);
        steps.set(what.stepId, withDone(steps.get(what.stepId) ?? open, what.found));
        break;
      case 'settled':
        steps.set(what.stepId, { state: 'done', found: what.found, conflict: [], reason: '' });
        break;
      case 'skipped': {
        const known = steps.get(what.stepId) ?? open;
        if (known.state !== 'done')
          steps.set(what.stepId, { ...known, state: 'skipped', reason: what.reason });
        break;
      }
      case 'switched-off': {
        const { stepId, off: thing, systemIds } = what;
        steps.set(stepId, withDone(steps.get(stepId) ?? open, null));
        off.set(id, {
          ...{ actionId: id, stepId, ...thing, systemIds, since: content.at, state: 'off', said: '' },
          ...{ on: thing.on ?? false, how: null, whoId: null, until: null },
          clearMin: thing.on ? (round.steps.find((step) => step.id === stepId)?.waitMin ?? null) : null,
        });
        break;
      }
      case 'merged':
        steps.set(what.stepId, { state: 'done', found: what.found, conflict: [], reason: '' });
        services.set(what.stepId, [what.serviceId]);
        break;
      case 'soaking':
        soaks.set(what.stepId, { at: Date.parse(content.at), minutes: what.minutes });
        break;
      case 'litres':
        litres.set(what.systemId, { litres: what.litres, reason: what.reason });
        break;
      case 'proved':
        answers.push({
          ...{ actionId: what.offActionId, state: 'proved', said: what.saw, how: what.how },
          ...{ whoId: null, until: null },
        });
        break;
      case 'left-off':
        answers.push({
          ...{ actionId: what.offActionId, state: 'left-off', said: what.reason, how: null },
          ...{ whoId: what.whoId ?? null, until: what.until ?? null },
        });
        break;
    }
  }
  // an answer may arrive before what it answers; a proof stands over a reason
  for (const answer of answers) {
    const one = off.get(answer.actionId);
    if (one && one.state !== 'proved') off.set(answer.actionId, { ...one, ...answer });
  }
  return {
    begun,
    paused,
    closed,
    abandoned,
    steps,
    off: [...off.values()],
    doneAt,
    heeded,
    litres,
    soaks,
    services,
    begunAt,
    last,
  };
}

function withDone(known: StepState, found: Found | null): StepState {
  const grades = [...new Set([...known.conflict, known.found, found].filter((one) => one !== null))].sort(
    (a, b) => gradeIndex[a] - gradeIndex[b],
  );
  return {
    state: 'done',
    found: grades.length === 1 ? (grades[0] ?? null) : null,
    conflict: grades.length > 1 ? grades : [],
    reason: '',
  };
}

/** What still has neither proof nor reason: nothing closes over it. */
export const unproved = (state: RoundState): OffState[] => state.off.filter((one) => one.state === 'off');

/** What is not running as far as anybody has seen: of every round, open, closed or abandoned. */
export const notRunning = (state: RoundState): OffState[] =>
  state.off.filter((one) => one.state !== 'proved');
