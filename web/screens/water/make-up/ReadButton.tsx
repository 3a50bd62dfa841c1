import { useState } from 'react';
import type { Readable } from '../../../../model/water/componentChannel.ts';
import { ReadNow } from '../../../parts/ReadNow.tsx';

/** Opens the fields to read something now. */
export function ReadButton({
  componentId,
  name,
  offers,
  labels,
}: {
  componentId: string;
  name: string;
  offers: readonly Readable[];
  labels?: Readonly<Record<string, string>>;
}) {
  const [open, setOpen] = useState(false);
  return open ? (
    <ReadNow
      componentId={componentId}
      name={name}
      offers={offers}
      {...(labels ? { labels } : {})}
      onDone={() => setOpen(false)}
    />
  ) : (
    <p style={{ margin: '6px 0' }}>
      <button type="button" className="btn2" aria-label={`Read ${name} now`} onClick={() => setOpen(true)}>
        Read it now
      </button>
    </p>
  );
}
