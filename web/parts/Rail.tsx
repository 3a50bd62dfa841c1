import { useLayoutEffect, useRef, useState } from 'react';
import { NavLink, useLocation } from 'react-router';
import { Mark } from './Mark.tsx';
import { SyncLine } from './SyncLine.tsx';

export interface Place {
  to: string;
  name: string;
  /** The letter to press after G, as an index into the name. */
  key: number;
}
/** The screens that exist, in the order of the work. */
export const places: readonly Place[] = [
  { to: '/today', name: 'Today', key: 0 },
  { to: '/systems', name: 'Systems', key: 0 },
  { to: '/rounds', name: 'Rounds', key: 0 },
  { to: '/water', name: 'Water', key: 0 },
  { to: '/plan', name: 'Plan', key: 0 },
  { to: '/bench', name: 'Bench', key: 0 },
  { to: '/log', name: 'Log', key: 0 },
  { to: '/catalogue', name: 'Catalogue', key: 0 },
  { to: '/settings', name: 'Settings', key: 1 },
];
const ROW = 44;

function Named({ place }: { place: Place }) {
  return (
    <>
      {place.name.slice(0, place.key)}
      <u>{place.name[place.key]}</u>
      {place.name.slice(place.key + 1)}
    </>
  );
}

/** The staff: a graduated rule with the screens at its long ticks, a petrol level mark at the current one. */
export function Rail({
  foot,
  items = places,
  linked = true,
  current,
}: {
  foot: React.ReactNode;
  items?: readonly Place[];
  linked?: boolean;
  current?: string;
}) {
  const { pathname } = useLocation();
  const active =
    current ?? items.find((place) => pathname === place.to || pathname.startsWith(`${place.to}/`))?.to;
  return (
    <aside className="rail hide-phone">
      <NavLink className="brand" to="/today">
        <Mark />
        Jondrel
      </NavLink>
      <nav aria-label="Screens">
        {items.map((place) =>
          linked ? (
            <NavLink key={place.to} to={place.to} className={active === place.to ? 'active' : ''}>
              <span>
                <Named place={place} />
              </span>
            </NavLink>
          ) : (
            <a key={place.to} className={active === place.to ? 'active' : ''} href={place.to}>
              {place.name}
            </a>
          ),
        )}
      </nav>
      <Staff index={items.findIndex((place) => place.to === active)} count={items.length} />
      <div className="foot">{foot}</div>
    </aside>
  );
}

function Staff({ index, count }: { index: number; count: number }) {
  const ref = useRef<SVGSVGElement>(null);
  const [height, setHeight] = useState(800);
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    const observer = new ResizeObserver(() => setHeight(element.clientHeight));
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  const first = 92 + ROW / 2;
  const step = ROW / 4;
  const ticks: { y: number; major: boolean }[] = [];
  for (let k = -Math.floor((first - 4) / step); first + k * step < height; k++)
    ticks.push({ y: Math.round(first + k * step) + 0.5, major: k >= 0 && k % 4 === 0 && k / 4 < count });
  const mark = Math.round(first + index * ROW) + 0.5;
  return (
    <svg ref={ref} className="staff" aria-hidden>
      <line x1={17.5} y1={0} x2={17.5} y2={height} stroke="var(--ink)" />
      {ticks.map(({ y, major }) => (
        <line
          key={y}
          x1={major ? 8 : 13}
          y1={y}
          x2={17}
          y2={y}
          stroke={major ? 'var(--ink)' : 'var(--lineStrong)'}
        />
      ))}
      {index >= 0 && (
        <>
          <line x1={2} y1={mark} x2={17} y2={mark} stroke="var(--petrol)" strokeWidth={3} />
          <path d={`M17 ${mark - 6}l9 6l-9 6z`} fill="var(--petrol)" />
        </>
      )}
    </svg>
  );
}

/** On a phone the staff lies down as a band. */
export function Band({ onMore }: { onMore: () => void }) {
  const { pathname } = useLocation();
  const shown = places.slice(0, 4);
  const active = shown.findIndex((place) => pathname.startsWith(place.to));
  const cells = shown.length + 1;
  const at =
    active >= 0 ? active : places.slice(4).some((place) => pathname.startsWith(place.to)) ? cells - 1 : -1;
  return (
    <nav className="band only-phone" aria-label="Screens">
      <svg className="staff" viewBox={`0 0 ${cells * 60} 14`} preserveAspectRatio="none" aria-hidden>
        <line x1={0} y1={0.5} x2={cells * 60} y2={0.5} stroke="var(--ink)" />
        {Array.from({ length: cells * 6 }, (_, i) => (
          <line
            key={i}
            x1={i * 10 + 0.5}
            y1={0}
            x2={i * 10 + 0.5}
            y2={i % 6 === 3 ? 9 : 4}
            stroke={i % 6 === 3 ? 'var(--ink)' : 'var(--lineStrong)'}
          />
        ))}
        {at >= 0 && (
          <path d={`M${at * 60 + 23} 0h14l-7-9zM${at * 60 + 28.5} 0h3v12h-3z`} fill="var(--petrol)" />
        )}
      </svg>
      {shown.map((place, i) => (
        <NavLink key={place.to} to={place.to} className={i === active ? 'active' : ''}>
          {place.name}
        </NavLink>
      ))}
      <button type="button" onClick={onMore} className={pathname.startsWith('/settings') ? 'active' : ''}>
        More
      </button>
      <SyncLine className="bandline" />
    </nav>
  );
}
