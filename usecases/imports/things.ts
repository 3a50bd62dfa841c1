import { findKind } from '../../core/catalogue/index.ts';
import { ownKindsOf } from '../../model/facts/definition.ts';
import type { Snapshot } from '../../model/snapshot.ts';
import { differByOneLetter } from './nearWords.ts';

/** Something with jobs that a word on paper may mean: a piece of equipment, a part, or the water itself. */
export interface Thing {
  id: string;
  componentId: string | null;
  name: string;
  kindId: string;
  words: readonly string[];
  /** Words of its jobs: "air intake". */
  jobWords: readonly string[];
}

/** Words that say nothing about which thing it is. */
const EMPTY = new Set(['the', 'a', 'of', 'and', 'filter', 'unit', 'old', 'new']);
const wordsOf = (text: string): string[] =>
  text
    .toLowerCase()
    .split(/[^a-z0-9äöüß]+/)
    .filter((word) => word !== '' && !EMPTY.has(word))
    .map((word) => word.replace(/s$/, ''));

/** All things of a system and of its place's equipment that serves it. */
export function thingsOf(systemId: string, snapshot: Snapshot): Thing[] {
  const own = ownKindsOf(snapshot);
  const system = snapshot.content('system', systemId);
  const components = snapshot
    .all('component')
    .filter(({ content }) => content.systemIds.includes(systemId) && content.status !== 'removed')
    .map(({ id, content }): Thing => {
      const kind = findKind(content.kindId, own);
      return {
        id,
        componentId: id,
        name: content.name,
        kindId: content.kindId,
        words: [content.name, kind?.name ?? '', ...(kind?.alsoCalled ?? [])],
        jobWords: (kind?.jobs ?? []).flatMap((job) => wordsOf(`${job.id} ${job.action}`)),
      };
    });
  const kindsOfWater = new Set(
    snapshot
      .all('job')
      .filter(({ content }) => content.systemId === systemId)
      .map(({ content }) => content.kindId),
  );
  const water = [...kindsOfWater].map((kindId): Thing => {
    const kind = findKind(kindId, own);
    return {
      id: systemId,
      componentId: null,
      name: system?.name ?? '',
      kindId,
      words: [kind?.name ?? '', ...(kind?.alsoCalled ?? [])],
      jobWords: [],
    };
  });
  return [...components, ...water];
}

/** Short words are too alike to be guessed. */
const SHORT = 4;
const isNear = (a: string, b: string): boolean =>
  a === b || (Math.min(a.length, b.length) >= SHORT && differByOneLetter(a, b));

/** The thing a word most likely means; not sure where a letter is off, or two fit alike. */
export function likeliestThing(text: string, things: readonly Thing[]): (Thing & { sure: boolean }) | null {
  const named = things.filter((thing) => thing.name.toLowerCase() === text.trim().toLowerCase());
  if (named.length === 1 && named[0]) return { ...named[0], sure: true };
  const asked = wordsOf(text);
  if (asked.length === 0) return null;
  const scored = things
    .map((thing) => {
      const best = Math.max(
        0,
        ...thing.words.map((words) => {
          const has = wordsOf(words);
          const exact = asked.filter((word) => has.includes(word)).length;
          const near = asked.filter(
            (word) => !has.includes(word) && has.some((one) => isNear(word, one)),
          ).length;
          // every asked word found counts most; words not asked for count a little against it
          const whole = has.length > 0 && has.every((word) => asked.includes(word)) ? 0.3 : 0;
          return exact + 0.8 * near + whole - 0.1 * Math.max(0, has.length - asked.length);
        }),
      );
      const covered = thing.words.some((words) => asked.every((word) => wordsOf(words).includes(word)));
      const spread = asked.every(
        (word) => thing.jobWords.includes(word) || thing.words.some((words) => wordsOf(words).includes(word)),
      );
      return { thing, best: best + (covered ? 0.5 : 0), sure: spread };
    })
    .filter((one) => one.best >= 0.7)
    .sort((a, b) => b.best - a.best || a.thing.name.localeCompare(b.thing.name));
  const [first, second] = scored;
  return first ? { ...first.thing, sure: first.sure && (!second || first.best - second.best > 0.05) } : null;
}
