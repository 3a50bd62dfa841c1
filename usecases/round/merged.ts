import type { RecordContent, Stored } from '../../contract/records.ts';

type Service = Stored<'service'>;

/**
 * Entries of one and the same work as one: the one whose grade holds takes over what the others said, they stay and
 * point to it, and count no second time.
 * @param all of them, the one that holds included
 * @returns each entry with its new content
 */
export function merged(
  holds: Service,
  all: readonly Service[],
  nameOf: (service: Service) => string,
): [Service, RecordContent<'service'>][] {
  const others = all.filter((one) => one.id !== holds.id);
  const notes = [holds, ...others].flatMap((one) =>
    one.content.note.trim() === '' ? [] : [{ name: nameOf(one), note: one.content.note.trim() }],
  );
  const [only] = notes;
  const note =
    notes.length === 1 && others.every((one) => one.content.note.trim() === '')
      ? (only?.note ?? '')
      : notes.map((one) => `${one.name}: ${one.note}`).join('\n');
  const before = [...new Set(all.flatMap((one) => one.content.beforePictureIds ?? []))];
  const supplies = [holds, ...others].flatMap((one) => one.content.supplies);
  return [
    [
      holds,
      {
        ...holds.content,
        note,
        pictureIds: [...new Set(all.flatMap((one) => one.content.pictureIds))],
        ...(before.length > 0 ? { beforePictureIds: before } : {}),
        supplies: supplies.filter(
          (one, i) =>
            supplies.findIndex((other) => other.name === one.name && other.amount === one.amount) === i,
        ),
      },
    ],
    ...others.map((one): [Service, RecordContent<'service'>] => [
      one,
      { ...one.content, mergedInto: holds.id },
    ]),
  ];
}
