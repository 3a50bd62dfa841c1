/** The mark of the house: a strip with its now line. */
export function Mark() {
  return (
    <svg width={36} height={24} viewBox="0 0 36 24" aria-hidden>
      <path d="M2 12H34" stroke="var(--ink)" strokeWidth={1.8} />
      <circle cx={4} cy={12} r={3.4} fill="var(--ink)" />
      <rect x={16} y={7} width={13} height={10} fill="var(--brass)" />
      <path d="M12 1V23" stroke="var(--petrol)" strokeWidth={2.4} />
    </svg>
  );
}
