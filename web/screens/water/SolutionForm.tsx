import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import {
  alkalinityCompounds,
  alkalinityDoseGrams,
  calciumCompounds,
  magnesiumCompounds,
  metalDoseGrams,
} from '../../../core/chemistry/doses.ts';
import { formatNumber } from '../../../core/quantity/quantities.ts';
import type { Stored } from '../../../contract/records.ts';
import type { Write } from '../../../contract/work.ts';
import { useNow, useSnapshot } from '../../api/data.ts';
import { usePersonHere } from '../../api/person.ts';
import { creating, newIds } from '../../api/writing.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { NumberField } from '../../parts/NumberField.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { typedReading } from '../../parts/readings.ts';
import { useSend } from '../../parts/useSend.ts';

/** What can be dosed, with the salts it is made of; a litre of so many grams has a known strength. */
const dosed = {
  alkalinity: {
    label: 'Alkalinity',
    unit: 'dKH',
    compounds: alkalinityCompounds,
    grams: alkalinityDoseGrams,
  },
  calcium: { label: 'Calcium', unit: 'mg/L', compounds: calciumCompounds, grams: metalDoseGrams },
  magnesium: { label: 'Magnesium', unit: 'mg/L', compounds: magnesiumCompounds, grams: metalDoseGrams },
} as const;
type Dosed = keyof typeof dosed;

/** A solution by its recipe or by its label, and how much of it a day from now on. */
export function SolutionForm({
  system,
  solution,
  onDone,
}: {
  system: Stored<'system'>;
  solution: Stored<'solution'> | null;
  onDone: () => void;
}) {
  const snapshot = useSnapshot();
  const now = useNow();
  const here = usePersonHere();
  const { send, pending, error } = useSend(onDone);
  const [parameter, setParameter] = useState<Dosed>('alkalinity');
  const [name, setName] = useState('');
  const [way, setWay] = useState<'recipe' | 'label'>('recipe');
  const [compound, setCompound] = useState<string>('sodium bicarbonate');
  const [gramsPerLitre, setGramsPerLitre] = useState<number | null>(null);
  const [rise, setRise] = useState<number | null>(null);
  const [mlPerDay, setMlPerDay] = useState<number | null>(null);
  const { label, unit, compounds, grams } = dosed[parameter];
  const perGram = (compounds as Readonly<Record<string, number>>)[compound] ?? null;
  // one mL holds a thousandth of the recipe; what it brings into one litre is what that weight is the dose for
  const perMl =
    way === 'recipe'
      ? gramsPerLitre && perGram
        ? gramsPerLitre / 1000 / grams(1, 1, perGram)
        : null
      : rise === null
        ? null
        : rise * 100;
  const doseWrites = (solutionId: string): Write[] => {
    if (mlPerDay === null) return [];
    const known = snapshot.all('channel').find((one) => one.content.solutionId === solutionId);
    const ids = newIds(known?.id);
    return [
      ...(known
        ? []
        : [
            creating(
              'channel',
              {
                componentId: null,
                systemId: system.id,
                name: 'Dose',
                quantity: 'dose',
                measure: 'dose',
                solutionId,
              },
              ids,
            ),
          ]),
      creating(
        'reading',
        typedReading({
          channelId: ids.id,
          when: { kind: 'instant', at: new Date(now).toISOString() },
          value: mlPerDay,
          whoId: here.id,
        }),
      ),
    ];
  };
  const save = (): void => {
    if (solution) {
      void send(doseWrites(solution.id), `${solution.content.name}: ${mlPerDay ?? 0} mL a day from now on.`);
      return;
    }
    if (perMl === null) return;
    const ids = newIds();
    void send(
      [
        creating(
          'solution',
          {
            systemId: system.id,
            parameter,
            name,
            perMl,
            note: way === 'recipe' ? `${gramsPerLitre ?? 0} g of ${compound} a litre` : '',
          },
          ids,
        ),
        ...doseWrites(ids.id),
      ],
      `${name} is kept.`,
    );
  };
  return (
    <form
      className="kitform"
      onSubmit={(event) => {
        event.preventDefault();
        save();
      }}
    >
      {!solution && (
        <>
          <Choice
            label="It raises"
            value={parameter}
            options={(Object.keys(dosed) as Dosed[]).map((id) => ({ value: id, label: dosed[id].label }))}
            onChange={(next) => {
              setParameter(next);
              setCompound(Object.keys(dosed[next].compounds)[0] ?? '');
            }}
          />
          <TextField label="Name" value={name} onChange={(event) => setName(event.target.value)} autoFocus />
          <Choice
            label="Its strength"
            value={way}
            options={[
              { value: 'recipe', label: 'By its recipe' },
              { value: 'label', label: 'By its label' },
            ]}
            onChange={setWay}
          />
          {way === 'recipe' ? (
            <>
              <TextField
                select
                label="Made of"
                value={compound}
                onChange={(event) => setCompound(event.target.value)}
              >
                {Object.keys(compounds).map((one) => (
                  <MenuItem key={one} value={one}>
                    {one}
                  </MenuItem>
                ))}
              </TextField>
              <NumberField
                label="Weighed into a litre"
                unit="g"
                value={gramsPerLitre}
                onChange={setGramsPerLitre}
              />
            </>
          ) : (
            <NumberField label="One mL raises 100 L by" unit={unit} value={rise} onChange={setRise} />
          )}
          {perMl !== null && (
            <p className="soft">
              One mL brings {formatNumber(perMl, 3)} {unit} into one litre ({label.toLowerCase()}).
            </p>
          )}
        </>
      )}
      <NumberField
        label="Dosed from now on"
        unit="mL a day"
        value={mlPerDay}
        onChange={setMlPerDay}
        autoFocus={solution !== null}
      />
      <p className="soft">
        Calcium chloride heats up as it dissolves. Carbonate raises pH at once. The maker’s label comes first.
      </p>
      <ProblemNote error={error} />
      <div className="actions">
        <Button
          type="submit"
          variant="contained"
          disabled={pending || (solution ? mlPerDay === null : perMl === null || name.trim() === '')}
        >
          Save
        </Button>
        <Button variant="text" onClick={onDone}>
          Cancel
        </Button>
      </div>
    </form>
  );
}
