import { Router, type Request } from 'express';
import * as v from 'valibot';
import { dayIn, reportWords } from '../../usecases/round/languages/index.ts';
import { workWordIn } from '../../usecases/round/reportWord.ts';
import { pictureRows, roundReport, type RoundReport } from '../../usecases/round/report.ts';
import type { RecordContent } from '../../contract/records.ts';
import { settingOf } from '../../model/settings.ts';
import { readPicture } from '../../store/pictures.ts';
import { StoreProblem } from '../../store/problems.ts';
import type { Store } from '../../store/store.ts';
import { callerOf } from '../access/caller.ts';
import { mailThrottle } from '../access/throttle.ts';
import type { AccessParts } from '../access/accessParts.ts';
import { HttpProblem } from '../httpProblem.ts';
import type { LiveEvidence } from '../liveEvidence.ts';
import type { Planner } from '../planning/planner.ts';
import { takenWord } from '../mail/post.ts';
import { reportPdf, type PictureRow } from '../print/reportPdf.ts';
import { roundPdf } from '../print/roundPdf.ts';
import { routePdf } from '../print/routePdf.ts';

const To = v.strictObject({
  to: v.pipe(
    v.string('The mail address is missing.'),
    v.maxLength(254, 'The mail address is too long.'),
    v.email('The mail address is not one.'),
  ),
});
/** Reports that one person mails in a quarter of an hour: a day of visits at once, and no more. */
const MAILS = 30;
/** More than these make a letter too heavy. */
const MOST_PICTURE_ROWS = 6;

/** The report of a round as data, as a PDF and by mail; and the round itself on paper. */
export function reportRoutes(
  store: Store,
  evidence: LiveEvidence,
  parts: Planner,
  access: AccessParts,
  dataDir: string,
): Router {
  const reportFor = async (req: Request): Promise<RoundReport> => {
    const { jobs } = await parts.plan();
    const id = String(req.params.id);
    const report = roundReport(await evidence.now(), jobs, id, callerOf(req).scope);
    if (!report) throw StoreProblem.notFound('round');
    return report;
  };
  const pdfOf = async (report: RoundReport): Promise<Buffer> => {
    const snapshot = await store.snapshot();
    const read = async (
      job: RoundReport['jobs'][number],
      picture: RoundReport['jobs'][number]['pictures'][number],
    ): Promise<PictureRow[number]> => {
      const stored = snapshot.content('picture', picture.id);
      // the page format knows JPEG and PNG
      if (!stored || stored.mime === 'image/webp') return null;
      const words = reportWords(report.client?.language);
      const caption = `${workWordIn(words, job)}${picture.taken ? `: ${words.taken[picture.taken]}` : ''}`;
      const bytes = await readPicture(dataDir, stored.sha256);
      return bytes && { caption, bytes };
    };
    const rows = report.jobs
      .flatMap((job) => pictureRows(job.pictures).map((row) => ({ job, row })))
      .slice(0, MOST_PICTURE_ROWS);
    const pictures = await Promise.all(
      rows.map(({ job, row }) =>
        Promise.all(row.map(async (picture) => (picture ? read(job, picture) : null))),
      ),
    );
    const head = snapshot.content('picture', report.letterhead?.pictureId ?? null);
    const logo = head && head.mime !== 'image/webp' ? await readPicture(dataDir, head.sha256) : null;
    return reportPdf(report, withUnits(settingOf(snapshot), report), pictures, logo);
  };
  return Router()
    .get('/rounds/:id/report', async (req, res) => {
      res.json(await reportFor(req));
    })
    .get('/rounds/:id/report.pdf', async (req, res) => {
      const report = await reportFor(req);
      res
        .type('application/pdf')
        .attachment(`${fileName(report)}.pdf`)
        .send(await pdfOf(report));
    })
    .post('/rounds/:id/report/mail', mailThrottle(MAILS), async (req, res) => {
      const { to } = v.parse(To, req.body);
      if (!access.post.setting())
        throw new HttpProblem(
          409,
          'No mail',
          'No mail is set up, so nothing was sent.',
          'Take the PDF and send it yourself, or set mail up under Settings, Use a phone at the tank.',
        );
      const report = await reportFor(req);
      const { dateFormat } = settingOf(await store.snapshot());
      const words = reportWords(report.client?.language);
      const day = dayIn(words, report.day, report.day, dateFormat);
      const answer = await access.post.send({
        to,
        subject: words.mail.subject(report.place, day),
        text: words.mail.text(report.place, day, report.who.join(', ')),
        attachments: [{ filename: `${fileName(report)}.pdf`, content: await pdfOf(report) }],
      });
      res.json({ mailWord: takenWord(to, answer) });
    })
    .get('/routes/:id/print.pdf', async (req, res) => {
      const known = await evidence.now();
      const route = known.snapshot.get('route', req.params.id);
      if (!route) throw StoreProblem.notFound('route');
      const address = access.networkAccess().addresses()[0] ?? access.loopback();
      res
        .type('application/pdf')
        .attachment(`route-${route.content.day}.pdf`)
        .send(await routePdf(known, route, settingOf(known.snapshot), address));
    })
    .get('/rounds/:id/print.pdf', async (req, res) => {
      const known = await evidence.now();
      const round = known.snapshot.get('round', req.params.id);
      if (!round) throw StoreProblem.notFound('round');
      const address = access.networkAccess().addresses()[0] ?? access.loopback();
      res
        .type('application/pdf')
        .attachment(`round-${round.content.day}.pdf`)
        .send(await roundPdf(known, round, settingOf(known.snapshot), address));
    });
}
/** A client reads in the units of their place, where those were said. */
const withUnits = (setting: RecordContent<'setting'>, { client }: RoundReport): RecordContent<'setting'> =>
  client?.units ? { ...setting, units: client.units } : setting;

const fileName = ({ place, day }: RoundReport): string =>
  `${place.toLowerCase().replaceAll(/[^a-z0-9]+/g, '-')}-${day}`;
