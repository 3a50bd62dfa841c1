import { MenuButton } from './MenuButton.tsx';

export interface PickProps {
  /** What it says when nothing is picked, and the way back to it. */
  label: string;
  value: string;
  options: readonly { value: string; label: string }[];
  onChange: (value: string) => void;
}

/** A filter: words on a line, a list below. */
export function Pick({ label, value, options, onChange }: PickProps) {
  return (
    <MenuButton
      className="pick"
      options={[{ value: '', label }, ...options]}
      selected={value}
      onChoose={onChange}
    >
      {options.find((option) => option.value === value)?.label ?? label}
    </MenuButton>
  );
}
