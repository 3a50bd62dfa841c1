import Checkbox from '@mui/material/Checkbox';
import { parameterWord } from '../../../../core/water/parameters.ts';
import type { ChangePlan } from '../../../../core/water/change/types.ts';
import type { AskingFacts, ChangeFacts } from '../../../../usecases/water/changeFacts.ts';
import { Choice } from '../../../parts/Choice.tsx';
import { useAmounts } from '../../../parts/useAmounts.ts';
import { VolumeField } from '../../../parts/VolumeField.tsx';
import { proposedLitres, type ChangeDraft, type SystemDraft } from './draft.ts';

/** Which systems get water, and how much is wanted for each. */
export function SystemRows({
  facts,
  draft,
  plan,
  onChange,
}: {
  facts: ChangeFacts;
  draft: ChangeDraft;
  plan: ChangePlan | null;
  onChange: (draft: ChangeDraft) => void;
}) {
  const set = (id: string, some: Partial<SystemDraft>) => {
    const before = draft.systems[id] ?? { chosen: false, wantedL: null, way: 'at-once' };
    onChange({ ...draft, systems: { ...draft.systems, [id]: { ...before, ...some } } });
  };
  return (
    <section aria-label="Who gets water">
      <h2 className="changetitle">Who gets how much</h2>
      {facts.systems.map((system) => (
        <SystemRow
          key={system.id}
          system={system}
          said={draft.systems[system.id] ?? { chosen: false, wantedL: null, way: 'at-once' }}
          given={plan?.systems.find((one) => one.systemId === system.id)?.litres ?? null}
          onChange={(some) => set(system.id, some)}
        />
      ))}
    </section>
  );
}

function SystemRow({
  system,
  said,
  given,
  onChange,
}: {
  system: AskingFacts;
  said: SystemDraft;
  given: number | null;
  onChange: (some: Partial<SystemDraft>) => void;
}) {
  const amounts = useAmounts();
  const { litres, proposed, usualL } = system;
  const shares = litres === null ? [] : [0.05, 0.1, 0.2];
  const offers = [
    ...(proposed
      ? [
          {
            label: `Tests ask ${amounts.litres(proposed.litres * proposed.times)}`,
            wantedL: proposedLitres(system),
          },
        ]
      : []),
    ...(usualL === null ? [] : [{ label: `Usual ${amounts.litres(usualL)}`, wantedL: usualL }]),
    ...shares.map((share) => ({
      label: `${share * 100} %`,
      wantedL: Math.round((litres ?? 0) * share * 10) / 10,
    })),
  ];
  return (
    <div className="changerow rule" data-chosen={said.chosen || undefined}>
      <label className="changename">
        <Checkbox
          checked={said.chosen}
          disabled={litres === null}
          onChange={(event) => onChange({ chosen: event.target.checked })}
        />
        <span>
          <b>{system.name}</b>
          <span className="soft" style={{ display: 'block' }}>
            {litres === null ? 'litres not measured' : amounts.litres(litres)}
            {proposed && `, ${parameterWord(proposed.parameter)} too high`}
          </span>
        </span>
      </label>
      {said.chosen && (
        <div className="changewants">
          <VolumeField
            label="Wanted"
            litres={said.wantedL}
            onChange={(wantedL) => onChange({ wantedL })}
            help={
              said.wantedL !== null && litres !== null && said.wantedL > litres && said.way === 'at-once'
                ? 'More than the system holds: all of it is taken.'
                : undefined
            }
          />
          <div className="offers">
            {offers.map((offer) => (
              <button
                key={offer.label}
                type="button"
                className="quiet"
                onClick={() => onChange({ wantedL: offer.wantedL })}
              >
                {offer.label}
              </button>
            ))}
          </div>
          <Choice
            label={`How ${system.name} is changed`}
            hideLabel
            value={said.way}
            options={[
              { value: 'at-once', label: 'Drain, refill' },
              { value: 'continuous', label: 'Running in' },
            ]}
            onChange={(way) => onChange({ way })}
          />
          <div className="changegets">
            {given === null ? (
              ''
            ) : (
              <>
                gets <b>{amounts.litres(given)}</b>
              </>
            )}
          </div>
        </div>
      )}
    </div>
  );
}
