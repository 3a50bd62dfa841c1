import { useCallback } from 'react';
import { relativeWord } from '../../../../core/explain/words.ts';
import { useNow, useSetting } from '../../../api/data.ts';
import { todayIn, writeDay } from '../../../parts/dates.ts';

/** "Sat 21 Nov, 5 days ago", by the home zone. */
export function useAgo(): (at: number) => string {
  const now = useNow();
  const { homeZone, dateFormat } = useSetting();
  const today = todayIn(homeZone, now);
  return useCallback(
    (at) => {
      const day = todayIn(homeZone, at);
      return `${writeDay(day, today, dateFormat)}, ${relativeWord(day, today)}`;
    },
    [homeZone, today, dateFormat],
  );
}
