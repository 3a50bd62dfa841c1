import { useMemo } from 'react';
import { zoneOfSystem } from '../../../model/facts/places.ts';
import type { Stored } from '../../../contract/records.ts';
import { useNow, usePlan, useReadings, useSetting, useSnapshot } from '../../api/data.ts';
import { marksOf, type Mark } from './serviceMarks.ts';
import { columnsOf, testRows } from './tests.ts';
import type { SheetFacts } from './useRows.ts';

/** What tests of a system are typed and judged against, and the marks of its services. */
export function useSheetFacts(system: Stored<'system'>): { facts: SheetFacts; marks: Mark[] } {
  const snapshot = useSnapshot();
  const setting = useSetting();
  const readings = useReadings(system.id);
  const { incoming } = usePlan();
  const now = useNow();
  const zone = zoneOfSystem(snapshot, system.id);
  const columns = useMemo(
    () => columnsOf(snapshot, system, setting, incoming),
    [snapshot, system, setting, incoming],
  );
  const rows = useMemo(() => testRows(snapshot, readings, zone), [snapshot, readings, zone]);
  const marks = useMemo(() => marksOf(snapshot, system.id, zone), [snapshot, system.id, zone]);
  const facts = useMemo(
    () => ({
      ...{ snapshot, system, columns, rows, zone, now, dateStyle: setting.dateFormat },
      changes: marks.filter((mark) => mark.isChange).map((mark) => mark.at),
    }),
    [snapshot, system, columns, rows, zone, now, setting.dateFormat, marks],
  );
  return { facts, marks };
}
