import type { MeterQuestion } from '../../../usecases/round/meterQuestion.ts';
import type { Meter } from '../../../usecases/round/meters.ts';
import type { MeterUnit } from './meterUnit.ts';

/** "0.22 bar under its limit, 0.46 bar under last time: less water reaches what it feeds. Is it so?"; null: nothing to ask. */
export function questionWord(
  question: MeterQuestion | null,
  other: string | null,
  { beyond }: Pick<Meter, 'beyond'>,
  unit: Pick<MeterUnit, 'difference'>,
): string | null {
  if (!question) return other;
  const { beyondLimit, jump, wentBack } = question;
  const parts = [
    beyondLimit && `${unit.difference(beyondLimit.by)} ${beyondLimit.side} its limit`,
    jump && `${unit.difference(jump.by)} ${jump.side} last time`,
    wentBack && 'less than last time: was it set back or changed?',
  ].filter((one) => typeof one === 'string');
  const harm = beyondLimit && beyond ? `: ${beyond}` : '';
  return `${parts.join(', ')}${harm}${wentBack ? '' : '. Is it so?'}`;
}
