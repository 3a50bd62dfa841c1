import type { ImportMapping } from '../../../contract/imports/mapping.ts';
import type { ImportPreview } from '../../../usecases/imports/preview.ts';
import { definitionsOf } from '../../../model/facts/definition.ts';
import { placeOfJob } from '../../../model/facts/places.ts';
import { useSnapshot } from '../../api/data.ts';
import { Select } from './ColumnTable.tsx';

/** Remarks stay notes; one that stands for a job done can be said to, with its rows in sight. */
export function Remarks({
  preview,
  mapping,
  onChange,
}: {
  preview: ImportPreview;
  mapping: ImportMapping;
  onChange: (mapping: ImportMapping) => void;
}) {
  const snapshot = useSnapshot();
  if (preview.remarks.length === 0) return null;
  const definitionOf = definitionsOf(snapshot);
  const jobs = snapshot
    .all('job')
    .flatMap((job) => {
      const place = placeOfJob(job.content, snapshot);
      const definition = definitionOf(job.content);
      return place?.systemIds.includes(mapping.systemId) && definition.work !== 'test'
        ? [{ value: job.id, label: `${place.thing}: ${definition.action}` }]
        : [];
    })
    .sort((a, b) => a.label.localeCompare(b.label));
  const options = [{ value: '', label: 'stays a remark' }, ...jobs];
  const choose = (text: string, jobId: string): void => {
    const others = Object.entries(mapping.remarks).filter(([one]) => one !== text);
    onChange({ ...mapping, remarks: Object.fromEntries(jobId === '' ? others : [...others, [text, jobId]]) });
  };
  return (
    <details className="datum" style={{ padding: '10px 0' }}>
      <summary>
        <b>Remarks that are a job done</b>{' '}
        <span className="soft">
          {Object.keys(mapping.remarks).length === 0
            ? 'none said yet'
            : `${Object.keys(mapping.remarks).length} said`}
        </span>
      </summary>
      <div className="thinglist">
        {preview.remarks.map(({ text, rows }) => (
          <div key={text} className="rule">
            <span>
              “{text}”{' '}
              <span className="soft">
                {rows.length === 1
                  ? `row ${rows[0] ?? ''}`
                  : `${rows.length} rows, ${rows.slice(0, 3).join(', ')}${rows.length > 3 ? '…' : ''}`}
              </span>
            </span>
            <Select
              label={`“${text}” means`}
              value={mapping.remarks[text] ?? ''}
              options={options}
              onChange={(jobId) => choose(text, jobId)}
            />
          </div>
        ))}
      </div>
    </details>
  );
}
