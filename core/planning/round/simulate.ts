import { means, type Mean, type Plant } from './plant.ts';
import type { Step } from './step.ts';
import { timingOf, type Timing } from './timing.ts';

/** A stretch in which a water, or the media of a unit, is without something. */
export interface Still {
  systemId: string;
  /** Media: of which unit. */
  componentId: string | null;
  what: Mean | 'media';
  fromMin: number;
  minutes: number;
  limitMin: number | null;
  /** The steps that switched off what stands. */
  stepIds: readonly string[];
}
export const isBreach = ({ minutes, limitMin }: Still): boolean => limitMin !== null && minutes > limitMin;

interface OffSpan {
  componentId: string;
  from: number;
  to: number;
  stepId: string;
}

/**
 * Plays the steps of a visit in their order, one pair of hands, against its plant.
 * @returns every stretch in which a water has no flow, no heat or cold, or nothing that breaks its surface, or in which
 *   wet media stand, whether within its limit or not; the longest first
 */
export function simulate(order: readonly Step[], plant: Plant, timing: Timing = timingOf(order)): Still[] {
  // what was down before is not the visit’s doing
  const spans = offSpans(order, timing).filter((span) => !plant.down.has(span.componentId));
  const down = [...plant.down].map((componentId) => ({
    componentId,
    from: 0,
    to: timing.lengthMin,
    stepId: '',
  }));
  const all = [...down, ...spans];
  const still: Still[] = [];
  for (const { systemId, gives } of plant.systems)
    for (const what of means) {
      const given = gives[what];
      if (!given || given.componentIds.length === 0) continue;
      for (const { from, to, stepIds } of togetherOff(given.componentIds, all))
        if (stepIds.length > 0)
          still.push({
            ...{ systemId, componentId: null, what, fromMin: from, minutes: to - from },
            ...{ limitMin: given.limitMin, stepIds },
          });
    }
  // media that are thrown away need no care
  const renewed = new Set(order.flatMap((step) => (step.work === 'replace' ? (step.unitId ?? []) : [])));
  for (const { componentId, systemIds, mediaStandMin } of plant.units.filter(
    (unit) => !renewed.has(unit.componentId),
  ))
    for (const { from, to, stepIds } of togetherOff([componentId], spans))
      still.push({
        ...{ systemId: systemIds[0] ?? '', componentId, what: 'media', fromMin: from, minutes: to - from },
        ...{ limitMin: mediaStandMin, stepIds },
      });
  return still.sort((a, b) => b.minutes - a.minutes);
}

/** From the step that switches a thing off to the end of the one that switches it on again, or of the visit. */
function offSpans(order: readonly Step[], { begins, lengthMin }: Timing): OffSpan[] {
  const open = new Map<string, OffSpan>();
  const spans: OffSpan[] = [];
  for (const step of order) {
    const componentId = step.off?.componentId;
    if (!componentId) continue;
    const begin = begins.get(step.id) ?? 0;
    if (step.phase === 'shut' && !open.has(componentId))
      open.set(componentId, { componentId, from: begin, to: lengthMin, stepId: step.id });
    const known = open.get(componentId);
    if (step.phase === 'restart' && known) {
      spans.push({ ...known, to: begin + step.handsMin });
      open.delete(componentId);
    }
  }
  return [...spans, ...open.values()];
}

/** The stretches in which all of some units are off. */
function togetherOff(
  componentIds: readonly string[],
  spans: readonly OffSpan[],
): { from: number; to: number; stepIds: string[] }[] {
  const mine = spans.filter((span) => componentIds.includes(span.componentId));
  const edges = [...new Set(mine.flatMap(({ from, to }) => [from, to]))].sort((a, b) => a - b);
  const found: { from: number; to: number; stepIds: string[] }[] = [];
  for (const [i, from] of edges.entries()) {
    const to = edges[i + 1];
    if (to === undefined) break;
    const off = mine.filter((span) => span.from <= from && span.to >= to);
    if (!componentIds.every((id) => off.some((span) => span.componentId === id))) continue;
    const stepIds = off.flatMap((span) => (span.stepId === '' ? [] : [span.stepId]));
    const last = found.at(-1);
    if (last?.to === from) {
      last.to = to;
      last.stepIds = [...new Set([...last.stepIds, ...stepIds])];
    } else found.push({ from, to, stepIds: [...new Set(stepIds)] });
  }
  return found;
}
