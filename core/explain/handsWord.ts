import { permits, skills, type Hands } from '../catalogue/hands.ts';
import type { Lack } from '../planning/hands.ts';
import type { Day } from '../time/day.ts';
import { count, dayWord, listWord, type DateStyle } from './words.ts';

const numerals = ['no', 'one', 'two', 'three', 'four', 'five'];
const people = (n: number): string => `${numerals[n] ?? n} ${n === 1 ? 'person' : 'people'}`;

/** "two people, a permit for discharge": what a job needs of people; empty where one pair of hands will do. */
export function handsWord({ people: n, permits: papers, skills: trained }: Hands): string {
  return [
    ...(n !== undefined && n > 1 ? [people(n)] : []),
    ...(papers ?? []).map((id) => `a permit for ${permits[id]}`),
    ...(trained ?? []).map((id) => `skill: ${skills[id]}`),
  ].join(', ');
}

/** "On Sat 28 Nov only Ole is there, and it needs two people." */
export function lackWord(lack: Lack, day: Day, today: Day, style: DateStyle): string {
  const when = dayWord(day, today, style);
  const away = (names: readonly string[]): string =>
    names.length === 0
      ? 'nobody has it'
      : `${listWord(names)} ${names.length === 1 ? 'is' : 'are'} not there`;
  switch (lack.kind) {
    case 'people':
      return lack.there.length === 0
        ? `Nobody is there on ${when}.`
        : `It needs ${people(lack.needed)}; on ${when} ${
            lack.there.length === 1
              ? `only ${lack.there[0] ?? ''} is`
              : `only ${count(lack.there.length, 'person', 'people')} are`
          } there.`;
    case 'permit':
      return lack.ended && lack.away.length === 0
        ? `It needs a permit for ${permits[lack.permit]}: ${lack.ended.name}’s ended on ${dayWord(lack.ended.until, today, style)}.`
        : `It needs a permit for ${permits[lack.permit]}; on ${when} ${away(lack.away)}.`;
    case 'skill':
      return `It needs somebody trained (${skills[lack.skill]}); on ${when} ${away(lack.away)}.`;
  }
}
