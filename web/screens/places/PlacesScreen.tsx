import Button from '@mui/material/Button';
import { useSuspenseQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { PlaceOverview } from '../../../usecases/placesOverview.ts';
import { arePlacesChosen, holdPlaces, placesHeld } from '../../api/atHand.ts';
import { api } from '../../api/client.ts';
import { useAbout } from '../../api/data.ts';
import { forgetHouse } from '../../offline/answers.ts';
import { LongList } from '../../parts/LongList.tsx';
import { Search } from '../../parts/Search.tsx';
import { wordsIn } from '../../parts/wordsIn.ts';
import './places.css';

/** Height of a line before it was seen. */
const ROW_PX = 58;
const FEW = 8;

/** Which places this device holds: their records and dates stand on it, with and without network. */
export function PlacesScreen() {
  const { data: places } = useSuspenseQuery({
    queryKey: ['places'],
    queryFn: () => api.get<PlaceOverview[]>('/places'),
  });
  const { isLarge = false } = useAbout();
  const [held, setHeld] = useState<ReadonlySet<string>>(
    () => new Set(placesHeld() ?? (isLarge && !arePlacesChosen() ? [] : places.map(({ siteId }) => siteId))),
  );
  const [typed, setTyped] = useState('');
  const shown = places.filter(({ name, client }) => wordsIn(`${name} ${client ?? ''}`, typed));
  const toggle = (siteId: string): void =>
    setHeld((before) => {
      const after = new Set(before);
      if (!after.delete(siteId)) after.add(siteId);
      return after;
    });
  const hold = async (siteIds: readonly string[] | null): Promise<void> => {
    holdPlaces(siteIds);
    // a browser that keeps nothing has nothing to forget
    await forgetHouse().catch(() => undefined);
    location.assign('/today');
  };
  const count = places.filter(({ siteId }) => held.has(siteId)).length;
  return (
    <main className="page">
      <header className="head">
        <h1>Places on this device</h1>
        <span className="facts">
          {count} of {places.length}
        </span>
        <span className="grow" />
        {(places.length > FEW || typed) && <Search value={typed} onChange={setTyped} />}
      </header>
      <div className="datum" />
      <p className="placesaid">
        Today, Plan, Rounds and the rest show the places you choose, also without network. Work at the others
        is still planned, and read when you choose them.
      </p>
      <ul className="plain">
        <LongList items={shown} keyOf={({ siteId }) => siteId} rowPx={ROW_PX}>
          {(place, at) => (
            <li key={place.siteId} {...at} className="rule">
              <label className="placeline">
                <input
                  type="checkbox"
                  checked={held.has(place.siteId)}
                  onChange={() => toggle(place.siteId)}
                />
                <span>
                  <b>{place.name}</b>
                  {place.client && <span className="soft">, for {place.client}</span>}
                  <br />
                  <span className="soft">
                    {counted(place.systems, 'system')}, {counted(place.jobs, 'job')}
                  </span>
                </span>
                <span>{doWord(place)}</span>
                <span className={place.dangers > 0 ? 'danger' : 'soft'}>{waterWord(place)}</span>
              </label>
            </li>
          )}
        </LongList>
      </ul>
      {shown.length === 0 && (
        <p className="placesaid">{typed ? `No place is called “${typed}”.` : 'There is no place yet.'}</p>
      )}
      <div className="placefoot">
        <Button
          variant="contained"
          disabled={count === 0}
          onClick={() => void hold(count === places.length ? null : [...held])}
        >
          {count === 0 ? 'Choose a place' : count === 1 ? 'Hold this place' : `Hold these ${count} places`}
        </Button>
        <button type="button" className="btn2" onClick={() => void hold(null)}>
          All places
        </button>
        {isLarge && (
          <span className="soft">All of them take a while to arrive, and much of a phone’s memory.</span>
        )}
      </div>
    </main>
  );
}

const counted = (n: number, word: string): string => `${n} ${word}${n === 1 ? '' : 's'}`;
function doWord({ now, comingUp }: PlaceOverview): string {
  const words = [now > 0 && `${now} to do or look at now`, comingUp > 0 && `${comingUp} coming up`];
  return words.filter(Boolean).join(', ') || 'nothing to do now';
}
function waterWord({ dangers, outOfBand }: PlaceOverview): string {
  if (dangers > 0) return `Danger in the water of ${counted(dangers, 'system')}`;
  return outOfBand > 0 ? `a test out of its band in ${counted(outOfBand, 'system')}` : '';
}
