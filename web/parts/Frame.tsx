import { clockWord } from '../../core/explain/clockWord.ts';
import { lazy, Suspense, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Outlet, useNavigate } from 'react-router';
import { useAbout, useFollow } from '../api/data.ts';
import { usePersonHere } from '../api/person.ts';
import { useDoor } from '../api/door.ts';
import { useWriting } from '../api/writing.tsx';
import { roles } from '../../contract/access/rights.ts';
import { Band, places, Rail } from './Rail.tsx';
import { useFocusOnArrival } from './useFocusOnArrival.ts';
import { useTitle } from './useTitle.ts';
import { SyncLine } from './SyncLine.tsx';

const Palette = lazy(() => import('./Palette.tsx'));
const NarrowFrame = lazy(() => import('./NarrowFrame.tsx'));

/** What stands round every screen: for who sees only something, no more than the way out. */
export function Frame() {
  const { me } = useDoor();
  return me && roles[me.role].sees !== 'everything' ? <NarrowFrame /> : <WideFrame />;
}

/** The staff, the palette, the keys, the thread to the server. */
function WideFrame() {
  useFollow();
  const navigate = useNavigate();
  const about = useAbout();
  const wrongClock = clockWord(about.aheadMs);
  useTitle();
  useFocusOnArrival();
  const here = usePersonHere();
  const { pending } = useWriting();
  const [palette, setPalette] = useState<'closed' | 'all' | 'log'>('closed');
  useHotkeys('ctrl+k, meta+k', () => setPalette('all'), { preventDefault: true, enableOnFormTags: true });
  useHotkeys('n', () => setPalette('log'), { preventDefault: true });
  useHotkeys(
    places.map((place) => `g>${place.name[place.key]?.toLowerCase() ?? ''}`),
    (_event, hotkey) => {
      const letter = hotkey.keys?.at(-1);
      const place = places.find((one) => one.name[one.key]?.toLowerCase() === letter);
      if (place) void navigate(place.to);
    },
  );
  return (
    <div className="app">
      <Rail
        foot={
          <>
            <span>Press G, then the letter</span>
            <button type="button" onClick={() => setPalette('all')}>
              Find
              <br />
              Ctrl K
            </button>
            {about.demo && (
              <span>Demo data{about.demo.ageDays > 7 ? `, made ${about.demo.ageDays} days ago` : ''}</span>
            )}
            <span>
              {here.name && (
                <>
                  {here.name}
                  <br />
                </>
              )}
              {pending ? 'saving…' : <SyncLine />}
            </span>
          </>
        }
      />
      <div className="beside">
        {wrongClock !== null && (
          <p className="wrongclock noprint" role="status">
            {wrongClock}
          </p>
        )}
        <Suspense fallback={<main className="page">Opening…</main>}>
          <Outlet />
        </Suspense>
      </div>
      <Band onMore={() => setPalette('all')} />
      {palette !== 'closed' && (
        <Suspense fallback={null}>
          <Palette mode={palette} onClose={() => setPalette('closed')} />
        </Suspense>
      )}
    </div>
  );
}
