import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { ReachView } from '../../../contract/access/account.ts';
import { useNow, useSetting, useSnapshot } from '../../api/data.ts';
import { useAccess, useAsk } from '../../api/door.ts';
import { todayIn, writeDay } from '../../parts/dates.ts';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { QrCode } from '../../parts/QrCode.tsx';
import { FirstOwnerForm } from '../door/FirstOwnerForm.tsx';
import { MailPart } from './MailPart.tsx';
import './reach.css';

/** A phone at the tank, other people: whether the server answers beyond this computer. */
export function ReachScreen() {
  const reach = useAccess<ReachView>('/reach');
  return (
    <main className="page">
      <header className="head">
        <h1>A phone at the tank</h1>
        <span className="facts">{reach.wide ? 'open to others' : 'this computer only'}</span>
      </header>
      {reach.problem && (
        <p className="problem" role="alert">
          {reach.problem} The certificate in use goes on until then.
        </p>
      )}
      {reach.wide ? <Wide reach={reach} /> : <Narrow reach={reach} />}
      <MailPart />
    </main>
  );
}

function Narrow({ reach }: { reach: ReachView }) {
  const names = useSnapshot()
    .all('person')
    .map((person) => person.content.name);
  const { ask, pending, error } = useAsk();
  const open = async (): Promise<void> => {
    await ask<ReachView>('PUT', '/reach', { wide: true, names: reach.names });
  };
  return (
    <section className="datum reachpart">
      <p className="reachlead">
        Jondrel answers this computer only, at <span className="code">{reach.loopback}</span>.{' '}
        {reach.hasOwner
          ? 'Opened, phones and other computers in your network reach it over an encrypted connection, and everybody signs in.'
          : 'To use a phone at the tank, or to let others in, it needs an owner: from then on everybody signs in, here too.'}
      </p>
      {reach.hasOwner ? (
        <div>
          <Button variant="contained" disabled={pending} onClick={() => void open()}>
            Open it to phones and others
          </Button>
        </div>
      ) : (
        <div style={{ maxWidth: 400 }}>
          <FirstOwnerForm code={false} action="Make me the owner and open it" names={names} onDone={open} />
        </div>
      )}
      <ProblemNote error={error} />
      {!reach.hasOwner && (
        <p className="soft">
          Should you forget the password: <span className="code">./jondrel reset-password</span> on this
          computer, with the server stopped, is the way back.
        </p>
      )}
    </section>
  );
}

function Wide({ reach }: { reach: ReachView }) {
  const now = useNow();
  const { dateFormat, homeZone } = useSetting();
  const { ask, pending, error } = useAsk();
  const [address = ''] = reach.addresses;
  const [trust = ''] = reach.trustPages;
  const { certificate } = reach;
  const local = certificate?.kind === 'local authority';
  const first = local ? trust : address;
  const until = (at: string): string =>
    writeDay(todayIn(homeZone, Date.parse(at)), todayIn(homeZone, now), dateFormat);
  return (
    <>
      <section className="datum reachpart reachcols">
        <div className="qr">
          <QrCode text={first} label={`QR code of ${first}`} size={200} />
        </div>
        <div style={{ display: 'grid', gap: 10, alignContent: 'start' }}>
          <h2>With a new phone</h2>
          {local ? (
            <ol className="steps">
              <li>
                Scan the code. It opens <span className="code">{trust}</span>.
              </li>
              <li>
                Compare the fingerprint there with this one, first and last eight characters:
                <span className="code fingerprint">{certificate.authorityFingerprint}</span>
              </li>
              <li>Take the certificate and trust it, as the page says for your phone. Once per device.</li>
              <li>
                Open <span className="code">{address}</span> and sign in.
              </li>
            </ol>
          ) : (
            <p>
              Scan the code or open <span className="code">{address}</span>, and sign in.
            </p>
          )}
        </div>
      </section>
      <section className="datum reachpart">
        <h2>Where it answers</h2>
        <ul className="plain">
          <li>
            <span className="code">{reach.loopback}</span>{' '}
            <span className="soft">on this computer, with sign-in</span>
          </li>
          {reach.addresses.map((one) => (
            <li key={one}>
              <span className="code">{one}</span>
            </li>
          ))}
        </ul>
        {certificate && (
          <p className="soft">
            {local
              ? `The certificate is this installation’s own, holds until ${until(certificate.until)} and renews itself. Its authority holds until ${until(certificate.authorityUntil ?? certificate.until)} and can vouch for private networks and this computer only.`
              : `Your own certificate holds until ${until(certificate.until)}; put a newer file in its place in time.`}
          </p>
        )}
        <Names key={reach.names.join()} reach={reach} />
        <ProblemNote error={error} />
        <div>
          <button
            type="button"
            className="btn2"
            disabled={pending}
            onClick={() => void ask('PUT', '/reach', { wide: false, names: reach.names })}
          >
            Answer this computer only
          </button>
        </div>
      </section>
    </>
  );
}

/** A name of one's own in the network, where the router gives one. */
function Names({ reach }: { reach: ReachView }) {
  const [typed, setTyped] = useState(reach.names.join(' '));
  const { ask, pending, error } = useAsk();
  const names = typed.split(/[\s,]+/).filter(Boolean);
  return (
    <form
      className="form"
      onSubmit={(event) => {
        event.preventDefault();
        void ask('PUT', '/reach', { wide: true, names });
      }}
    >
      <TextField
        label="Other names it answers to"
        value={typed}
        placeholder="tank.home.arpa"
        helperText="As your router calls this computer; several with a space between"
        onChange={(event) => setTyped(event.target.value)}
        slotProps={{ htmlInput: { autoCapitalize: 'none', spellCheck: false } }}
      />
      <ProblemNote error={error} />
      <div>
        <button type="submit" className="btn2" disabled={pending || names.join() === reach.names.join()}>
          Answer to these too
        </button>
      </div>
    </form>
  );
}
