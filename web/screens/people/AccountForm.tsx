import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { AccountView, Shown } from '../../../contract/access/account.ts';
import { roleIds, roles } from '../../../contract/access/rights.ts';
import { useAsk } from '../../api/authentication.ts';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { TokenShown } from '../../parts/TokenShown.tsx';
import { RoleFields, type RoleSaid } from './RoleFields.tsx';

/** What somebody may do; another invitation or password; the door shut. */
export function AccountForm({ account }: { account: AccountView }) {
  const { id, version, name, siteIds, systemIds, role, state } = account;
  const [said, setSaid] = useState<RoleSaid>({ role, siteIds, systemIds });
  const [mail, setMail] = useState(account.mail ?? '');
  const [shown, setShown] = useState<Shown | null>(null);
  const { ask, pending, error } = useAsk();
  const { signsIn } = roles[role];
  const change = (disabled: boolean) =>
    ask('PUT', `/accounts/${id}`, { baseVersion: version, mail: mail.trim() || null, disabled, ...said });
  const again = () =>
    ask<Shown>('POST', '/accounts', {
      ...{ id, personId: account.personId, name, signIn: account.signIn, mail: mail.trim() || null, ...said },
    });
  const offer = async (): Promise<void> =>
    setShown(state === 'invited' ? await again() : await ask<Shown>('POST', `/accounts/${id}/reset`));
  if (shown) return <TokenShown shown={shown} what={`For ${name}`} onClose={() => setShown(null)} />;
  return (
    <div className="form" style={{ alignContent: 'start' }}>
      <h3>At the door</h3>
      <RoleFields
        said={said}
        onChange={setSaid}
        among={roleIds.filter((one) => roles[one].signsIn === signsIn)}
      />
      {signsIn && (
        <TextField
          label="Mail address"
          type="email"
          value={mail}
          helperText={`Signs in as ${account.signIn}`}
          onChange={(event) => setMail(event.target.value)}
        />
      )}
      <ProblemNote error={error} />
      <div className="actions">
        <button
          type="button"
          className="btn2"
          disabled={pending}
          onClick={() => void change(state === 'shut')}
        >
          Keep this
        </button>
        {signsIn && state !== 'shut' && (
          <button type="button" className="btn2" disabled={pending} onClick={() => void offer()}>
            {state === 'invited' ? 'Invite again' : 'Link for another password'}
          </button>
        )}
        {signsIn && account.devices > 0 && (
          <button
            type="button"
            className="btn2"
            disabled={pending}
            onClick={() => void ask('POST', `/accounts/${id}/sign-out`)}
          >
            Sign out everywhere
          </button>
        )}
        <button
          type="button"
          className="btn2"
          disabled={pending}
          onClick={() => void change(state !== 'shut')}
        >
          {state === 'shut' ? 'Let them in again' : 'Shut the door to them'}
        </button>
      </div>
      <p className="soft">Any change signs them out; what they wrote stays, with their name.</p>
    </div>
  );
}
