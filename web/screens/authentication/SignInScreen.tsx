import TextField from '@mui/material/TextField';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, Navigate, useLocation, useNavigate } from 'react-router';
import { useAsk, useAuthentication } from '../../api/authentication.ts';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { Outside } from './Outside.tsx';
import { SignInForm } from './SignInForm.tsx';

/** Who signs in, goes on to where they wanted to go. */
export function SignInScreen() {
  const authentication = useAuthentication();
  const client = useQueryClient();
  const navigate = useNavigate();
  const { from } = (useLocation().state ?? {}) as { from?: string };
  if (authentication.signIn === 'done' || authentication.signIn === 'none')
    return <Navigate to={from ?? '/'} replace />;
  if (authentication.signIn === 'claim') return <Navigate to="/first-owner" replace />;
  return (
    <Outside title="Sign in">
      <SignInForm
        onDone={() => {
          client.removeQueries({ predicate: (query) => query.queryKey[0] !== 'authentication' });
          void navigate(from ?? '/', { replace: true });
        }}
      />
      <Forgot mail={authentication.mail} />
      <p className="soft">
        Invited?{' '}
        <Link className="btn2" to="/join">
          Enter your code
        </Link>
      </p>
    </Outside>
  );
}

function Forgot({ mail }: { mail: boolean }) {
  const [open, setOpen] = useState(false);
  const [signIn, setSignIn] = useState('');
  const [sent, setSent] = useState(false);
  const { ask, pending, error } = useAsk();
  if (!open)
    return (
      <p>
        <button type="button" className="btn2" onClick={() => setOpen(true)}>
          I do not know my password
        </button>
      </p>
    );
  if (!mail)
    return (
      <p>
        No mail is set up here. An owner can make you a link under Settings, People. On the computer that
        serves, <span className="code">./jondrel reset-password</span> gives a new one while the server is
        stopped.
      </p>
    );
  if (sent)
    return (
      <p role="status">
        If there is such a person with a mail address, a link is on its way. It holds an hour.
      </p>
    );
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void ask('POST', '/access/forgot', { signIn: signIn.trim() }).then((done) => done && setSent(true));
      }}
    >
      <TextField
        label="Whose?"
        value={signIn}
        helperText="Name or mail address"
        onChange={(event) => setSignIn(event.target.value)}
      />
      <ProblemNote error={error} />
      <div>
        <button type="submit" className="btn2" disabled={pending || !signIn.trim()}>
          Send me a link
        </button>
      </div>
    </form>
  );
}
