import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useAsk } from '../../api/authentication.ts';
import { PasswordField } from '../../parts/PasswordField.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';

/** Name and password. */
export function SignInForm({ name = '', onDone }: { name?: string; onDone: () => void }) {
  const [signIn, setSignIn] = useState(name);
  const [password, setPassword] = useState('');
  const { ask, pending, error } = useAsk();
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void ask('POST', '/access/sign-in', { signIn: signIn.trim(), password }).then(
          (done) => done && onDone(),
        );
      }}
    >
      <TextField
        label="Name or mail address"
        value={signIn}
        autoFocus={name === ''}
        onChange={(event) => setSignIn(event.target.value)}
        slotProps={{ htmlInput: { autoComplete: 'username', autoCapitalize: 'none', spellCheck: false } }}
      />
      <PasswordField label="Password" value={password} onChange={setPassword} />
      <ProblemNote error={error} />
      <div>
        <Button type="submit" variant="contained" disabled={pending || !signIn.trim() || !password}>
          Sign in
        </Button>
      </div>
    </form>
  );
}
