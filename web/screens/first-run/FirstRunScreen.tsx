import Button from '@mui/material/Button';
import { useMemo, useState, type ReactNode } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { Link, useNavigate } from 'react-router';
import { catalogue } from '../../../core/catalogue/index.ts';
import { formatQuantity } from '../../../core/quantity/quantities.ts';
import { endOfDay } from '../../../core/time/day.ts';
import { vesselShapes } from '../../../core/water/vesselVolume.ts';
import { ownKindsOf } from '../../../model/facts/definition.ts';
import { makePlan } from '../../../usecases/plan/plan.ts';
import type { Stored } from '../../../contract/records.ts';
import { Snapshot } from '../../../model/snapshot.ts';
import { useNow, useSetting, useSnapshot } from '../../api/data.ts';
import { useWriting } from '../../api/writing.tsx';
import { todayIn } from '../../parts/dates.ts';
import { EquipmentPicker } from '../../parts/equipment/EquipmentPicker.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { Rail } from '../../parts/Rail.tsx';
import { draftWrites, steps, trueLitres, type Step, type SystemDraft } from './draft.ts';
import { PlanSoFar } from './PlanSoFar.tsx';
import { useDraft } from './useDraft.ts';
import { VesselStep } from './VesselStep.tsx';
import { VisitStep, visitWords } from './VisitStep.tsx';
import { WaterStep, waterWords } from './WaterStep.tsx';
import './first-run.css';

/** Describe a system in about two minutes; the plan grows beside it as it is typed. */
export function FirstRunScreen() {
  const [draft, set, clear] = useDraft();
  const snapshot = useSnapshot();
  const setting = useSetting();
  const now = useNow();
  const navigate = useNavigate();
  const { write, shown, pending } = useWriting();
  const [error, setError] = useState<unknown>(null);
  const ownKinds = useMemo(() => ownKindsOf(snapshot), [snapshot]);
  const kinds = useMemo(() => [...ownKinds, ...catalogue], [ownKinds]);
  const zone =
    snapshot.content('site', draft.siteId)?.timeZone ?? Intl.DateTimeFormat().resolvedOptions().timeZone;
  const today = todayIn(zone, now);
  const writes = useMemo(() => draftWrites(draft, { zone, today, ownKinds }), [draft, zone, today, ownKinds]);
  const preview = useMemo(() => {
    const records = [
      ...snapshot.all('site'),
      ...snapshot.all('own-kind'),
      ...writes.flatMap((one) =>
        one.op === 'create'
          ? [
              {
                kind: one.kind,
                id: one.id,
                version: 1,
                deleted: false,
                content: one.content as Stored['content'],
              },
            ]
          : [],
      ),
    ];
    return makePlan(Snapshot.of(records as Stored[]), (at) => endOfDay(today, at), today).jobs;
  }, [snapshot, writes, today]);

  const finish = async (): Promise<void> => {
    setError(null);
    try {
      await write(writes, null);
      await shown();
      clear();
      await navigate('/today');
    } catch (problem) {
      setError(problem);
    }
  };
  const at = steps.findIndex((step) => step.id === draft.step);
  const next = steps[at + 1];
  const goOn = () => (next ? set({ step: next.id }) : void finish());
  useHotkeys('ctrl+enter', goOn, { enableOnFormTags: true }, [draft, writes]);
  const ready = draft.water !== null;

  return (
    <div className="app describe">
      <Rail
        items={steps.map((step) => ({ to: `#${step.id}`, name: step.name, key: 0 }))}
        linked={false}
        current={`#${draft.step}`}
        foot={<span>Kept as you type; leave and come back any time</span>}
      />
      <main className="page">
        <header className="head">
          <h1>Describe your {snapshot.all('system').length > 0 ? 'next system' : 'tank'}</h1>
          <span className="facts">{next ? 'about two minutes' : 'last question'}</span>
          <span className="grow" />
          <Link className="btn2" to="/today">
            Leave the rest for later
          </Link>
          <Button variant="contained" disabled={!ready || pending} onClick={() => void finish()}>
            See the whole plan
          </Button>
        </header>
        <div className="twocol">
          <div className="datum">
            {steps.slice(0, at).map((step) => (
              <Answered key={step.id} onChange={() => set({ step: step.id })}>
                {summary(step.id, draft, setting)}
              </Answered>
            ))}
            <section className="question" aria-live="polite">
              {draft.step === 'water' && <WaterStep draft={draft} set={set} sites={snapshot.all('site')} />}
              {draft.step === 'vessel' && <VesselStep draft={draft} set={set} setting={setting} />}
              {draft.step === 'equipment' && (
                <>
                  <h2>What keeps it running?</h2>
                  <p className="soft" style={{ padding: '2px 0 10px' }}>
                    Everyday words will do: sock, bulb, pump.
                  </p>
                  <EquipmentPicker
                    kinds={kinds}
                    value={draft.equipment}
                    onChange={(equipment) => set({ equipment })}
                    today={today}
                    zone={zone}
                    autoFocus
                  />
                </>
              )}
              {draft.step === 'visits' && <VisitStep draft={draft} set={set} today={today} zone={zone} />}
              <ProblemNote error={error} />
              <div className="actions" style={{ marginTop: 24 }}>
                <Button variant="contained" disabled={!ready || pending} onClick={goOn}>
                  {next ? 'Next' : 'See the whole plan'}{' '}
                  <kbd style={{ marginLeft: 10 }} className="hide-phone">
                    Ctrl Enter
                  </kbd>
                </Button>
                {!ready && <span className="soft">Say what water it holds first.</span>}
              </div>
            </section>
          </div>
          <PlanSoFar rows={preview} today={today} style={setting.dateFormat} />
        </div>
      </main>
    </div>
  );
}

function Answered({ children, onChange }: { children: ReactNode; onChange: () => void }) {
  return (
    <div className="answered">
      <div style={{ fontSize: 19, lineHeight: '26px' }}>{children}</div>
      <button type="button" className="btn2" onClick={onChange}>
        Change
      </button>
    </div>
  );
}

function summary(step: Step, draft: SystemDraft, setting: ReturnType<typeof useSetting>): ReactNode {
  const litres = (value: number) => formatQuantity('volume', value, setting.units.volume);
  if (step === 'water')
    return (
      <>
        {waterWords[draft.water ?? 'fresh']}, called <b>{draft.name.trim() || 'My tank'}</b>.
      </>
    );
  if (step === 'vessel') {
    const held = trueLitres(draft);
    if (held === null) return 'The vessel is not measured yet, so its litres are not known.';
    const believed = draft.believedVolumeL;
    return (
      <>
        {vesselShapes[draft.shape].label} with <b>{litres(held)}</b> of water
        {believed !== null && Math.abs(believed - held) > 0.02 * believed
          ? `, not the ${litres(believed)} you thought`
          : ''}
        .
      </>
    );
  }
  if (step === 'equipment')
    return draft.equipment.length === 0
      ? 'No equipment yet.'
      : `${draft.equipment.map((one) => (one.count > 1 ? `${one.count} × ${one.name.toLowerCase()}` : one.name.toLowerCase())).join(', ')}.`;
  return visitWords(draft);
}
