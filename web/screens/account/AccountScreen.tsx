import { useState } from 'react';
import { Navigate } from 'react-router';
import { PASSWORD_LEAST, type SessionView } from '../../../contract/access/account.ts';
import { roles } from '../../../contract/access/rights.ts';
import { useAccess, useAsk, useAuthentication } from '../../api/authentication.ts';
import { PasswordField } from '../../parts/PasswordField.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { signOut } from '../../parts/signOut.ts';
import { ago } from '../../parts/dates.ts';
import './account.css';

/** One's own: devices on which one is signed in, the password. */
export function AccountScreen() {
  const { me, now } = useAuthentication();
  if (!me) return <Navigate to="/settings" replace />;
  return (
    <main className="page">
      <header className="head">
        <h1>{me.name}</h1>
        <span className="facts">
          {roles[me.role].word}; signs in as {me.signIn}
        </span>
      </header>
      <Devices now={Date.parse(now)} />
      <OtherPassword />
    </main>
  );
}

function Devices({ now }: { now: number }) {
  const sessions = useAccess<SessionView[]>('/me/sessions');
  const { ask, pending, error } = useAsk();
  return (
    <section className="datum" style={{ padding: '8px 0 24px', display: 'grid', gap: 10 }}>
      <h2>Where you are signed in</h2>
      <ul className="plain">
        {sessions.map((one) => (
          <li key={one.id} className="rule sessionline">
            <b>{one.device}</b>
            <span className="soft">
              {one.here ? 'this device' : `last used ${ago(Date.parse(one.seenAt), now)}`}, from {one.address}
              ; signed in {ago(Date.parse(one.signedInAt), now)}
            </span>
            <button
              type="button"
              className="btn2"
              disabled={pending}
              onClick={() => void (one.here ? signOut() : ask('DELETE', `/me/sessions/${one.id}`))}
            >
              Sign out
            </button>
          </li>
        ))}
      </ul>
      <ProblemNote error={error} />
      <div>
        <button
          type="button"
          className="btn2"
          disabled={pending}
          onClick={() =>
            void ask('POST', '/me/sign-out-everywhere').then((done) => done && location.assign('/sign-in'))
          }
        >
          Sign out everywhere
        </button>
      </div>
    </section>
  );
}

function OtherPassword() {
  const [old, setOld] = useState('');
  const [password, setPassword] = useState('');
  const [done, setDone] = useState(false);
  const { ask, pending, error } = useAsk();
  return (
    <section className="datum" style={{ padding: '8px 0 24px', display: 'grid', gap: 10 }}>
      <h2>Another password</h2>
      <form
        className="form"
        style={{ maxWidth: 360 }}
        onSubmit={(event) => {
          event.preventDefault();
          void ask('POST', '/me/password', { old, password }).then((sent) => {
            if (!sent) return;
            setDone(true);
            setOld('');
            setPassword('');
          });
        }}
      >
        <PasswordField label="The one you have" value={old} onChange={setOld} />
        <PasswordField
          label="The new one"
          value={password}
          onChange={setPassword}
          fresh
          help={`At least ${PASSWORD_LEAST} characters. Your other devices are signed out.`}
        />
        <ProblemNote error={error} />
        {done && <p role="status">Changed; your other devices are signed out.</p>}
        <div>
          <button type="submit" className="btn2" disabled={pending || !old || !password}>
            Take the new one
          </button>
        </div>
      </form>
    </section>
  );
}
