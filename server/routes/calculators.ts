import { Router } from 'express';
import { calculatorOf } from '../../core/calculators/registry.ts';
import { calculate, CalculatorInputError, listCalculators } from '../../contract/calculators.ts';
import { HttpProblem } from '../httpProblem.ts';

/** A JSON pointer to a name, which may hold its signs (RFC 6901). */
const pointerTo = (name: string): string => `/${name.replaceAll('~', '~0').replaceAll('/', '~1')}`;

/** The registry of calculators: the list, and one of them run on named inputs. */
export function calculatorRoutes(): Router {
  return Router()
    .get('/calculators', (_req, res) => {
      res.json(listCalculators());
    })
    .post('/calculators/:id', (req, res) => {
      const entry = calculatorOf(req.params.id);
      if (!entry) throw new HttpProblem(404, 'Not found', `There is no calculator “${req.params.id}”.`);
      try {
        res.json({ id: entry.id, outputs: calculate(entry, req.body) });
      } catch (error) {
        if (error instanceof CalculatorInputError)
          throw new HttpProblem(
            422,
            'Something needs correcting',
            error.message,
            'Correct the inputs named and send them again.',
            error.input === null ? '' : pointerTo(error.input),
          );
        throw error;
      }
    });
}
