import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { Link } from 'react-router';
import { v7 as uuid } from 'uuid';
import type { AccountView, Shown } from '../../../contract/access/account.ts';
import { roles } from '../../../contract/access/rights.ts';
import type { Stored } from '../../../contract/records.ts';
import { useAsk } from '../../api/authentication.ts';
import { creating } from '../../api/writing.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { TokenShown } from '../../parts/TokenShown.tsx';
import { useSend } from '../../parts/useSend.ts';
import { RoleFields, type RoleSaid } from './RoleFields.tsx';

interface Props {
  /** Whether people sign in here at all. */
  signsIn: boolean;
  people: readonly { name: string; person: Stored<'person'> | null; account: AccountView | null }[];
  onDone: () => void;
}

export function InviteForm(props: Props) {
  return props.signsIn ? <Invite {...props} /> : <AddName onDone={props.onDone} />;
}

/** Where nobody signs in, a person is a name: who did it, whose permit it is. */
function AddName({ onDone }: { onDone: () => void }) {
  const [name, setName] = useState('');
  const { send, pending, error } = useSend(onDone);
  return (
    <form
      className="form"
      onSubmit={(event) => {
        event.preventDefault();
        void send([creating('person', { name: name.trim() })], `${name.trim()}: added.`);
      }}
    >
      <TextField label="Name" value={name} autoFocus onChange={(event) => setName(event.target.value)} />
      <ProblemNote error={error} />
      <div className="actions">
        <button type="submit" className="btn2" disabled={pending || name.trim() === ''}>
          Add the name
        </button>
      </div>
      <p className="soft">
        To let people in with a password of their own,{' '}
        <Link className="btn2" to="/settings/network">
          open it beyond this computer
        </Link>
      </p>
    </form>
  );
}

function Invite({ people, onDone }: Props) {
  const free = people.filter(({ person, account }) => person && !account);
  const [id] = useState(() => uuid());
  const [personId, setPersonId] = useState('');
  const [name, setName] = useState('');
  const [signIn, setSignIn] = useState('');
  const [mail, setMail] = useState('');
  const [said, setSaid] = useState<RoleSaid>({ role: 'keeper', siteIds: [], systemIds: [] });
  const [shown, setShown] = useState<Shown | null>(null);
  const { ask, pending, error } = useAsk();
  const isDevice = !roles[said.role].signsIn;
  const { works } = roles[said.role];
  const chosen = free.find(({ person }) => person?.id === personId)?.person;
  const calledName = chosen && works ? chosen.content.name : name.trim();
  const send = async (): Promise<void> => {
    const made = await ask<Shown>('POST', '/accounts', {
      ...{ id, personId: !works || !chosen ? null : chosen.id, name: calledName },
      signIn: isDevice ? `device-${id}` : signIn.trim() || mail.trim(),
      mail: mail.trim() === '' || isDevice ? null : mail.trim(),
      ...said,
    });
    if (made) setShown(made);
  };
  if (shown)
    return (
      <TokenShown
        shown={shown}
        what={isDevice ? `The token of ${calledName}` : `Invitation for ${calledName}`}
        onClose={onDone}
      />
    );
  return (
    <form
      className="form"
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <RoleFields said={said} onChange={setSaid} />
      {free.length > 0 && works && (
        <Choice
          label="Who"
          value={personId}
          options={[
            ...free.map(({ name, person }) => ({ value: person?.id ?? '', label: name })),
            { value: '', label: 'Somebody new' },
          ]}
          onChange={setPersonId}
        />
      )}
      <div className="fields">
        {(!chosen || !works) && (
          <TextField
            label={isDevice ? 'Name of the device' : 'Name'}
            value={name}
            onChange={(event) => setName(event.target.value)}
          />
        )}
        {!isDevice && (
          <>
            <TextField
              label="Mail address"
              type="email"
              value={mail}
              helperText="May be left empty: the code is then yours to hand over."
              onChange={(event) => setMail(event.target.value)}
            />
            <TextField
              label="Signs in as"
              value={signIn}
              placeholder={mail.trim()}
              helperText={mail.trim() ? 'Left empty: the mail address' : 'A short name'}
              onChange={(event) => setSignIn(event.target.value)}
              slotProps={{ htmlInput: { autoCapitalize: 'none', spellCheck: false } }}
            />
          </>
        )}
      </div>
      <ProblemNote error={error} />
      <div className="actions">
        <Button
          type="submit"
          variant="contained"
          disabled={pending || calledName === '' || (!isDevice && signIn.trim() === '' && mail.trim() === '')}
        >
          {isDevice ? 'Make its token' : 'Make the invitation'}
        </Button>
        <button type="button" className="btn2" onClick={onDone}>
          Cancel
        </button>
      </div>
    </form>
  );
}
