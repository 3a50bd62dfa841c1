import { cautions, deference, type CautionId } from '../../core/catalogue/cautions.ts';
import { isLookAtJob, isTheJob, type Step } from '../../core/planning/round/step.ts';
import { dayWord } from '../../core/explain/words.ts';
import { parameters } from '../../core/water/parameters.ts';
import { bringFor, type Bring } from '../../usecases/round/bring.ts';
import type { RecordContent, Stored } from '../../contract/records.ts';
import { formatQuantity } from '../../core/quantity/quantities.ts';
import { unitFor } from '../../contract/shownUnits.ts';
import type { Evidence } from '../../model/water/testedWater.ts';
import { Page } from './page.ts';

const QR = 74;

/** A round for those who work on paper: boxes to tick, words to ring, and the way to enter it afterwards. */
export async function roundPdf(
  evidence: Evidence,
  round: Stored<'round'>,
  setting: RecordContent<'setting'>,
  address: string,
): Promise<Buffer> {
  const place = evidence.snapshot.content('site', round.content.siteId)?.name ?? '';
  const day = dayWord(round.content.day, round.content.day, setting.dateFormat);
  const page = new Page(`Round, ${place}`, `Round, ${place}, ${day}`);
  writeRound(page, evidence, round, setting, address);
  page.say(deference, { size: 8, soft: true });
  return page.end();
}

/** One round on the pages of a document: what to bring, and its steps. */
export function writeRound(
  page: Page,
  evidence: Evidence,
  round: Stored<'round'>,
  setting: RecordContent<'setting'>,
  address: string,
): void {
  const { snapshot, definitionOf } = evidence;
  const { content } = round;
  const place = snapshot.content('site', content.siteId)?.name ?? '';
  const who = snapshot.content('person', content.personId)?.name;
  const day = dayWord(content.day, content.day, setting.dateFormat);
  const enter = `${address}/rounds/${round.id}/paper`;
  const top = page.doc.y;
  page.qr(enter, page.left + page.width - QR, top, QR);
  page.say(`Round, ${place}`, { size: 20, font: 'head', gap: 2 });
  page.say(`${day}${who ? `, ${who}` : ''}. ${content.steps.length} steps.`, { gap: 2 });
  page.say(`Entered afterwards on one screen: ${enter}`, { size: 8, soft: true });
  page.doc.y = Math.max(page.doc.y, top + QR + 6);
  const hours = snapshot.content('site', content.siteId)?.hours;
  if (hours) page.say(hours, { font: 'bold' });
  const worked = content.jobIds.filter((id) => !(content.looks ?? []).includes(id));
  writeBring(page, 'Bring', bringFor(evidence, worked));
  for (const { text, reason } of content.overrides ?? [])
    page.say(`Goes on all the same: ${text} Reason: ${reason}`, { size: 9 });
  page.heading('Steps');
  const said = new Set<CautionId>();
  (content.steps as readonly Step[]).forEach((step, i) => {
    const job = step.jobId === null ? undefined : snapshot.content('job', step.jobId);
    const words = job && (isTheJob(step) || isLookAtJob(step)) ? definitionOf(job).foundWords : [];
    page.need(34);
    const y = page.doc.y;
    page.box(page.left, y + 1);
    page.say(`${i + 1}. ${step.title}`, { font: 'bold', indent: 18, gap: 1 });
    for (const id of step.cautions) {
      // the reason stands where it comes first; the order every time
      page.say(`! ${cautions[id].order}${said.has(id) ? '' : ` ${cautions[id].reason}`}`, {
        ...{ size: 9, indent: 18, gap: 1 },
      });
      said.add(id);
    }
    if (step.tests.length > 0)
      page.say(step.tests.map((id) => `${parameters[id].name} ______`).join('    '), { indent: 18, gap: 1 });
    if (step.litres !== null)
      page.say(
        `${formatQuantity('volume', step.litres, unitFor('volume', setting))} planned; changed ______`,
        {
          ...{ indent: 18, gap: 1 },
        },
      );
    if (step.off)
      page.say(
        step.phase === 'prove' || step.phase === 'remove'
          ? `seen: ${step.off.provedBy}   at ______`
          : step.phase === 'shut' || step.phase === 'fit'
            ? 'at ______'
            : '',
        { size: 9, soft: true, indent: 18, gap: 1 },
      );
    if (words.length > 0) page.say(`found: ${words.join('  /  ')}`, { size: 9, indent: 18, gap: 1 });
    page.doc.y += 3;
    page.rule();
    page.doc.y += 4;
  });
}

/** What to take along, as one paragraph. */
export function writeBring(page: Page, title: string, { supplies, spares, needs }: Bring): void {
  const bring = [
    ...supplies.map(({ name, amounts }) => `${name} (${amounts.join(' + ')})`),
    ...spares.map(({ name, count }) => `${name} × ${count}`),
    ...needs,
  ];
  if (bring.length === 0) return;
  page.heading(title);
  page.say(bring.join('; '));
}
