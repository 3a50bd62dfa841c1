import { listWord } from './words.ts';

const months = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
];
const everyUnit: Record<string, string> = { DAILY: 'day', WEEKLY: 'week', MONTHLY: 'month', YEARLY: 'year' };

/**
 * A recurrence rule in words, as far as the screens make them ("Each year on the 1st of April and October"); rules
 * written by hand that say more are shown as they are.
 */
export function recurrenceWord(recurrence: string): string {
  const fields = new Map(recurrence.split(';').map((part) => part.split('=') as [string, string]));
  const unit = everyUnit[fields.get('FREQ') ?? ''];
  const interval = Number(fields.get('INTERVAL') ?? 1);
  const extra = [...fields.keys()].filter(
    (key) => !['FREQ', 'INTERVAL', 'BYMONTH', 'BYMONTHDAY'].includes(key),
  );
  if (!unit || extra.length > 0) return `By the rule ${recurrence}`;
  const every = interval === 1 ? `Each ${unit}` : `Every ${interval} ${unit}s`;
  const dayOfMonth = fields.get('BYMONTHDAY');
  const inMonths = fields
    .get('BYMONTH')
    ?.split(',')
    .map((month) => months[Number(month) - 1] ?? month);
  const monthWords = inMonths ? listWord(inMonths) : '';
  if (dayOfMonth && monthWords) return `${every} on ${dayOfMonth} ${monthWords}`;
  if (monthWords) return `${every} in ${monthWords}`;
  return dayOfMonth ? `${every} on day ${dayOfMonth}` : every;
}
