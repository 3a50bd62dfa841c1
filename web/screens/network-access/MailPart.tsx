import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { MailSetting } from '../../../contract/access/account.ts';
import { useAbout } from '../../api/data.ts';
import { useAccess, useAccessIf, useAsk } from '../../api/authentication.ts';
import { Choice } from '../../parts/Choice.tsx';
import { NumberField } from '../../parts/NumberField.tsx';
import { PasswordField } from '../../parts/PasswordField.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';

type Known = (MailSetting & { hasPassword: boolean }) | null;
interface Letter {
  to: string;
  subject: string;
  text: string;
  attachments: string[];
  at: string;
}

/** The mail server by which invitations and links go out; without one they are handed over as codes. */
export function MailPart() {
  const known = useAccess<Known>('/mail');
  const [open, setOpen] = useState(false);
  const { demo } = useAbout();
  return (
    <section className="datum networkpart">
      <h2>Mail</h2>
      <p>
        {known
          ? `Invitations and links for a new password go out by ${known.host}, from ${known.from}.`
          : 'No mail is set up. Invitations are shown as a code and a QR code for you to hand over; a forgotten password needs a link from an owner.'}{' '}
        <button type="button" className="btn2" aria-expanded={open} onClick={() => setOpen(!open)}>
          {known ? 'Change it' : 'Set up mail'}
        </button>
      </p>
      {open && <MailForm known={known} onDone={() => setOpen(false)} />}
      {known && <TryMail />}
      {demo && <StandIn />}
    </section>
  );
}

function MailForm({ known, onDone }: { known: Known; onDone: () => void }) {
  const [said, setSaid] = useState({
    ...{ host: known?.host ?? '', port: known?.port ?? 587, secure: known?.secure ?? false },
    ...{ user: known?.user ?? '', password: '', from: known?.from ?? '' },
  });
  const set = (some: Partial<typeof said>) => setSaid({ ...said, ...some });
  const { ask, pending, error } = useAsk();
  const save = async (): Promise<void> => {
    const password = said.password === '' && known?.hasPassword ? null : said.password;
    if (await ask('PUT', '/mail', { ...said, password })) onDone();
  };
  return (
    <form
      className="form"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <div className="fields">
        <TextField
          label="Mail server"
          value={said.host}
          onChange={(event) => set({ host: event.target.value })}
        />
        <NumberField
          label="Port"
          unit=""
          value={said.port}
          onChange={(port) => set({ port: port ?? 0 })}
          help="587 or 465, as a rule"
        />
        <TextField label="User" value={said.user} onChange={(event) => set({ user: event.target.value })} />
        <PasswordField
          label="Its password"
          value={said.password}
          onChange={(password) => set({ password })}
          help={known?.hasPassword ? 'Left empty: as it was.' : 'Kept on this computer only, in no backup.'}
        />
        <TextField
          label="Sender’s address"
          value={said.from}
          onChange={(event) => set({ from: event.target.value })}
        />
      </div>
      <Choice
        label="Encryption"
        value={said.secure ? 'tls' : 'starttls'}
        options={[
          { value: 'starttls', label: 'STARTTLS (587)' },
          { value: 'tls', label: 'From the first byte (465)' },
        ]}
        onChange={(kind) => set({ secure: kind === 'tls' })}
      />
      <ProblemNote error={error} />
      <div className="actions">
        <button type="submit" className="btn2" disabled={pending || !said.host || !said.from}>
          Keep these settings
        </button>
        {known && (
          <button
            type="button"
            className="btn2"
            disabled={pending}
            onClick={() => void ask('DELETE', '/mail').then((done) => done && onDone())}
          >
            Do without mail
          </button>
        )}
      </div>
    </form>
  );
}

function TryMail() {
  const [to, setTo] = useState('');
  const [sent, setSent] = useState('');
  const { ask, pending, error } = useAsk();
  return (
    <form
      className="actions"
      onSubmit={(event) => {
        event.preventDefault();
        setSent('');
        void ask<{ mailWord: string }>('POST', '/mail/try', { to: to.trim() }).then(
          (done) => done && setSent(done.mailWord),
        );
      }}
    >
      <TextField
        label="Try it: to"
        type="email"
        value={to}
        onChange={(event) => setTo(event.target.value)}
        sx={{ width: 260 }}
      />
      <button type="submit" className="btn2" disabled={pending || to.trim() === ''}>
        Send a letter
      </button>
      {sent && <span role="status">{sent}</span>}
      <ProblemNote error={error} />
    </form>
  );
}

/** The demonstration’s mail goes nowhere: what would have gone out is read here. */
function StandIn() {
  const letters = useAccessIf<Letter[]>('/mail/stand-in', true) ?? [];
  return (
    <div>
      <h3>In this demonstration mail goes nowhere; it is read here</h3>
      {letters.length === 0 && <p className="soft">Nothing has been sent yet.</p>}
      <ul className="plain">
        {letters.map((letter) => (
          <li key={`${letter.at} ${letter.to}`} className="rule" style={{ padding: '6px 0' }}>
            <details>
              <summary>
                <b>{letter.subject}</b> <span className="soft">to {letter.to}</span>
              </summary>
              <pre style={{ whiteSpace: 'pre-wrap', font: 'inherit', margin: '6px 0' }}>{letter.text}</pre>
              {letter.attachments.length > 0 && <p className="soft">with {letter.attachments.join(', ')}</p>}
            </details>
          </li>
        ))}
      </ul>
    </div>
  );
}
