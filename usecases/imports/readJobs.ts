import { lookUp } from '../../core/lookUp.ts';
import { doneWords, doneWordsOfKind, foundWordList } from '../../core/catalogue/jobWords.ts';
import type { JobDefinition } from '../../core/catalogue/types.ts';
import type { Found } from '../../core/wear/found.ts';
import type { Stored } from '../../contract/records.ts';
import type { ReadingDraft } from './draft.ts';
import { differByOneLetter } from './nearWords.ts';
import { likeliestThing, type Thing } from './things.ts';
import type { RowContext } from './rowContext.ts';

export interface JobCells {
  what: string;
  did: string;
  found: string;
  minutes: string;
  who: string;
  note: string;
}

/** One row a job: the thing, the word for what was done, how it was found. Impossible pairs are kept as notes. */
export function readJob(
  context: RowContext,
  base: Pick<ReadingDraft, 'row' | 'when' | 'whoId'>,
  cells: JobCells,
): void {
  const { row, mapping, draft, things } = context;
  const { what, did } = cells;
  const said = `${what}, ${did}`;
  const skip = (why: string): void => void draft.skipped.push({ row, head: what, text: said, why });
  const word = what.toLowerCase();
  const known = lookUp(mapping.things, word);
  if (known === null) return skip('left out on purpose');
  const thing = known
    ? things.filter((one) => one.id === known).map((one) => ({ ...one, sure: true }))[0]
    : likeliestThing(what, things);
  if (!thing)
    return ask(context, `thing:${word}`, what, `What is “${what}” here? Nothing of this system fits.`, []);
  if (!thing.sure && context.answers[`thing:${word}`] !== thing.id)
    return ask(context, `thing:${word}`, what, `Is “${what}” the ${thing.name}?`, [
      { answer: thing.id, label: `Yes, ${thing.name}` },
    ]);
  const job = jobOf(thing, what, did, context);
  const graded = foundOf(context, cells.found);
  if (graded === 'asked') return;
  const note = [cells.note, base.whoId === null && cells.who !== '' ? `by ${cells.who}` : '']
    .filter(Boolean)
    .join('; ');
  if (!job) {
    draft.notes.push({
      row,
      systemId: mapping.systemId,
      when: base.when,
      note: [said, cells.found, note].filter(Boolean).join('; '),
    });
    return void draft.flagged.push({
      row,
      head: what,
      text: said,
      why: `${thing.name} has no such job: kept as a note`,
    });
  }
  draft.services.push({ ...base, jobId: job.id, found: graded, minutes: minutesOf(cells.minutes), note });
}

function ask(
  { row, draft, answers }: RowContext,
  key: string,
  head: string,
  sentence: string,
  choices: { answer: string; label: string }[],
): void {
  if (answers[key] === 'skip')
    return void draft.skipped.push({ row, head, text: head, why: 'left out on purpose' });
  draft.questions.push({
    key,
    row,
    head,
    sentence,
    choices: [...choices, { answer: 'skip', label: 'Leave it out' }],
  });
}

/** The job a word means on a thing or its parts: by kind of work, by the job's own name, by words of the thing. */
function jobOf(
  thing: Thing,
  what: string,
  did: string,
  { snapshot, definitionOf }: RowContext,
): Stored<'job'> | null {
  const word = did.toLowerCase().trim();
  const done =
    doneWords.find(({ words }) => words.includes(word)) ??
    doneWords.find(({ words }) => words.some((one) => word.startsWith(one)));
  const particular = lookUp(doneWordsOfKind[thing.kindId] ?? {}, word);
  if (!done && !particular) return null;
  const parts = new Set(
    snapshot
      .all('component')
      .filter(({ content }) => content.parentId === thing.componentId && thing.componentId !== null)
      .map(({ id }) => id),
  );
  const asked = what
    .toLowerCase()
    .split(/[^a-z]+/)
    .filter(Boolean);
  const scored = snapshot
    .all('job')
    .filter(({ content }) =>
      thing.componentId === null
        ? content.systemId === thing.id && content.kindId === thing.kindId
        : content.componentId === thing.componentId || parts.has(content.componentId ?? ''),
    )
    .flatMap((job) => {
      const definition = definitionOf(job.content);
      const fit = definition.id === particular ? 4 : done ? fitOf(definition, done) : null;
      if (fit === null) return [];
      const named = asked.filter((one) =>
        `${definition.id} ${definition.action}`
          .toLowerCase()
          .split(/[^a-z]+/)
          .includes(one),
      ).length;
      const own = job.content.componentId === thing.componentId ? 0.5 : 0;
      return [{ job, score: fit + 2 * named + own }];
    })
    .sort((a, b) => b.score - a.score || a.job.id.localeCompare(b.job.id));
  return scored[0]?.job ?? null;
}

function fitOf(definition: JobDefinition, done: (typeof doneWords)[number]): number | null {
  if (done.jobs?.includes(definition.id)) return 3;
  const rank = done.works.indexOf(definition.work);
  if (rank < 0 || (done.jobs && !done.works.includes(definition.work))) return null;
  return 2 - rank * 0.5;
}

/** How it was found: usual words, the mapping's own, or a near miss that is asked. */
function foundOf(context: RowContext, said: string): Found | null | 'asked' {
  const word = said.toLowerCase().trim();
  if (word === '') return null;
  if (/^[?\-–]+$/.test(word)) {
    context.draft.flagged.push({ row: context.row, head: said, text: said, why: 'condition not noted' });
    return null;
  }
  const own = lookUp(context.mapping.found, word);
  if (own !== undefined) return own;
  const known = lookUp(foundWordList, word);
  if (known) return known;
  const near = Object.entries(foundWordList).find(([one]) => differByOneLetter(one, word));
  const key = `found:${word}`;
  if (near && context.answers[key] === near[1]) return near[1];
  ask(
    context,
    key,
    said,
    near ? `Does “${said}” mean “${near[0]}”?` : `How was it found, by “${said}”?`,
    near ? [{ answer: near[1], label: `Yes, ${near[0]}` }] : [],
  );
  return 'asked';
}

/** "30", "1h", "1:30" → minutes. */
export function minutesOf(text: string): number | null {
  const clock = /^(\d+):(\d{2})$/.exec(text);
  if (clock) return Number(clock[1]) * 60 + Number(clock[2]);
  const found = /^(\d+(?:[.,]\d+)?)\s*(h|hours?|std|min|minutes?)?$/i.exec(text.trim());
  if (!found) return null;
  const value = Number((found[1] ?? '').replace(',', '.'));
  return /^(h|hour|std)/i.test(found[2] ?? '') ? value * 60 : value;
}
