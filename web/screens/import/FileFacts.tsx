import type { Head } from '../../../usecases/imports/propose.ts';
import type { ImportMapping } from '../../../contract/imports/mapping.ts';
import type { ImportPreview } from '../../../usecases/imports/preview.ts';
import { Choice } from '../../parts/Choice.tsx';
import { Select } from './ColumnTable.tsx';

const ENCODINGS = [
  'UTF-8',
  'windows-1252',
  'ISO-8859-1',
  'ISO-8859-15',
  'windows-1251',
  'macintosh',
  'UTF-16LE',
];
const HEAD_WITHIN = 15;
const DELIMITERS = [
  { value: ',', label: 'comma' },
  { value: ';', label: 'semicolon' },
  { value: '\t', label: 'tab' },
  { value: '|', label: 'bar' },
] as const;

/** How the file is written, as found; each of it can be said otherwise. */
export function FileFacts({
  preview,
  mapping,
  onChange,
  onHead,
}: {
  preview: ImportPreview;
  mapping: ImportMapping;
  onChange: (mapping: ImportMapping) => void;
  /** Another head: the columns are guessed anew. */
  onHead: (head: Head) => void;
}) {
  const encodings = ENCODINGS.includes(preview.encoding) ? ENCODINGS : [preview.encoding, ...ENCODINGS];
  const first = mapping.skipRows + 1;
  return (
    <section className="datum filefacts" aria-label="How the file is written">
      <p>
        <b>{preview.rows.toLocaleString('en-GB')} rows</b>, head in{' '}
        {mapping.headRows === 1 ? `row ${first}` : `rows ${first} and ${first + 1}`}.
        {preview.saved && ' Read the way it was read last time.'}
      </p>
      <div className="actions" style={{ alignItems: 'end' }}>
        <div>
          <h3>Letters</h3>
          <Select
            label="Letters"
            value={mapping.encoding ?? preview.encoding}
            options={encodings.map((value) => ({ value, label: value }))}
            onChange={(encoding) => onChange({ ...mapping, encoding })}
          />
        </div>
        <div>
          <h3>Cells parted by</h3>
          <Select
            label="Cells parted by"
            value={preview.delimiter}
            options={DELIMITERS}
            onChange={(delimiter) => onChange({ ...mapping, delimiter })}
          />
        </div>
        <div>
          <h3>Head in row</h3>
          <Select
            label="Head in row"
            value={String(first)}
            options={Array.from({ length: HEAD_WITHIN }, (_, i) => ({
              value: String(i + 1),
              label: String(i + 1),
            }))}
            onChange={(row) => onHead({ skipRows: Number(row) - 1, headRows: mapping.headRows })}
          />
        </div>
        <Choice
          label="Rows of the head"
          value={String(mapping.headRows) as '1' | '2'}
          options={[
            { value: '1', label: 'one' },
            { value: '2', label: 'two' },
          ]}
          onChange={(rows) => onHead({ skipRows: mapping.skipRows, headRows: Number(rows) })}
        />
        <Choice
          label="Decimals"
          value={mapping.decimal}
          options={[
            { value: '.', label: '8.3' },
            { value: ',', label: '8,3' },
          ]}
          onChange={(decimal) => onChange({ ...mapping, decimal })}
        />
        <Choice
          label="Dates"
          value={mapping.dateOrder ?? ('' as 'ymd')}
          options={[
            { value: 'dmy', label: 'day first' },
            { value: 'mdy', label: 'month first' },
            { value: 'ymd', label: 'year first' },
          ]}
          onChange={(dateOrder) => onChange({ ...mapping, dateOrder })}
        />
      </div>
    </section>
  );
}
