import { stringify } from 'csv-stringify/sync';
import { Router } from 'express';
import * as v from 'valibot';
import { zoneOfSystem } from '../../model/facts/places.ts';
import { recordedOn } from '../../model/water/readings.ts';
import { testSheet } from '../../model/water/testSheet.ts';
import { pointOf, thinned } from '../../model/water/series.ts';
import type { Evidence } from '../../model/water/testedWater.ts';
import { waterAnswer } from '../../usecases/water/waterAnswer.ts';
import { parameterIds } from '../../core/water/parameters.ts';
import { HttpProblem } from '../httpProblem.ts';
import type { Store } from '../../store/store.ts';
import type { LiveEvidence } from '../liveEvidence.ts';

const id = v.pipe(v.string('Say which system.'), v.uuid('Say which system.'));
const OfSystem = v.object({ system: id });
const instant = v.pipe(
  v.string(),
  v.check((text) => !Number.isNaN(Date.parse(text)), '“from” and “to” must be instants.'),
);
const Series = v.object({
  system: id,
  parameter: v.picklist(parameterIds, 'Say which parameter.'),
  from: v.optional(instant),
  to: v.optional(instant),
  points: v.optional(
    v.pipe(v.string(), v.transform(Number), v.integer(), v.minValue(10), v.maxValue(5000)),
    '600',
  ),
});

/** The water of a system judged; a parameter in time, thinned for drawing; the tests as a table to take away. */
export function waterRoutes(store: Store, evidence: LiveEvidence, now: () => number): Router {
  const evidenceOf = async (systemId: string): Promise<Evidence> => {
    const known = await evidence.now();
    if (!known.snapshot.get('system', systemId))
      throw new HttpProblem(404, 'Not found', 'There is no such system.');
    return known;
  };
  return Router()
    .get('/water', async (req, res) => {
      const { system } = v.parse(OfSystem, req.query);
      res.json(waterAnswer(await evidenceOf(system), system, now()));
    })
    .get('/water/series', async (req, res) => {
      const { system, parameter, from, to, points } = v.parse(Series, req.query);
      const { snapshot, index } = await evidenceOf(system);
      const zone = zoneOfSystem(snapshot, system);
      const channels = index
        .on('channelsOfSystem', system)
        .filter((channel) => channel.content.parameter === parameter);
      const [begin, end] = [from ? Date.parse(from) : 0, to ? Date.parse(to) : now()];
      const recorded = recordedOn(index, channels, zone)
        .filter(({ at }) => at >= begin && at <= end)
        .map(pointOf);
      const sent = await store.sentSeries(
        channels.map(({ id }) => id),
        begin,
        end,
        points,
      );
      const all = [...recorded, ...sent].sort((a, b) => a.at - b.at);
      const readings = all.reduce((sum, one) => sum + one.readings, 0);
      res.json({ readings, points: thinned(all, points) });
    })
    .get('/water/tests.csv', async (req, res) => {
      const { system } = v.parse(OfSystem, req.query);
      const { snapshot, index } = await evidenceOf(system);
      const name = snapshot.content('system', system)?.name ?? 'tests';
      res
        .type('text/csv')
        .attachment(`${name}.csv`)
        // a cell that a spreadsheet would run as a formula is written as text
        .send(`\uFEFF${stringify(testSheet(snapshot, index, system), { escape_formulas: true })}`);
    });
}
