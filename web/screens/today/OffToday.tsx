import { useMemo } from 'react';
import { RecordIndex } from '../../../contract/facts/recordIndex.ts';
import { offOfRounds } from '../../../contract/round/offList.ts';
import { useSnapshot } from '../../api/data.ts';
import { OffOfRounds } from '../rounds/OffOfRounds.tsx';

/** What rounds left off, of all places: before everything else. */
export default function OffToday() {
  const snapshot = useSnapshot();
  const off = useMemo(() => offOfRounds(snapshot, RecordIndex.of(snapshot)), [snapshot]);
  return <OffOfRounds off={off} />;
}
