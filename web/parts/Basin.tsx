const WIDTH = 92;
const HEIGHT = 116;
const FLOOR = HEIGHT - 4;
const BRIM = 8;

/** A store with its water: what is in it, what a plan draws from it (hatched), and the bottom out of reach. */
export function Basin({
  capacityL,
  presentL,
  drawnL,
  unusableL,
  said,
}: {
  capacityL: number;
  presentL: number;
  drawnL: number;
  unusableL: number;
  /** The same in words. */
  said: string;
}) {
  const level = (litres: number): number =>
    FLOOR - Math.min(1, Math.max(0, litres / capacityL)) * (FLOOR - BRIM);
  const [top, after, dead] = [
    level(presentL),
    level(presentL - drawnL),
    level(Math.min(unusableL, presentL)),
  ];
  return (
    <svg width={WIDTH} height={HEIGHT} viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={said}>
      <defs>
        <pattern id="drawn" width={6} height={6} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1={0} y1={0} x2={0} y2={6} stroke="var(--petrol)" strokeWidth={1.6} />
        </pattern>
      </defs>
      <rect x={4} y={after} width={WIDTH - 8} height={FLOOR - after} fill="var(--petrolWash)" />
      <rect x={4} y={top} width={WIDTH - 8} height={Math.max(0, after - top)} fill="url(#drawn)" />
      <line x1={4} y1={top} x2={WIDTH - 4} y2={top} stroke="var(--petrol)" strokeWidth={2} />
      {drawnL > 0 && (
        <line x1={4} y1={after} x2={WIDTH - 4} y2={after} stroke="var(--ink)" strokeDasharray="5 3" />
      )}
      {unusableL > 0 && (
        <line
          x1={4}
          y1={dead}
          x2={WIDTH - 4}
          y2={dead}
          stroke="var(--inkSoft)"
          strokeDasharray="1 3"
          strokeWidth={1.4}
        />
      )}
      <path d={`M3 2V${FLOOR}H${WIDTH - 3}V2`} fill="none" stroke="var(--ink)" strokeWidth={2} />
    </svg>
  );
}
