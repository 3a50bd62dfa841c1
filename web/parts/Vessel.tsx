const WIDTH = 104;
const HEIGHT = 80;
const BASE = 76;

/** A vessel with its water: the true level filled, the believed one dashed, rock at the bottom. */
export function Vessel({
  trueL,
  believedL,
  rockShare,
}: {
  trueL: number;
  believedL: number | null;
  rockShare: number;
}) {
  const most = Math.max(trueL, believedL ?? 0) * 1.12;
  const level = (litres: number) => BASE - (litres / most) * (BASE - 4);
  const rock = BASE - Math.min(40, rockShare * 160);
  return (
    <svg
      width={WIDTH}
      height={HEIGHT}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={`True water ${Math.round(trueL)} litres${believedL === null ? '' : `, believed ${Math.round(believedL)} litres`}`}
    >
      <rect x={3} y={level(trueL)} width={WIDTH - 6} height={BASE - level(trueL)} fill="var(--petrolWash)" />
      {rockShare > 0 && (
        <path
          d={`M8 ${BASE}L24 ${rock + 10}L38 ${rock}L52 ${rock + 12}L66 ${rock + 4}L96 ${BASE}`}
          fill="var(--ground)"
          stroke="var(--ink)"
          strokeWidth={1.2}
        />
      )}
      <line
        x1={3}
        y1={level(trueL)}
        x2={WIDTH - 3}
        y2={level(trueL)}
        stroke="var(--petrol)"
        strokeWidth={2}
      />
      {believedL !== null && (
        <line
          x1={3}
          y1={level(believedL)}
          x2={WIDTH - 3}
          y2={level(believedL)}
          stroke="var(--inkSoft)"
          strokeDasharray="4 3"
        />
      )}
      <path d={`M2 2V${BASE}H${WIDTH - 2}V2`} fill="none" stroke="var(--ink)" strokeWidth={2} />
    </svg>
  );
}
