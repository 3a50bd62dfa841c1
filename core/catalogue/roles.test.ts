import { expect, test } from 'vitest';
import { catalogue } from './index.ts';
import { hasRole, onlyAirs, rolesOf, rolesOfKind } from './roles.ts';

test('every kind of equipment says what it does for its water and what of it can hurt; none is named that is not there', () => {
  const kinds = catalogue.filter((kind) => kind.target === 'component').map((kind) => kind.id);
  expect(kinds.filter((id) => !(id in rolesOfKind))).toEqual([]);
  expect(Object.keys(rolesOfKind).filter((id) => !kinds.includes(id))).toEqual([]);
});
test('what is moved, warmed or lit by the mains says so', () => {
  for (const [id, { roles, hazards }] of Object.entries(rolesOfKind))
    if (roles.some((role) => ['circulation', 'heat', 'cool', 'sterilise', 'light'].includes(role)))
      expect([id, hazards.includes('mains')]).toEqual([id, true]);
});
test('an air pump only airs, a skimmer and a tower do not; an unknown kind has no role', () => {
  expect(['air-pump', 'skimmer', 'trickle-tower', 'return-pump'].map(onlyAirs)).toEqual([
    ...[true, false, false, false],
  ]);
  expect(rolesOf('a person’s own')).toEqual({ roles: [], hazards: [] });
  expect(hasRole(null, 'heat')).toBe(false);
});
