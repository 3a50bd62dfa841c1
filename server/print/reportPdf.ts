import type { DateStyle } from '../../core/explain/words.ts';
import { dayOf, type Day } from '../../core/time/day.ts';
import type { RecordContent } from '../../contract/records.ts';
import type { ReportJob, ReportReading, RoundReport } from '../../usecases/round/report.ts';
import {
  bandIn,
  dayIn,
  instantIn,
  parameterIn,
  priceIn,
  reportWords,
  thingIn,
  valueIn,
} from '../../usecases/round/languages/index.ts';
import type { ReportWords } from '../../usecases/round/languages/words.ts';
import {
  jobWord,
  movedWord,
  nextWord,
  untestedWord,
  wholeWord,
  workWordIn,
} from '../../usecases/round/reportWord.ts';
import { Page } from './page.ts';

const CHART = { width: 110, height: 26 };

/** The report of a round for whoever owns the tank: readings, what was done and found, what was left, what comes. */
export async function reportPdf(
  report: RoundReport,
  setting: RecordContent<'setting'>,
  pictures: readonly PictureRow[],
  logo: Buffer | null = null,
): Promise<Buffer> {
  const { dateFormat } = setting;
  const { letterhead, client, letter } = report;
  const words = reportWords(client?.language);
  const day = (of: Day): string => dayIn(words, of, report.day, dateFormat);
  const page = new Page(
    `${report.place}, ${report.day}`,
    `${report.place}, ${words.visit(day(report.day), null)}`,
    words.page,
  );
  if (letterhead) {
    if (logo)
      page.doc.image(logo, page.left + page.width - LOGO.width, page.doc.y, {
        fit: [LOGO.width, LOGO.height],
      });
    page.say(letterhead.name, { font: 'bold', gap: 1 });
    if (letterhead.lines !== '') page.say(letterhead.lines, { size: 9, soft: true, gap: 10 });
    if (logo) page.doc.y = Math.max(page.doc.y, 48 + LOGO.height);
  }
  if (client?.name) page.say(client.name, { gap: 8 });
  page.say(report.place, { size: 22, font: 'head', gap: 2 });
  page.say(headLine(words, report, dateFormat), { soft: true, gap: 6 });
  if (client?.greeting) page.say(client.greeting, { gap: 4 });
  page.say(wholeWord(words, report), { gap: 4 });
  if (letter?.remark) page.say(letter.remark, { gap: 4 });
  const next = nextWord(words, report.next, day, report.day);
  if (next !== '') page.say(next, { gap: 6 });
  for (const { text, reason } of report.overrides)
    page.say(`${text} ${words.goneOn(reason)}`, { size: 9, gap: 3 });
  if (report.leftOff.length > 0) {
    page.heading(words.heading.notRunning);
    for (const off of report.leftOff)
      page.say(
        `${thingIn(words, off.what)}${off.on ? ` (${words.leftIn})` : ''}: ${off.said || words.notSeenRunning}`,
        {
          font: 'bold',
        },
      );
  }
  for (const system of report.systems) {
    page.heading(words.water(system.name));
    if (system.readings.length === 0) page.say(words.notTestedHere);
    for (const reading of system.readings) readingRow(page, words, reading, setting);
    if (system.untested.length > 0)
      page.say(words.notTested(untestedWord(words, system.untested, day)), { soft: true, gap: 3 });
  }
  page.heading(words.heading.done);
  for (const job of report.jobs.filter(isDone)) jobRow(page, words, job, day);
  const rest = report.jobs.filter((one) => !isDone(one));
  if (rest.length > 0) {
    page.heading(words.heading.notDone);
    for (const job of rest)
      page.row([
        { text: workWordIn(words, job), share: 0.5, font: 'bold' },
        { text: job.reason ? words.skipped(job.reason) : words.notComeTo, share: 0.5 },
      ]);
  }
  if (report.next.length > 0) {
    page.heading(words.heading.next);
    for (const one of report.next)
      page.row([
        { text: one.day <= report.day ? words.now : day(one.day), share: 0.2 },
        { text: workWordIn(words, one), share: 0.5, font: 'bold' },
        { text: one.system, share: 0.3, soft: true },
      ]);
  }
  if (pictures.length > 0) {
    page.heading(words.heading.pictures);
    for (const row of pictures) {
      page.need(200);
      const y = page.doc.y;
      const half = page.width / 2 - 6;
      row.forEach((picture, k) => {
        if (!picture) return;
        const x = page.left + k * (half + 12);
        page.doc.image(picture.bytes, x, y, { fit: [half, 160] });
        page.doc.fontSize(9).text(picture.caption, x, y + 164, { width: half });
      });
      page.doc.x = page.left;
      page.doc.y = y + 184;
    }
  }
  if (letter?.price != null) page.say(priceIn(words, letter.price, report.currency), { font: 'bold' });
  if (letter?.signature)
    signed(page, letter.signature, day(dayOf(Date.parse(letter.signature.at), report.zone)));
  return page.end();
}

