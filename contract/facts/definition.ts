import { findProgramme, type Programme } from '../../core/catalogue/programmes.ts';
import { definitionOf } from '../../core/catalogue/index.ts';
import {
  withOverrides,
  type EquipmentKind,
  type JobDefinition,
  type JobOverrides,
} from '../../core/catalogue/types.ts';
import type { RecordContent } from '../records.ts';
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

/** The definition in force: the catalogue's, with the programme's interval, with a person's own figures. @throws Refusal 'not-in-catalogue' */
export function definitionInForce(
  job: RecordContent<'job'>,
  ownKinds: readonly EquipmentKind[],
  programme: Programme | null,
): JobDefinition {
  return withOverrides(
    withProgramme(catalogueDefinition(job, ownKinds), job, programme),
    job.overrides as JobOverrides,
  );
}

/** A programme's interval replaces the range of the first rule; its test frequency is a single figure. */
function withProgramme(
  definition: JobDefinition,
  job: RecordContent<'job'>,
  programme: Programme | null,
): JobDefinition {
  const testDays = definition.tests && programme?.tests[definition.tests];
  const range = testDays ? { lo: testDays, hi: testDays } : programme?.ranges[`${job.kindId}/${job.jobId}`];
  if (!range) return definition;
  return {
    ...definition,
    rules: definition.rules.map((rule) => ('range' in rule ? { ...rule, range } : rule)),
  };
}

/** The programme of the system a job belongs to (the first it serves). */
export function programmeOfJob(job: RecordContent<'job'>, snapshot: Snapshot): Programme | null {
  const component = snapshot.content('component', job.componentId);
  const systemId =
    component?.systemIds[0] ?? job.systemId ?? snapshot.content('vessel', job.vesselId)?.systemId ?? null;
  return findProgramme(snapshot.content('system', systemId)?.programmeId);
}
