import { useSnapshot } from '../api/data.ts';
import { Choice } from './Choice.tsx';

/** One of those who work here, or nobody in particular. */
export function PersonChoice({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string | null;
  onChange: (personId: string | null) => void;
}) {
  const people = useSnapshot().all('person');
  return (
    <Choice
      label={label}
      value={value ?? ''}
      options={[
        ...people.map(({ id, content }) => ({ value: id, label: content.name })),
        { value: '', label: 'Not said' },
      ]}
      onChange={(personId) => onChange(personId === '' ? null : personId)}
    />
  );
}
