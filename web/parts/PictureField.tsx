import { useEffect, useMemo, useState } from 'react';
import { newIds } from '../api/writing.tsx';
import type { WaitingPicture } from '../offline/device.ts';
import { shrink } from '../offline/shrink.ts';
import { ProblemNote } from './ProblemNote.tsx';

/** Pictures made small on this device; they are sent with what they belong to, when there is a network. */
export function PictureField({
  value,
  parted = false,
  onChange,
}: {
  value: readonly WaitingPicture[];
  /** Whether they are said to be of before or after the work. */
  parted?: boolean;
  onChange: (pictures: WaitingPicture[]) => void;
}) {
  const [error, setError] = useState<unknown>(null);
  const add = async (file: File, before: boolean): Promise<void> => {
    setError(null);
    try {
      onChange([
        ...value,
        { ...newIds(), name: file.name, ...(await shrink(file)), ...(before ? { before } : {}) },
      ]);
    } catch (problem) {
      setError(problem);
    }
  };
  return (
    <>
      <div className="actions">
        {parted && <Adder label="Picture before" onAdd={(file) => void add(file, true)} />}
        <Adder label={parted ? 'Picture after' : 'Add a picture'} onAdd={(file) => void add(file, false)} />
        {value.map((picture) => (
          <Shown
            key={picture.id}
            parted={parted}
            picture={picture}
            onDrop={() => onChange(value.filter((one) => one.id !== picture.id))}
          />
        ))}
      </div>
      <ProblemNote error={error} />
    </>
  );
}

function Adder({ label, onAdd }: { label: string; onAdd: (file: File) => void }) {
  return (
    <label className="btn2">
      {label}
      <input
        type="file"
        accept="image/jpeg,image/png,image/webp"
        className="visually-hidden"
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          event.target.value = '';
          if (file) onAdd(file);
        }}
      />
    </label>
  );
}

function Shown({
  picture,
  parted,
  onDrop,
}: {
  picture: WaitingPicture;
  parted: boolean;
  onDrop: () => void;
}) {
  const url = useMemo(
    () => URL.createObjectURL(new Blob([picture.bytes], { type: picture.mime })),
    [picture.bytes, picture.mime],
  );
  useEffect(() => () => URL.revokeObjectURL(url), [url]);
  return (
    <span className="takenpicture">
      <img src={url} alt={picture.name || 'the picture taken'} />
      {parted && (picture.before ? 'before' : 'after')}
      <button type="button" className="btn2" onClick={onDrop}>
        Not this one
      </button>
    </span>
  );
}
