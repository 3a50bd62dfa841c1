import Button from '@mui/material/Button';
import Autocomplete from '@mui/material/Autocomplete';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { PASSWORD_LEAST } from '../../../contract/access/account.ts';
import { useAsk } from '../../api/authentication.ts';
import { PasswordField } from '../../parts/PasswordField.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';

/** Who owns this installation: name, what to sign in with, a password. */
export function FirstOwnerForm({
  code,
  action,
  names = [],
  onDone,
}: {
  /** Whether the code that the server printed is asked for. */
  code: boolean;
  action: string;
  /** Those who are named in the records. */
  names?: readonly string[];
  onDone: () => Promise<void>;
}) {
  const [said, setSaid] = useState({ name: '', signIn: '', password: '', code: '' });
  const { ask, pending, error } = useAsk();
  const set = (some: Partial<typeof said>) => setSaid({ ...said, ...some });
  const send = async (): Promise<void> => {
    const { name, password, code } = said;
    if (await ask('POST', '/access/first-owner', { name, signIn: said.signIn.trim(), password, code }))
      await onDone();
  };
  return (
    <form
      className="form"
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      {code && (
        <TextField
          label="The code that the server printed"
          value={said.code}
          autoFocus
          placeholder="AAAA-BBBB-CCCC"
          onChange={(event) => set({ code: event.target.value })}
          slotProps={{ htmlInput: { autoCapitalize: 'characters', spellCheck: false, autoComplete: 'off' } }}
        />
      )}
      <Autocomplete
        freeSolo
        options={names}
        inputValue={said.name}
        onInputChange={(_event, name) => set({ name })}
        renderInput={(input) => (
          <TextField
            {...input}
            label="Your name"
            helperText={names.length > 0 ? 'One that is known here already is you from now on.' : undefined}
          />
        )}
      />
      <TextField
        label="What you sign in with"
        value={said.signIn}
        helperText="A short name or your mail address"
        onChange={(event) => set({ signIn: event.target.value })}
        slotProps={{ htmlInput: { autoComplete: 'username', autoCapitalize: 'none', spellCheck: false } }}
      />
      <PasswordField
        label="Password"
        value={said.password}
        onChange={(password) => set({ password })}
        fresh
        help={`At least ${PASSWORD_LEAST} characters: a few words do well.`}
      />
      <ProblemNote error={error} />
      <div>
        <Button
          type="submit"
          variant="contained"
          disabled={pending || !said.name.trim() || !said.signIn.trim() || !said.password}
        >
          {action}
        </Button>
      </div>
    </form>
  );
}
