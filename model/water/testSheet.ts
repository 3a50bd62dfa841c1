import { parameters, type ParameterId } from '../../core/water/parameters.ts';
import { parameterUnit, storedUnitOf, unitsOfParameter } from '../../core/water/parameterUnits.ts';
import { DateTime } from 'luxon';
import { dayOf } from '../../core/time/day.ts';
import type { RecordIndex } from '../facts/recordIndex.ts';
import { zoneOfSystem } from '../facts/places.ts';
import { instantOfWhen } from '../facts/when.ts';
import type { Snapshot } from '../snapshot.ts';

/** The tests of a system as a table: a head with units, a row a visit, as a spreadsheet takes them and this program reads them back. */
export function testSheet(snapshot: Snapshot, index: RecordIndex, systemId: string): string[][] {
  const zone = zoneOfSystem(snapshot, systemId);
  const channels = index.on('channelsOfSystem', systemId);
  const columns = [...new Set(channels.flatMap((channel) => channel.content.parameter ?? []))];
  const unitOf = (id: ParameterId): string => {
    const set = channels.find((channel) => channel.content.parameter === id)?.content.unit;
    return set && set in unitsOfParameter(id) ? set : storedUnitOf(id);
  };
  const rows = new Map<
    string,
    { at: number; timed: boolean; timing: string; cells: Map<ParameterId, string>; who: string; note: string }
  >();
  for (const channel of channels) {
    const { parameter } = channel.content;
    if (!parameter) continue;
    const { fromStored } = parameterUnit(parameter, unitOf(parameter));
    for (const { content } of index.on('readingsOfChannel', channel.id)) {
      const at = instantOfWhen(content.when, zone);
      if (at === null) continue;
      const key = `${at} ${content.timing ?? ''}`;
      const row = rows.get(key) ?? {
        at,
        timed: content.when.kind === 'instant',
        timing: content.timing ?? '',
        cells: new Map<ParameterId, string>(),
        who: '',
        note: '',
      };
      const shown = String(Number(fromStored(content.value).toPrecision(10)));
      row.cells.set(parameter, `${content.below ? '<' : content.rough ? '~' : ''}${shown}`);
      row.who ||= snapshot.content('person', content.whoId)?.name ?? '';
      row.note ||= content.note;
      rows.set(key, row);
    }
  }
  const clock = (at: number): string => DateTime.fromMillis(at, { zone }).toFormat('HH:mm');
  return [
    [
      'Date',
      'Time',
      'Before or after the change',
      ...columns.map((id) => `${parameters[id].name} [${unitOf(id)}]`),
      'Who',
      'Note',
    ],
    ...[...rows.values()]
      .sort((a, b) => a.at - b.at)
      .map(({ at, timed, timing, cells, who, note }) => [
        dayOf(at, zone),
        timed ? clock(at) : '',
        timing,
        ...columns.map((id) => cells.get(id) ?? ''),
        who,
        note,
      ]),
  ];
}
