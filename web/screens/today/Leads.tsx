import { Link } from 'react-router';
import { formatNumber } from '../../../core/quantity/quantities.ts';
import type { Batch } from '../../../core/water/makeUp/nextBatch.ts';
import type { LeadStep } from '../../../usecases/water/leads.ts';
import { useClock, useNow, useSetting, useSnapshot } from '../../api/data.ts';
import { useLeads } from '../../api/waterWork.ts';
import { usePersonHere } from '../../api/person.ts';
import { creating, deleting } from '../../api/writing.tsx';
import { relativeWord, todayIn, writeDay, writeInstant } from '../../parts/dates.ts';
import { useAmounts } from '../../parts/useAmounts.ts';
import { useFixedIds } from '../../parts/useFixedIds.ts';
import { useSend } from '../../parts/useSend.ts';

/** What is to be begun ahead of the next visits: it stands here the day before. */
export function Leads() {
  const leads = useLeads();
  const snapshot = useSnapshot();
  if (leads.length === 0) return null;
  const several = snapshot.all('site').length > 1;
  return (
    <section className="leads" aria-label="Start ahead">
      <h2>Start ahead</h2>
      <ul className="plain">
        {leads.map((lead) => (
          <Lead
            key={`${lead.jobId} ${lead.what} ${lead.forDay}`}
            lead={lead}
            place={several ? (snapshot.content('site', lead.siteId)?.name ?? null) : null}
          />
        ))}
      </ul>
    </section>
  );
}

function Lead({ lead, place }: { lead: LeadStep; place: string | null }) {
  const { dateFormat } = useSetting();
  const snapshot = useSnapshot();
  const now = useNow();
  const clock = useClock();
  const here = usePersonHere();
  const amounts = useAmounts();
  const [ids] = useFixedIds();
  const { send, pending } = useSend();
  const today = todayIn(lead.zone, now);
  const started = lead.started ? snapshot.get('lead', lead.started.recordId) : undefined;
  const water = lead.water;
  const batch = water?.next.batch;
  const begin = () =>
    send(
      [
        creating(
          'lead',
          {
            jobId: lead.jobId,
            forDay: lead.forDay,
            what: lead.what,
            startedAt: new Date(clock()).toISOString(),
            whoId: here.id,
          },
          ids,
        ),
      ],
      `${lead.thing}: begun.`,
    );
  return (
    <li className="rule lead" data-started={lead.started ? true : undefined}>
      <span>
        <b>{batch ? batchOrder(batch, amounts.litres) : capital(lead.what)} </b>
        <span className="soft">
          {lead.thing}
          {place && `, ${place}`}
        </span>
      </span>
      <span>
        {lead.started ? (
          <>begun {writeInstant(lead.started.at, lead.zone, dateFormat, today)}</>
        ) : (
          <span className={lead.startBy < now ? 'late' : ''}>
            begin by {writeInstant(lead.startBy, lead.zone, dateFormat, today)}
            {lead.startBy < now && ': late'}
          </span>
        )}
        , for {writeDay(lead.forDay, today, dateFormat)}, {relativeWord(lead.forDay, today)}
        {batch && `; ${hoursWord(batch)}`}
        {water?.blocked && <span className="late">; {water.unit} is out of use</span>}
      </span>
      <span className="actions">
        {water && (
          <Link className="howlink" to={`/water/make-up?site=${lead.siteId}`}>
            Make-up
          </Link>
        )}
        {started ? (
          <button
            type="button"
            className="btn2"
            disabled={pending}
            onClick={() => void send([deleting(started)], 'Not begun after all.')}
          >
            Not begun
          </button>
        ) : (
          <button type="button" className="btn2" disabled={pending} onClick={() => void begin()}>
            Mark as started
          </button>
        )}
      </span>
    </li>
  );
}
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
function batchOrder({ litres, mixL }: Batch, word: (litres: number) => string): string {
  if (litres >= 0.5) return `Make ${word(litres)}${mixL >= 0.5 ? `, mix ${word(mixL)}` : ''}`;
  return `Mix ${word(mixL)}`;
}
const hoursWord = ({ hours, mixingHours }: Batch): string =>
  [hours > 0 ? `${formatNumber(hours, 1)} h to make` : '', mixingHours > 0 ? `${mixingHours} h to mix` : '']
    .filter(Boolean)
    .join(', ');
