import TextField from '@mui/material/TextField';
import SignaturePad from 'signature_pad';
import { useEffect, useRef, useState } from 'react';
import type { RecordContent, Stored } from '../../../contract/records.ts';
import { useClock, useSetting, useSnapshot } from '../../api/data.ts';
import { NumberAt, TextAt } from '../../forms/fields.tsx';
import { RecordForm } from '../../forms/RecordForm.tsx';
import { useRecordForm } from '../../forms/useRecordForm.ts';
import { Choice } from '../../parts/Choice.tsx';

type Letter = NonNullable<RecordContent<'round'>['letter']>;
const empty: Letter = { remark: '', hours: true, price: null, signature: null };
const WIDTH = 600;
const HEIGHT = 200;

/** What is said to the client: a remark, whether hours are told, a price, a signature on the screen. */
export default function LetterForm({ roundId }: { roundId: string }) {
  const round = useSnapshot().get('round', roundId);
  return round ? <RoundLetter key={roundId} round={round} /> : null;
}

function RoundLetter({ round }: { round: Stored<'round'> }) {
  const currency = useSetting().prices?.currency ?? '';
  const clock = useClock();
  const form = useRecordForm('round', round, {
    from: { ...round.content, letter: round.content.letter ?? empty },
    said: () => 'The report says so.',
    prepare: ({ letter, ...rest }) => ({
      ...rest,
      letter: { ...empty, ...letter, remark: (letter ?? empty).remark.trim() },
    }),
  });
  const letter = form.content.letter ?? empty;
  const [signer, setSigner] = useState(letter.signature?.name ?? '');
  const set = (some: Partial<Letter>): void => form.set({ letter: { ...letter, ...some } });
  return (
    <section className="datum roundpart noprint" aria-label="What the report says">
      <h2>What the report says</h2>
      <RecordForm form={form} save="Put it into the report">
        <TextAt at={form.at('letter.remark')} label="Remark" lines />
        <div className="roundwho">
          <Choice
            label="Hours"
            value={letter.hours ? 'told' : 'not'}
            options={[
              { value: 'told', label: 'Told' },
              { value: 'not', label: 'Not told' },
            ]}
            onChange={(value) => set({ hours: value === 'told' })}
          />
          <NumberAt at={form.at('letter.price')} label="Price, if any" unit={currency} from={0} />
          <TextField label="Who signs" value={signer} onChange={(event) => setSigner(event.target.value)} />
        </div>
        {signer.trim() !== '' && (
          <Pad
            onSigned={(path) =>
              set({
                signature:
                  path === '' ? null : { name: signer.trim(), at: new Date(clock()).toISOString(), path },
              })
            }
            path={letter.signature?.path ?? ''}
          />
        )}
      </RecordForm>
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
