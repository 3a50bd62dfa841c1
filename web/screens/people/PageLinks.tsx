import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { Link } from 'react-router';
import { v7 as uuid } from 'uuid';
import type { PageLinkView, Shown } from '../../../contract/access/account.ts';
import { useNow, useSnapshot } from '../../api/data.ts';
import { useAccess, useAsk, useAuthentication } from '../../api/authentication.ts';
import { Checks } from '../../parts/Checks.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { ago } from '../../parts/dates.ts';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { TokenShown } from '../../parts/TokenShown.tsx';

/** Secret links to a place's page: no account, read only, revoked at any time. */
export function PageLinks() {
  const links = useAccess<PageLinkView[]>('/page-links');
  const snapshot = useSnapshot();
  const now = useNow();
  const { beyondThisComputer } = useAuthentication();
  const [making, setMaking] = useState(false);
  const { ask, pending, error } = useAsk();
  const holds = (link: PageLinkView): boolean =>
    link.revokedAt === null && (link.endsAt === null || Date.parse(link.endsAt) > now);
  const shown = [...links.filter(holds), ...links.filter((link) => !holds(link)).slice(0, ENDED_SHOWN)];
  const of = (link: PageLinkView): string =>
    link.systemIds.length > 0
      ? link.systemIds.flatMap((id) => snapshot.content('system', id)?.name ?? []).join(', ')
      : (snapshot.content('site', link.siteId)?.name ?? 'a place that is gone');
  return (
    <section className="datum peoplepart">
      <h2>Secret links</h2>
      <p className="soft">
        Whoever holds one reads{' '}
        <Link className="btn2" to="/week">
          this week at that place
        </Link>{' '}
        without signing in, and nothing else, unless it is made to send tests of the water too.
        {!beyondThisComputer &&
          ' It answers this computer only now: the links lead nowhere for others until it is opened.'}
      </p>
      <ul className="plain">
        {shown.map((link) => (
          <li key={link.id} className="rule linkline">
            <b>{link.name}</b>
            <span className="soft">
              {of(link)}
              {link.sendsTests && ', may send tests'};{' '}
              {link.usedAt ? `last opened ${ago(Date.parse(link.usedAt), now)}` : 'not opened yet'}
              {link.revokedAt
                ? `; revoked ${ago(Date.parse(link.revokedAt), now)}`
                : holds(link)
                  ? ''
                  : '; its time is over'}
            </span>
            {holds(link) ? (
              <button
                type="button"
                className="btn2"
                disabled={pending}
                onClick={() => void ask('POST', `/page-links/${link.id}/revoke`)}
              >
                Revoke
              </button>
            ) : (
              <span />
            )}
          </li>
        ))}
      </ul>
      <ProblemNote error={error} />
      <div>
        <button type="button" className="btn2" aria-expanded={making} onClick={() => setMaking(!making)}>
          Make a link
        </button>
      </div>
      {making && <MakeLink onDone={() => setMaking(false)} />}
    </section>
  );
}
const ENDED_SHOWN = 5;

function MakeLink({ onDone }: { onDone: () => void }) {
  const snapshot = useSnapshot();
  const sites = snapshot.all('site');
  const [said, setSaid] = useState({
    ...{ id: uuid(), name: '', siteId: sites[0]?.id ?? '', systemIds: [] as string[], days: '90' },
    sendsTests: false,
  });
  const set = (some: Partial<typeof said>) => setSaid({ ...said, ...some });
  const [shown, setShown] = useState<Shown | null>(null);
  const { ask, pending, error } = useAsk();
  const systems = snapshot.all('system').filter((one) => one.content.siteId === said.siteId);
  if (shown) return <TokenShown shown={shown} what={`Link for ${said.name}`} onClose={onDone} />;
  return (
    <form
      className="form"
      onSubmit={(event) => {
        event.preventDefault();
        const days = said.days === '' ? null : Number(said.days);
        void ask<Shown>('POST', '/page-links', { ...said, name: said.name.trim(), days }).then(setShown);
      }}
    >
      <TextField
        label="Who it is for"
        value={said.name}
        autoFocus
        onChange={(event) => set({ name: event.target.value })}
      />
      {sites.length > 1 && (
        <Choice
          label="Place"
          value={said.siteId}
          options={sites.map((site) => ({ value: site.id, label: site.content.name }))}
          onChange={(siteId) => set({ siteId, systemIds: [] })}
        />
      )}
      {systems.length > 1 && (
        <Checks
          label="Only these systems (none chosen: all)"
          options={systems.map(({ id, content }) => ({ value: id, label: content.name }))}
          value={said.systemIds}
          onChange={(systemIds) => set({ systemIds })}
        />
      )}
      <Choice
        label="They may"
        value={said.sendsTests ? 'send' : 'read'}
        options={[
          { value: 'read', label: 'read only' },
          { value: 'send', label: 'send tests of the water too' },
        ]}
        onChange={(value) => set({ sendsTests: value === 'send' })}
      />
      <Choice
        label="Holds"
        value={said.days}
        options={[
          { value: '7', label: '7 days' },
          { value: '90', label: '90 days' },
          { value: '365', label: 'a year' },
          { value: '', label: 'until revoked' },
        ]}
        onChange={(days) => set({ days })}
      />
      <ProblemNote error={error} />
      <div className="actions">
        <button type="submit" className="btn2" disabled={pending || said.name.trim() === ''}>
          Make it
        </button>
        <button type="button" className="btn2" onClick={onDone}>
          Cancel
        </button>
      </div>
    </form>
  );
}
