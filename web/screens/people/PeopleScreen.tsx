import { useState } from 'react';
import type { AccountView } from '../../../contract/access/account.ts';
import type { Stored } from '../../../contract/records.ts';
import { useSnapshot } from '../../api/data.ts';
import { useAccess, useMay } from '../../api/authentication.ts';
import { SignInLog } from './SignInLog.tsx';
import { InviteForm } from './InviteForm.tsx';
import { PageLinks } from './PageLinks.tsx';
import { PersonRow } from './PersonRow.tsx';
import './people.css';

/** Everybody who works here or may come in; secret links; what happened at the door. */
export function PeopleScreen() {
  const manages = useMay('people.manage');
  return (
    <main className="page">
      <header className="head">
        <h1>People</h1>
      </header>
      {manages ? (
        <Managed />
      ) : (
        <p className="datum" style={{ paddingTop: 10 }}>
          Who may come in is for owners.
        </p>
      )}
    </main>
  );
}

interface Somebody {
  key: string;
  name: string;
  person: Stored<'person'> | null;
  account: AccountView | null;
}

/** Persons of the records with their accounts; accounts of nobody (devices) after them. */
function everybody(people: readonly Stored<'person'>[], accounts: readonly AccountView[]): Somebody[] {
  const mine = new Set<string>();
  const persons = people.map((person): Somebody => {
    const account = accounts.find((one) => one.personId === person.id) ?? null;
    if (account) mine.add(account.id);
    return { key: person.id, name: person.content.name, person, account };
  });
  const others = accounts
    .filter((account) => !mine.has(account.id))
    .map((account): Somebody => ({ key: account.id, name: account.name, person: null, account }));
  return [...persons.sort((a, b) => a.name.localeCompare(b.name)), ...others];
}

function Managed() {
  const snapshot = useSnapshot();
  const accounts = useAccess<AccountView[]>('/accounts');
  const [open, setOpen] = useState<string | null>(null);
  const [inviting, setInviting] = useState(false);
  const list = everybody(snapshot.all('person'), accounts);
  const signsIn = accounts.length > 0;
  return (
    <>
      <section className="datum peoplepart">
        {list.length === 0 && <p className="soft">Nobody is named yet.</p>}
        <ul className="plain">
          {list.map(({ key, name, person, account }) => (
            <PersonRow
              key={key}
              {...{ name, person, account, signsIn }}
              alone={list.length === 1}
              open={open === key}
              onToggle={() => setOpen(open === key ? null : key)}
            />
          ))}
        </ul>
        <div className="actions">
          <button
            type="button"
            className="btn2"
            aria-expanded={inviting}
            onClick={() => setInviting(!inviting)}
          >
            {signsIn ? 'Invite somebody, or add a device' : 'Add somebody'}
          </button>
        </div>
        {inviting && <InviteForm signsIn={signsIn} people={list} onDone={() => setInviting(false)} />}
      </section>
      {signsIn && snapshot.all('site').length > 0 && <PageLinks />}
      {signsIn && <SignInLog />}
    </>
  );
}
