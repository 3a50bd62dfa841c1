import type { Bring } from '../../../usecases/round/bring.ts';

/** What a visit, or a day of visits, uses and needs. */
export function BringList({ bring: { supplies, spares, needs }, title }: { bring: Bring; title: string }) {
  if (supplies.length + spares.length + needs.length === 0) return null;
  return (
    <div style={{ paddingTop: 12 }}>
      <h2>{title}</h2>
      <ul className="plain bring">
        {supplies.map(({ name, amounts }) => (
          <li key={name}>
            {name}: <span className="soft">{amounts.join(' + ')}</span>
          </li>
        ))}
        {spares.map(({ name, count }) => (
          <li key={name}>
            {name}: <span className="soft">{count} as spare</span>
          </li>
        ))}
        {needs.map((need) => (
          <li key={need}>{need}</li>
        ))}
      </ul>
    </div>
  );
}
