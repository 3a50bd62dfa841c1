import { Refusal } from '../errors.ts';
import { biological } from './biological.ts';
import { chemicalMedia } from './chemicalMedia.ts';
import { foam } from './foam.ts';
import { instruments } from './instruments.ts';
import { largeSystems } from './largeSystems.ts';
import { makeUp } from './makeUp.ts';
import { mechanical } from './mechanical.ts';
import { pumps } from './pumps.ts';
import { sterilization } from './sterilization.ts';
import { stores } from './stores.ts';
import { surroundings } from './surroundings.ts';
import { systemJobs } from './systemJobs.ts';
import type { EquipmentKind, JobDefinition } from './types.ts';

/** Every kind of equipment the product knows. A new kind is an entry in one of these lists. */
export const catalogue: readonly EquipmentKind[] = [
  ...mechanical,
  ...biological,
  ...foam,
  ...pumps,
  ...sterilization,
  ...chemicalMedia,
  ...makeUp,
  ...systemJobs,
  ...instruments,
  ...surroundings,
  ...stores,
  ...largeSystems,
];

/** Looks a kind up among the catalogue and a person's own kinds. */
export function findKind(id: string, ownKinds: readonly EquipmentKind[] = []): EquipmentKind | undefined {
  return ownKinds.find((kind) => kind.id === id) ?? catalogue.find((kind) => kind.id === id);
}

/** @throws Refusal 'not-in-catalogue' */
export function definitionOf(
  kindId: string,
  jobId: string,
  ownKinds: readonly EquipmentKind[] = [],
): JobDefinition {
  const kind = findKind(kindId, ownKinds);
  if (!kind) throw new Refusal('not-in-catalogue', { what: 'kind of equipment', id: kindId });
  const found = kind.jobs.find((one) => one.id === jobId);
  if (!found) throw new Refusal('not-in-catalogue', { what: `job of ${kind.name}`, id: jobId });
  return found;
}

/** Kinds by everyday words: every word typed must begin a word of the name, of what it is also called or of its jobs. */
export function searchKinds(text: string, kinds: readonly EquipmentKind[]): EquipmentKind[] {
  const typed = words(text);
  if (typed.length === 0) return [...kinds];
  const scored = kinds.flatMap((kind) => {
    const name = words(kind.name);
    const all = [
      ...name,
      ...kind.alsoCalled.flatMap(words),
      ...kind.jobs.flatMap((one) => words(one.action)),
    ];
    if (!typed.every((word) => all.some((candidate) => candidate.startsWith(word)))) return [];
    return [
      { kind, inName: typed.filter((word) => name.some((candidate) => candidate.startsWith(word))).length },
    ];
  });
  return scored.sort((a, b) => b.inName - a.inName).map(({ kind }) => kind);
}

const words = (text: string): string[] =>
  text
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean);
