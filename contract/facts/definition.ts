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

/** The definition in force. @throws Refusal 'not-in-catalogue' */
export function definitionInForce(
  job: RecordContent<'job'>,
  ownKinds: readonly EquipmentKind[],
): JobDefinition {
  return withOverrides(catalogueDefinition(job, ownKinds), job.overrides as JobOverrides);
}
