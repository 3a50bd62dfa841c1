import { useQuery, useQueryClient, useSuspenseQuery } from '@tanstack/react-query';
import { Link, useSearchParams } from 'react-router';
import type { SheetView } from '../../../usecases/sitter/sheets.ts';
import type { WeekAnswer } from '../../../usecases/week.ts';
import { api } from '../../api/client.ts';
import { useAuthentication, useMay } from '../../api/authentication.ts';
import { writeDay } from '../../parts/dates.ts';
import { Pick } from '../../parts/Pick.tsx';
import { SendTests } from './SendTests.tsx';
import { Week } from './Week.tsx';

/** This week at a place, for whoever may read it. */
export function WeekScreen() {
  const [params, setParams] = useSearchParams();
  const site = params.get('site');
  const client = useQueryClient();
  const { me } = useAuthentication();
  const { data: week } = useSuspenseQuery({
    queryKey: ['week', site],
    queryFn: () => api.get<WeekAnswer>(`/week${site ? `?site=${site}` : ''}`),
  });
  return (
    <Week
      week={week}
      links={<WeekLinks week={week} />}
      send={
        week.maySend &&
        me &&
        !me.rights.includes('records.write') && (
          <SendTests
            week={week}
            name={me.name}
            onSent={() => void client.invalidateQueries({ queryKey: ['week'] })}
          />
        )
      }
      picture={(id, alt) => <img className="weekpicture" src={`/api/pictures/${id}`} alt={alt} />}
      picks={
        week.places.length > 1 && (
          <Pick
            label="Another place"
            value={week.siteId}
            options={week.places.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={(id) => setParams(id ? { site: id } : {}, { replace: true })}
          />
        )
      }
    />
  );
}

/** What of this place may be opened: the sitter's sheets, the reports of visits. */
function WeekLinks({ week }: { week: WeekAnswer }) {
  const mayTick = useMay('sheets.tick');
  const mayReport = useMay('reports.read');
  const sheets = useQuery({
    queryKey: ['week', 'sheets'],
    queryFn: () => api.get<SheetView[]>('/sheets'),
    enabled: mayTick,
  }).data;
  const mine = (sheets ?? []).filter((one) => one.siteId === week.siteId && one.to >= week.today);
  const reports = mayReport ? week.reports : [];
  if (mine.length === 0 && reports.length === 0) return null;
  const day = (of: string) => writeDay(of, week.today, 'day-month');
  return (
    <section className="datum">
      {mine.map((sheet) => (
        <p key={sheet.id}>
          <Link to={`/sheet/${sheet.id}`}>
            Your sheet, {day(sheet.from)} to {day(sheet.to)}
          </Link>
        </p>
      ))}
      {reports.length > 0 && (
        <p>
          Reports:{' '}
          {reports.map((report, i) => (
            <span key={report.roundId}>
              {i > 0 && ', '}
              <Link to={`/rounds/${report.roundId}/report`}>{day(report.day)}</Link>
            </span>
          ))}
        </p>
      )}
    </section>
  );
}
