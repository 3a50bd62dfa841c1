import type { ImportMapping } from '../../../contract/imports/mapping.ts';
import type { ImportPreview } from '../../../usecases/imports/preview.ts';
import { thingsOf } from '../../../usecases/imports/things.ts';
import { useSnapshot } from '../../api/data.ts';
import { Select } from './ColumnTable.tsx';

/** Words of a list of jobs and the thing each means here. */
export function Things({
  preview,
  mapping,
  onChange,
}: {
  preview: ImportPreview;
  mapping: ImportMapping;
  onChange: (mapping: ImportMapping) => void;
}) {
  const snapshot = useSnapshot();
  const things = thingsOf(mapping.systemId, snapshot).filter((thing) => thing.componentId !== null);
  const asked = preview.questions.flatMap((question) =>
    question.key.startsWith('thing:') ? [question.key.slice(6)] : [],
  );
  const words = [...new Set([...Object.keys(mapping.things), ...asked])].sort();
  const options = [
    { value: 'none', label: 'leave its rows out' },
    ...things
      .map((thing) => ({ value: thing.id, label: thing.name }))
      .sort((a, b) => a.label.localeCompare(b.label)),
  ];
  return (
    <section className="datum" aria-label="Words and what they mean here" style={{ paddingTop: 10 }}>
      <h2>What the words mean here</h2>
      <div className="thinglist">
        {words.map((word) => {
          const known = mapping.things[word];
          return (
            <div key={word} className="rule">
              <span>“{word}”</span>
              <Select
                label={`“${word}” is`}
                value={known === null ? 'none' : (known ?? '')}
                empty="which of them?"
                options={options}
                onChange={(value) =>
                  onChange({
                    ...mapping,
                    things: { ...mapping.things, [word]: value === 'none' ? null : value },
                  })
                }
              />
            </div>
          );
        })}
      </div>
    </section>
  );
}
