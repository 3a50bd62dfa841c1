import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { RecordContent } from '../../../contract/records.ts';
import type { WaitingPicture } from '../../offline/device.ts';
import { PictureField } from '../../parts/PictureField.tsx';

type Head = NonNullable<RecordContent<'setting'>['letterhead']>;
const none: Head = { name: '', lines: '', pictureId: null };

/** What stands at the head of a report for somebody else: a name, lines, a picture of one's own. */
export function Letterhead({
  head = none,
  onSave,
}: {
  head: Head | undefined;
  onSave: (head: Head, pictures: WaitingPicture[]) => void;
}) {
  const [draft, setDraft] = useState(head);
  const [pictures, setPictures] = useState<WaitingPicture[]>([]);
  const picture = pictures.at(-1);
  const isTouched = draft !== head || picture !== undefined;
  return (
    <form
      className="form"
      onSubmit={(event) => {
        event.preventDefault();
        onSave({ ...draft, pictureId: picture?.id ?? draft.pictureId }, picture ? [picture] : []);
      }}
    >
      <div className="fields">
        <TextField
          label="Name at the head of reports"
          value={draft.name}
          onChange={(event) => setDraft({ ...draft, name: event.target.value })}
        />
        <TextField
          label="Lines under it"
          multiline
          minRows={2}
          value={draft.lines}
          onChange={(event) => setDraft({ ...draft, lines: event.target.value })}
        />
      </div>
      {draft.pictureId !== null && picture === undefined && (
        <div className="actions">
          <img src={`/api/pictures/${draft.pictureId}`} alt="At the head of reports" height={56} />
          <button type="button" className="btn2" onClick={() => setDraft({ ...draft, pictureId: null })}>
            Without it
          </button>
        </div>
      )}
      <PictureField value={pictures} onChange={setPictures} />
      <div>
        <button type="submit" className="btn2" disabled={!isTouched}>
          Save the head of reports
        </button>
      </div>
    </form>
  );
}
