import { clockWord } from '../../core/explain/clockWord.ts';
import { lazy, Suspense, useCallback, useEffect, useRef, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Link, Outlet, useNavigate } from 'react-router';
import { arePlacesChosen, usePlacesHeld } from '../api/atHand.ts';
import { useAbout, useFollow, useSnapshot } from '../api/data.ts';
import { usePersonHere } from '../api/person.ts';
import { useAuthentication } from '../api/authentication.ts';
import { useWriting } from '../api/writing.tsx';
import { roles } from '../../contract/access/rights.ts';
import { Band, places, Rail } from './Rail.tsx';
import { typedAhead } from './typedAhead.ts';
import { useFocusOnArrival } from './useFocusOnArrival.ts';
import { useTitle } from './useTitle.ts';
import { SyncLine } from './SyncLine.tsx';

const loadPalette = () => import('./Palette.tsx');
const Palette = lazy(loadPalette);
const ChoosePlaces = lazy(async () => ({
  default: (await import('../screens/places/PlacesScreen.tsx')).PlacesScreen,
}));
const NarrowFrame = lazy(() => import('./NarrowFrame.tsx'));

/** The first screen has been drawn by then. */
const PALETTE_AFTER_MS = 2000;

/** What stands round every screen: for who sees only something, no more than the way out. */
export function Frame() {
  const { me } = useAuthentication();
  return me && roles[me.role].sees !== 'everything' ? <NarrowFrame /> : <WholeHouse />;
}

/** Of a large house somebody chooses first which places this device holds. */
function WholeHouse() {
  const { isLarge } = useAbout();
  return isLarge && !arePlacesChosen() ? <ChoosePlaces /> : <WideFrame />;
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
  const held = usePlacesHeld();
  const [palette, setPalette] = useState<'closed' | 'all' | 'log'>('closed');
  const [typed, setTyped] = useState('');
  const stopAhead = useRef<(() => void) | null>(null);
  const onShown = useCallback((): void => {
    stopAhead.current?.();
    stopAhead.current = null;
  }, []);
  const open = (mode: 'all' | 'log'): void => {
    if (palette !== 'closed') return;
    setTyped('');
    stopAhead.current ??= typedAhead(setTyped);
    setPalette(mode);
  };
  // who opens it types at once: it is there by then
  useEffect(() => {
    const early = setTimeout(() => void loadPalette().catch(() => undefined), PALETTE_AFTER_MS);
    return () => clearTimeout(early);
  }, []);
  useHotkeys('ctrl+k, meta+k', () => open('all'), { preventDefault: true, enableOnFormTags: true });
  useHotkeys('n', () => open('log'), { preventDefault: true });
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
            <button type="button" onClick={() => open('all')}>
              Find
              <br />
              Ctrl K
            </button>
            {held && <HeldLine held={held} />}
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
      <Band onMore={() => open('all')} />
      {palette !== 'closed' && (
        <Suspense fallback={null}>
          <Palette
            {...{ mode: palette, typed, onTyped: setTyped, onShown }}
            onClose={() => setPalette('closed')}
          />
        </Suspense>
      )}
    </div>
  );
}

/** Which of many places this device shows; where all of them are gone, others are to be chosen. */
function HeldLine({ held }: { held: readonly string[] }) {
  const snapshot = useSnapshot();
  const [first, ...more] = held.flatMap((id) => snapshot.content('site', id)?.name ?? []);
  return (
    <Link to="/places">
      {first === undefined ? 'None of the places held is left' : first}
      {more.length > 0 && ` and ${more.length} more`}
    </Link>
  );
}
