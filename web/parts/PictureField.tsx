import { useEffect, useMemo, useState } from 'react';
import { newIds } from '../api/writing.tsx';
import type { WaitingPicture } from '../offline/device.ts';
import { shrink } from '../offline/shrink.ts';
import { ProblemNote } from './ProblemNote.tsx';

/** Pictures made small on this device; they are sent with what they belong to, when there is a network. */
export function PictureField({
  value,
  onChange,
}: {
  value: readonly WaitingPicture[];
  onChange: (pictures: WaitingPicture[]) => void;
}) {
  const [error, setError] = useState<unknown>(null);
  const add = async (file: File): Promise<void> => {
    setError(null);
    try {
      onChange([...value, { ...newIds(), name: file.name, ...(await shrink(file)) }]);
    } catch (problem) {
      setError(problem);
    }
  };
  return (
    <>
      <div className="actions">
        <label className="btn2">
          Add a picture
          <input
            type="file"
            accept="image/jpeg,image/png,image/webp"
            className="visually-hidden"
            onChange={(event) => {
              const [file] = event.target.files ?? [];
              event.target.value = '';
              if (file) void add(file);
            }}
          />
        </label>
        {value.map((picture) => (
          <Shown
            key={picture.id}
            picture={picture}
            onDrop={() => onChange(value.filter((one) => one.id !== picture.id))}
          />
        ))}
      </div>
      <ProblemNote error={error} />
    </>
  );
}

function Shown({ picture, onDrop }: { picture: WaitingPicture; onDrop: () => void }) {
  const url = useMemo(
    () => URL.createObjectURL(new Blob([picture.bytes], { type: picture.mime })),
    [picture.bytes, picture.mime],
  );
  useEffect(() => () => URL.revokeObjectURL(url), [url]);
  return (
    <span className="takenpicture">
      <img src={url} alt={picture.name || 'the picture taken'} />
      <button type="button" className="btn2" onClick={onDrop}>
        Not this one
      </button>
    </span>
  );
}
