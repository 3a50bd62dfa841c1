import { DateTime } from 'luxon';
import { deference } from '../../core/catalogue/cautions.ts';
import { dayWord } from '../../core/explain/words.ts';
import type { RecordContent, Stored } from '../../contract/records.ts';
import type { Evidence } from '../../model/water/testedWater.ts';
import { routeDay, setOutMinutes, stopsAsSaved } from '../../usecases/round/route.ts';
import { Page } from './page.ts';
import { writeBring, writeRound } from './roundPdf.ts';

/** A day on the way on paper: the places in their order, what to load once, then each round on its own pages. */
export async function routePdf(
  evidence: Evidence,
  { content }: Stored<'route'>,
  setting: RecordContent<'setting'>,
  address: string,
): Promise<Buffer> {
  const { snapshot } = evidence;
  const day = routeDay(evidence, stopsAsSaved(snapshot, content), setOutMinutes(content, snapshot));
  const when = dayWord(content.day, content.day, setting.dateFormat);
  const who = snapshot.content('person', content.personId)?.name;
  const zone = snapshot.content('site', content.stops[0]?.siteId ?? null)?.timeZone ?? 'UTC';
  const start = content.setOut === null ? null : DateTime.fromISO(content.setOut, { zone });
  const clock = (minutes: number): string =>
    start?.plus({ minutes }).toFormat('HH:mm') ?? `after ${minutes} min`;
  const page = new Page('Route', `Route, ${when}`);
  page.say(`Route, ${when}`, { size: 20, font: 'head', gap: 2 });
  page.say(`${who ? `${who}. ` : ''}${day.minutes} min, ${day.travelMin} of them on the way.`, { gap: 4 });
  day.stops.forEach((stop, at) => {
    page.say(`${at + 1}. ${stop.name}`, { font: 'bold', gap: 1 });
    page.say(
      `${stop.travelMin} min on the way; there ${clock(stop.arrivesMin)}, ${stop.steps} steps, ${stop.lengthMin} min.`,
      { indent: 18, gap: stop.outsideHours ? 1 : 3 },
    );
    if (stop.outsideHours) page.say(stop.outsideHours, { indent: 18, font: 'bold', gap: 3 });
  });
  if (content.note !== '') page.say(content.note, { gap: 3 });
  writeBring(page, 'Load', day.bring);
  for (const { roundId } of content.stops) {
    const round = snapshot.get('round', roundId ?? '');
    if (!round) continue;
    page.doc.addPage();
    writeRound(page, evidence, round, setting, address);
  }
  page.say(deference, { size: 8, soft: true });
  return page.end();
}
