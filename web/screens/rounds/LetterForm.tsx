import TextField from '@mui/material/TextField';
import Button from '@mui/material/Button';
import SignaturePad from 'signature_pad';
import { useEffect, useRef, useState } from 'react';
import type { RecordContent } from '../../../contract/records.ts';
import { useClock, useSetting, useSnapshot } from '../../api/data.ts';
import { revising } from '../../api/writing.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { NumberField } from '../../parts/NumberField.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { useKept } from '../../parts/useKept.ts';
import { useSend } from '../../parts/useSend.ts';

type Letter = NonNullable<RecordContent<'round'>['letter']>;
const empty: Letter = { remark: '', hours: true, price: null, signature: null };
const WIDTH = 600;
const HEIGHT = 200;

/** What is said to the client: a remark, whether hours are told, a price, a signature on the screen. */
export default function LetterForm({ roundId }: { roundId: string }) {
  const round = useSnapshot().get('round', roundId);
  const currency = useSetting().prices?.currency ?? '';
  const clock = useClock();
  const { send, pending, error } = useSend();
  const [draft, setDraft, forget, isTouched] = useKept<Letter & { signer: string }>(`letter.${roundId}`, {
    ...(round?.content.letter ?? empty),
    signer: round?.content.letter?.signature?.name ?? '',
  });
  const set = (some: Partial<typeof draft>): void => setDraft({ ...draft, ...some });
  if (!round) return null;
  const save = async (): Promise<void> => {
    const { remark, hours, price, signature } = draft;
    const letter = { remark: remark.trim(), hours, price, signature };
    const { sent } = await send([revising(round, { ...round.content, letter })], 'The report says so.');
    if (sent) forget();
  };
  return (
    <section className="datum roundpart noprint" aria-label="What the report says">
      <h2>What the report says</h2>
      <TextField
        label="Remark"
        multiline
        minRows={2}
        value={draft.remark}
        onChange={(event) => set({ remark: event.target.value })}
      />
      <div className="roundwho">
        <Choice
          label="Hours"
          value={draft.hours ? 'told' : 'not'}
          options={[
            { value: 'told', label: 'Told' },
            { value: 'not', label: 'Not told' },
          ]}
          onChange={(value) => set({ hours: value === 'told' })}
        />
        <NumberField
          label="Price, if any"
          unit={currency}
          value={draft.price}
          onChange={(price) => set({ price: price === null ? null : Math.max(0, price) })}
        />
        <TextField
          label="Who signs"
          value={draft.signer}
          onChange={(event) => set({ signer: event.target.value })}
        />
      </div>
      {draft.signer.trim() !== '' && (
        <Pad
          onSigned={(path) =>
            set({
              signature:
                path === '' ? null : { name: draft.signer.trim(), at: new Date(clock()).toISOString(), path },
            })
          }
          path={draft.signature?.path ?? ''}
        />
      )}
      <ProblemNote error={error} />
      <div>
        <Button variant="contained" disabled={pending || !isTouched} onClick={() => void save()}>
          Put it into the report
        </Button>
      </div>
    </section>
  );
}

/** Signed with a finger or the mouse; what was signed is a path of 600 × 200. */
function Pad({ path, onSigned }: { path: string; onSigned: (path: string) => void }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const pad = useRef<SignaturePad>(null);
  const [isDrawing, setDrawing] = useState(path === '');
  const say = useRef(onSigned);
  useEffect(() => {
    say.current = onSigned;
  }, [onSigned]);
  useEffect(() => {
    const area = canvas.current;
    if (!area || !isDrawing) return undefined;
    const { width } = area.getBoundingClientRect();
    area.width = width;
    area.height = (width * HEIGHT) / WIDTH;
    const drawn = new SignaturePad(area);
    pad.current = drawn;
    const scale = WIDTH / Math.max(1, width);
    const at = (length: number): number => Math.max(0, Math.round(length * scale));
    const done = (): void =>
      say.current(
        drawn
          .toData()
          .map(({ points }) =>
            points.map(({ x, y }, i) => `${i === 0 ? 'M' : 'L'}${at(x)} ${at(y)}`).join(' '),
          )
          .join(' '),
      );
    drawn.addEventListener('endStroke', done);
    return () => {
      drawn.removeEventListener('endStroke', done);
      drawn.off();
    };
  }, [isDrawing]);
  return (
    <div className="signed">
      {isDrawing ? (
        <canvas ref={canvas} aria-label="Sign here" />
      ) : (
        <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label="Signed">
          <path d={path} />
        </svg>
      )}
      <button
        type="button"
        className="btn2"
        onClick={() => {
          pad.current?.clear();
          setDrawing(true);
          onSigned('');
        }}
      >
        Sign anew
      </button>
    </div>
  );
}
