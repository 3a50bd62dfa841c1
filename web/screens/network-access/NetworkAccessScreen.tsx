import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { NetworkAccessView } from '../../../contract/access/account.ts';
import { useNow, useSetting, useSnapshot } from '../../api/data.ts';
import { useAccess, useAsk } from '../../api/authentication.ts';
import { todayIn, writeDay } from '../../parts/dates.ts';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { QrCode } from '../../parts/QrCode.tsx';
import { FirstOwnerForm } from '../authentication/FirstOwnerForm.tsx';
import { MailPart } from './MailPart.tsx';
import './network-access.css';

/** A phone at the tank, other people: whether the server answers beyond this computer. */
export function NetworkAccessScreen() {
  const access = useAccess<NetworkAccessView>('/network-access');
  return (
    <main className="page">
      <header className="head">
        <h1>A phone at the tank</h1>
        <span className="facts">{access.wide ? 'open to others' : 'this computer only'}</span>
      </header>
      {access.problem && (
        <p className="problem" role="alert">
          {access.problem} The certificate in use goes on until then.
        </p>
      )}
      {access.wide ? <Wide access={access} /> : <Narrow access={access} />}
      <MailPart />
    </main>
  );
}

function Narrow({ access }: { access: NetworkAccessView }) {
  const names = useSnapshot()
    .all('person')
    .map((person) => person.content.name);
  const { ask, pending, error } = useAsk();
  const open = async (): Promise<void> => {
    await ask<NetworkAccessView>('PUT', '/network-access', { wide: true, names: access.names });
  };
  return (
    <section className="datum networkpart">
      <p className="networklead">
        Jondrel answers this computer only, at <span className="code">{access.loopback}</span>.{' '}
        {access.hasOwner
          ? 'Opened, phones and other computers in your network reach it over an encrypted connection, and everybody signs in.'
          : 'To use a phone at the tank, or to let others in, it needs an owner: from then on everybody signs in, here too.'}
      </p>
      {access.hasOwner ? (
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
      {!access.hasOwner && (
        <p className="soft">
          Should you forget the password: <span className="code">./jondrel reset-password</span> on this
          computer, with the server stopped, is the way back.
        </p>
      )}
    </section>
  );
}

function Wide({ access }: { access: NetworkAccessView }) {
  const now = useNow();
  const { dateFormat, homeZone } = useSetting();
  const { ask, pending, error } = useAsk();
  const [address = ''] = access.addresses;
  const [trust = ''] = access.trustPages;
  const { certificate } = access;
  const local = certificate?.kind === 'local authority';
  const first = local ? trust : address;
  const until = (at: string): string =>
    writeDay(todayIn(homeZone, Date.parse(at)), todayIn(homeZone, now), dateFormat);
  return (
    <>
      <section className="datum networkpart networkcols">
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
      <section className="datum networkpart">
        <h2>Where it answers</h2>
        <ul className="plain">
          <li>
            <span className="code">{access.loopback}</span>{' '}
            <span className="soft">on this computer, with sign-in</span>
          </li>
          {access.addresses.map((one) => (
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
        <Names key={access.names.join()} access={access} />
        <ProblemNote error={error} />
        <div>
          <button
            type="button"
            className="btn2"
            disabled={pending}
            onClick={() => void ask('PUT', '/network-access', { wide: false, names: access.names })}
          >
            Answer this computer only
          </button>
        </div>
      </section>
    </>
  );
}

/** A name of one's own in the network, where the router gives one. */
function Names({ access }: { access: NetworkAccessView }) {
  const [typed, setTyped] = useState(access.names.join(' '));
  const { ask, pending, error } = useAsk();
  const names = typed.split(/[\s,]+/).filter(Boolean);
  return (
    <form
      className="form"
      onSubmit={(event) => {
        event.preventDefault();
        void ask('PUT', '/network-access', { wide: true, names });
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
        <button type="submit" className="btn2" disabled={pending || names.join() === access.names.join()}>
          Answer to these too
        </button>
      </div>
    </form>
  );
}
