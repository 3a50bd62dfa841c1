import { changeByChoice, type Choices } from '../../core/catalogue/choices.ts';
import { findProgramme, type Programme } from '../../core/catalogue/programmes.ts';
import { definitionOf, findKind } from '../../core/catalogue/index.ts';
import {
  withOverrides,
  type Effect,
  type EquipmentKind,
  type JobDefinition,
  type JobOverrides,
} from '../../core/catalogue/types.ts';
import { SETTING_ID } from '../../contract/kinds.ts';
import type { RecordContent } from '../../contract/records.ts';
import type { Snapshot } from '../snapshot.ts';

/** A person's own kinds of equipment. */
export function ownKindsOf(snapshot: Snapshot): EquipmentKind[] {
  return snapshot.all('own-kind').map((record) => record.content as EquipmentKind);
}

/** The catalogue's figures for a job, before a person's own are laid over. @throws Refusal 'not-in-catalogue' */
export function catalogueDefinition(
  job: RecordContent<'job'>,
  ownKinds: readonly EquipmentKind[],
): JobDefinition {
  return (job.own as JobDefinition | null) ?? definitionOf(job.kindId, job.jobId, ownKinds);
}

/** The definition in force of a job. @throws Refusal 'not-in-catalogue' */
export type DefinitionOf = (job: RecordContent<'job'>) => JobDefinition;

/**
 * Definitions in force: the catalogue's, with the programme's interval, with the side a person takes where keepers
 * differ, sooner where something else on the water makes it so, with a person's own figures for the job on top.
 */
export function definitionsOf(snapshot: Snapshot): DefinitionOf {
  const ownKinds = ownKindsOf(snapshot);
  const choices = (snapshot.content('setting', SETTING_ID)?.choices ?? {}) as Choices;
  const effects = effectsBySystem(snapshot, ownKinds);
  return (job) => {
    const systemIds = systemIdsOf(job, snapshot);
    const programme = findProgramme(snapshot.content('system', systemIds[0] ?? null)?.programmeId);
    const chosen = withChoice(
      withProgramme(catalogueDefinition(job, ownKinds), job, programme),
      job,
      choices,
    );
    return withOverrides(
      withEffects(chosen, job, systemIds.map((id) => effects.get(id) ?? []).flat()),
      job.overrides as JobOverrides,
    );
  };
}

/** The systems whose water a job serves; its component's, its own or its vessel's. */
export function systemIdsOf(job: RecordContent<'job'>, snapshot: Snapshot): readonly string[] {
  const component = snapshot.content('component', job.componentId);
  const own = job.systemId ?? snapshot.content('vessel', job.vesselId)?.systemId;
  return component?.systemIds ?? (own ? [own] : []);
}

/**
 * A programme's interval replaces that of its own rule: the one of practice. What the law or the maker sets, and a figure
 * that stands beside a range, stay as they are. Its test frequency is a single figure.
 */
function withProgramme(
  definition: JobDefinition,
  job: RecordContent<'job'>,
  programme: Programme | null,
): JobDefinition {
  if (definition.tests && programme?.insurance?.includes(definition.tests))
    return { ...definition, rules: definition.rules.filter((rule) => rule.kind === 'after-event') };
  const testDays = definition.tests && programme?.tests[definition.tests];
  const range = testDays ? { lo: testDays, hi: testDays } : programme?.ranges[`${job.kindId}/${job.jobId}`];
  if (!range) return definition;
  const own = ruleOfPractice(definition.rules);
  return {
    ...definition,
    rules: definition.rules.map((rule, i) => (i === own && 'range' in rule ? { ...rule, range } : rule)),
  };
}
/** The first rule with a range of practice: how it wears, or how often keepers do it. */
function ruleOfPractice(rules: JobDefinition['rules']): number {
  const isPractice = (rule: JobDefinition['rules'][number]): boolean =>
    rule.kind === 'wear' || (rule.kind === 'calendar' && rule.by === undefined);
  const ranged = rules.findIndex(
    (rule) => isPractice(rule) && 'range' in rule && rule.range.lo < rule.range.hi,
  );
  return ranged >= 0 ? ranged : rules.findIndex(isPractice);
}

function withChoice(definition: JobDefinition, job: RecordContent<'job'>, choices: Choices): JobDefinition {
  const change = changeByChoice(choices, `${job.kindId}/${job.jobId}`);
  return change
    ? {
        ...definition,
        ...(change.rules ? { rules: change.rules } : {}),
        ...(change.procedure ? { procedure: change.procedure } : {}),
      }
    : definition;
}

interface EffectHere extends Effect {
  kindName: string;
}
/** What runs on each system and shortens jobs elsewhere on it. */
function effectsBySystem(snapshot: Snapshot, ownKinds: readonly EquipmentKind[]): Map<string, EffectHere[]> {
  const found = new Map<string, EffectHere[]>();
  for (const { content } of snapshot.all('component')) {
    if (content.status !== 'running') continue;
    const kind = findKind(content.kindId, ownKinds);
    for (const effect of kind?.effects ?? [])
      for (const systemId of content.systemIds)
        found.set(systemId, [
          ...(found.get(systemId) ?? []),
          { ...effect, kindName: kind?.name.toLowerCase() ?? '' },
        ]);
  }
  return found;
}

function withEffects(
  definition: JobDefinition,
  job: RecordContent<'job'>,
  effects: readonly EffectHere[],
): JobDefinition {
  // several of a kind shorten once: it is the water that carries the film, not their number
  const effect = effects.find((one) => one.on === `${job.kindId}/${job.jobId}`);
  if (!effect) return definition;
  return {
    ...definition,
    soonerWith: effect.kindName,
    rules: definition.rules.map((rule) =>
      rule.kind === 'wear'
        ? { ...rule, range: { lo: rule.range.lo * effect.factor, hi: rule.range.hi * effect.factor } }
        : rule,
    ),
  };
}
