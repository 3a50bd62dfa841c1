/** One of a few, each shown as a word in the head of a screen; the choice stands in its address. */
export function Tabs<T extends string>({
  label,
  all,
  value,
  onChoose,
}: {
  /** What is chosen, for those who hear it. */
  label: string;
  all: Readonly<Record<T, string>>;
  value: T;
  onChoose: (value: T) => void;
}) {
  return (
    <nav className="tabs" aria-label={label}>
      {(Object.keys(all) as T[]).map((one) => (
        <button
          key={one}
          type="button"
          aria-current={one === value ? 'page' : undefined}
          onClick={() => onChoose(one)}
        >
          {all[one]}
        </button>
      ))}
    </nav>
  );
}