/** Two side by side, before at the left; null: there is none of that side. */
export type PictureRow = readonly ({ caption: string; bytes: Buffer } | null)[];

const LOGO = { width: 120, height: 56 };
/** What was drawn on the screen, 600 × 200, with the name under it. */
function signed(page: Page, { name, path }: { name: string; path: string }, on: string): void {
  page.need(90);
  const { doc } = page;
  doc.save().translate(page.left, doc.y).scale(SIGNED_SCALE);
  if (path !== '') doc.path(path).lineWidth(3).strokeColor('#000000').stroke();
  doc.restore();
  doc.y += 200 * SIGNED_SCALE + 4;
  page.say(`${name}, ${on}`, { size: 9 });
}
const SIGNED_SCALE = 0.3;

const isDone = ({ state }: ReportJob): boolean =>
  state === 'done' || state === 'in-part' || state === 'looked';

function headLine(words: ReportWords, report: RoundReport, style: DateStyle): string {
  const { begunAt, endedAt, zone, who, minutes } = report;
  const at = (instant: number): string => instantIn(words, instant, zone, style);
  const from = begunAt === null ? dayIn(words, report.day, report.day, style) : at(begunAt);
  return [
    words.visit(from, endedAt === null || at(endedAt) === from ? null : at(endedAt)),
    ...(who.length > 0 ? [who.join(', ')] : []),
    ...(report.state === 'given-up' ? [words.givenUp] : []),
    ...(minutes.measuredJobs > 0 && (report.letter?.hours ?? true)
      ? [words.hands(minutes.taken, minutes.estimated)]
      : []),
  ].join(' · ');
}

function readingRow(
  page: Page,
  words: ReportWords,
  reading: ReportReading,
  setting: RecordContent<'setting'>,
): void {
  const { parameter, value, below, band, verdict, points } = reading;
  page.need(CHART.height + 10);
  const top = page.doc.y;
  page.row([
    { text: parameterIn(words, parameter, 'row'), share: 0.2, font: 'bold' },
    { text: valueIn(words, parameter, value, below, setting), share: 0.2 },
    {
      text: `${words.verdict[verdict]}; ${bandIn(words, parameter, band, setting)}`,
      share: 0.36,
      soft: true,
    },
    { text: ' \n ', share: 0.24 },
  ]);
  if (points.length > 1) drawLine(page, reading, page.left + page.width - CHART.width, top + 4);
}

/** A small line of the last tests with the edges of the band. */
function drawLine(page: Page, { points, band }: ReportReading, x: number, y: number): void {
  const values = [
    ...points.map((point) => point.value),
    ...[band?.lo, band?.hi].flatMap((edge) => edge ?? []),
  ];
  const [low, high] = [Math.min(...values), Math.max(...values)];
  const [from, to] = [points[0]?.at ?? 0, points.at(-1)?.at ?? 1];
  const px = (at: number): number => x + ((at - from) / Math.max(1, to - from)) * CHART.width;
  const py = (value: number): number =>
    y + CHART.height - ((value - low) / Math.max(1e-9, high - low)) * CHART.height;
  const { doc } = page;
  for (const edge of [band?.lo, band?.hi])
    if (edge !== null && edge !== undefined)
      doc
        .lineWidth(0.5)
        .dash(2, { space: 2 })
        .strokeColor('#777777')
        .moveTo(x, py(edge))
        .lineTo(x + CHART.width, py(edge))
        .stroke()
        .undash();
  doc.lineWidth(1).strokeColor('#000000');
  points.forEach((point, i) =>
    i === 0 ? doc.moveTo(px(point.at), py(point.value)) : doc.lineTo(px(point.at), py(point.value)),
  );
  doc.stroke();
  const last = points.at(-1);
  if (last) doc.circle(px(last.at), py(last.value), 2).fill('#000000');
}

function jobRow(page: Page, words: ReportWords, job: ReportJob, day: (of: Day) => string): void {
  const { next, was } = movedWord(words, job.before, job.after, day);
  page.row([
    { text: workWordIn(words, job), share: 0.38, font: 'bold' },
    { text: jobWord(words, job), share: 0.34 },
    { text: was ? `${next} (${was})` : next, share: 0.28, soft: true },
  ]);
}
