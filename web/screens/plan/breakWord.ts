import type { Move } from '../../../usecases/levelling/moves.ts';

const words: Record<NonNullable<Move['breaks']>['kind'], string> = {
  full: 'more minutes than there are',
  'not-possible': 'nobody there can or may do it',
  held: 'it was put off beyond it',
  apart: 'too near to',
};

/** What a move would break. */
export const breakWord = ({ kind, name }: NonNullable<Move['breaks']>): string =>
  name ? `${words[kind]}: ${name}` : words[kind];
