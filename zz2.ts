import { place, NOW } from './model/testing/place.ts';
import { Snapshot } from './model/snapshot.ts';
import { makePlan } from './usecases/plan/plan.ts';
import { levelPlan } from './usecases/levelling/levelPlan.ts';
import { evidenceOf } from './model/water/testedWater.ts';
import { dayOf, endOfDay } from './core/time/day.ts';
import { catalogue } from './core/catalogue/index.ts';
const TODAY = dayOf(NOW,'UTC'); const AT=endOfDay(TODAY,'UTC');
const here = place();
const s = here.system('Reef', 400);
for (const kindId of ['return-pump','skimmer','skimmer-cup','heater','top-off','sock-felt','uv','carbon','phosphate-media','stream-pump','make-up-unit','calcium-reactor','light']) {
  const kind = catalogue.find(k=>k.id===kindId); if(!kind){console.log('no',kindId);continue;}
  const c = here.component(kindId,[s]);
  for (const j of kind.jobs) here.job({componentId:c},kindId,j.id);
}
for (const k of catalogue.filter(k=>k.target==='system')) if (['water-change','water-tests'].includes(k.id)) for (const j of k.jobs.slice(0,4)) here.job({systemId:s},k.id,j.id);
const snap = Snapshot.of(here.records);
const plan = makePlan(snap,()=>AT,TODAY);
for (const r of plan.jobs) console.log([r.recommended,r.jobDay,r.likely,r.state,r.consequence,r.foundScale,r.chanceDueNow?.toFixed(2),r.thing+'/'+r.action,r.sentence].join(' | '));
const [lp] = levelPlan(evidenceOf(snap), plan.jobs, NOW);
for (const v of lp!.visits.slice(0,6)) console.log(v.day, v.entries.length, v.entries.map(e=>(e.look?'L:':'')+e.jobId.slice(0,4)).join(','));
