import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { PASSWORD_LEAST } from '../../../contract/access/account.ts';
import { roles, type RoleId } from '../../../contract/access/rights.ts';
import { useAsk } from '../../api/authentication.ts';
import { PasswordField } from '../../parts/PasswordField.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { Outside } from './Outside.tsx';

interface Found {
  purpose: 'invite' | 'reset';
  name: string;
  signIn: string;
  role: RoleId;
}

/** An invitation or a link for another password: the code behind the #, or typed by hand. */
export function JoinScreen() {
  const [token, setToken] = useState(() => location.hash.slice(1));
  const [found, setFound] = useState<Found | null>(null);
  const { ask, pending, error } = useAsk();
  const look = async (): Promise<void> => setFound(await ask<Found>('POST', '/access/link', { token }));
  const first = useRef(look);
  useEffect(() => {
    // the code leaves the address bar: it is not to be read over a shoulder or kept in a history
    if (location.hash) {
      history.replaceState(history.state, '', location.pathname);
      void first.current();
    }
  }, []);
  if (found) return <Choose token={token} found={found} />;
  return (
    <Outside title="Your code" lead="It stands below the QR code of your invitation, or in the mail you got.">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void look();
        }}
      >
        <TextField
          label="Code"
          value={token}
          autoFocus
          placeholder="AAAAA-BBBBB-CCCCC-DDDDD"
          onChange={(event) => setToken(event.target.value)}
          slotProps={{ htmlInput: { autoCapitalize: 'characters', spellCheck: false, autoComplete: 'off' } }}
        />
        <ProblemNote error={error} />
        <div>
          <Button type="submit" variant="contained" disabled={pending || token.trim() === ''}>
            Go on
          </Button>
        </div>
      </form>
    </Outside>
  );
}

function Choose({ token, found }: { token: string; found: Found }) {
  const [password, setPassword] = useState('');
  const { ask, pending, error } = useAsk();
  const navigate = useNavigate();
  const client = useQueryClient();
  const invited = found.purpose === 'invite';
  return (
    <Outside
      title={invited ? `Welcome, ${found.name}` : 'Choose another password'}
      lead={
        invited
          ? `You are invited as ${roles[found.role].word}: ${roles[found.role].may.charAt(0).toLowerCase()}${roles[found.role].may.slice(1)}`
          : 'All devices on which you are signed in will be signed out.'
      }
    >
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void ask('POST', '/access/join', { token, password }).then((done) => {
            if (!done) return;
            client.removeQueries({ predicate: (query) => query.queryKey[0] !== 'authentication' });
            void navigate('/', { replace: true });
          });
        }}
      >
        <TextField
          label="You sign in as"
          value={found.signIn}
          slotProps={{ htmlInput: { readOnly: true, autoComplete: 'username' } }}
        />
        <PasswordField
          label="Password"
          value={password}
          onChange={setPassword}
          fresh
          help={`At least ${PASSWORD_LEAST} characters: a few words do well.`}
        />
        <ProblemNote error={error} />
        <div>
          <Button type="submit" variant="contained" disabled={pending || password === ''}>
            {invited ? 'Come in' : 'Take this password'}
          </Button>
        </div>
      </form>
    </Outside>
  );
}
