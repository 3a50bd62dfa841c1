import Backspace from '@mui/icons-material/BackspaceOutlined';

const rows = [
  ['7', '8', '9'],
  ['4', '5', '6'],
  ['1', '2', '3'],
];

/** Keys for a wet thumb: digits, a point, a sign where values go under nought. */
export function Keys({
  value,
  onType,
  signed,
}: {
  value: string;
  onType: (value: string) => void;
  signed: boolean;
}) {
  const press = (key: string): void => onType(key === '.' && value.includes('.') ? value : `${value}${key}`);
  return (
    <div className="meterkeys only-phone" role="group" aria-label="Keys">
      {rows.flat().map((key) => (
        <button key={key} type="button" onClick={() => press(key)}>
          {key}
        </button>
      ))}
      {signed ? (
        <button
          type="button"
          aria-label="Minus"
          onClick={() => onType(value.startsWith('-') ? value.slice(1) : `-${value}`)}
        >
          ±
        </button>
      ) : (
        <button type="button" onClick={() => press('.')}>
          .
        </button>
      )}
      <button type="button" onClick={() => press('0')}>
        0
      </button>
      {signed && (
        <button type="button" onClick={() => press('.')}>
          .
        </button>
      )}
      <button type="button" aria-label="Delete a digit" onClick={() => onType(value.slice(0, -1))}>
        <Backspace fontSize="small" />
      </button>
    </div>
  );
}
