import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { calculatorOf } from '../../core/calculators/registry.ts';
import type { Worked } from '../../core/formulas/workOut.ts';
import { toParams } from '../screens/bench/address.ts';

/** Opens a figure on the bench with the inputs it was worked out from. */
export function HowLink({ of, children }: { of: Worked; children?: ReactNode }) {
  const entry = calculatorOf(of.calculatorId);
  if (!entry) return null;
  const usual = Object.fromEntries(
    Object.entries(entry.inputs).map(([name, input]) => [
      name,
      'usual' in input ? input.usual : input.example,
    ]),
  );
  const rounded = Object.fromEntries(
    Object.entries(of.inputs).map(([name, value]) => [
      name,
      typeof value === 'number' ? Number(value.toPrecision(6)) : value,
    ]),
  );
  return (
    <Link
      className="howlink"
      to={`/bench/${entry.id}?${toParams(entry, { ...usual, ...rounded }).toString()}`}
    >
      {children ?? entry.title}
    </Link>
  );
}
