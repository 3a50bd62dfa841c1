import TextField from '@mui/material/TextField';
import type { RecordContent } from '../../../contract/records.ts';
import { defaultSetting } from '../../../model/settings.ts';
import { languageIds, languages } from '../../../contract/languages.ts';
import { Choice } from '../../parts/Choice.tsx';

type Site = RecordContent<'site'>;
type Client = NonNullable<Site['client']>;
type Units = NonNullable<Client['units']>;

const customary: Units = {
  ...defaultSetting.units,
  ...{ volume: 'US gal', length: 'in', temperature: '°F', pressure: 'psi', flow: 'US gal/min' },
};
const systemsOfUnits = {
  here: { label: 'As here', units: null },
  metric: { label: 'Litres, °C', units: { ...defaultSetting.units } },
  customary: { label: 'US gallons, °F', units: customary },
} as const;
type UnitsId = keyof typeof systemsOfUnits;

/** Whose place it is, where somebody else keeps it: their name, how they are greeted, in which units they read. */
export function ClientFields({
  client,
  onChange,
}: {
  client: Client | undefined;
  onChange: (client: Client | undefined) => void;
}) {
  const now: Client = client ?? { name: '', greeting: '', units: null };
  const set = (some: Partial<Client>): void => {
    const next = { ...now, ...some };
    const isEmpty =
      next.name === '' && next.greeting === '' && next.units === null && (next.language ?? 'en') === 'en';
    onChange(isEmpty ? undefined : next);
  };
  const unitsId: UnitsId =
    now.units === null ? 'here' : now.units.volume === 'US gal' ? 'customary' : 'metric';
  return (
    <>
      <div className="fields">
        <TextField
          label="The client, if it is not yours"
          value={now.name}
          onChange={(event) => set({ name: event.target.value })}
        />
        <TextField
          label="Greeting in reports"
          value={now.greeting}
          onChange={(event) => set({ greeting: event.target.value })}
        />
      </div>
      <Choice
        label="Units of its reports"
        value={unitsId}
        options={(Object.keys(systemsOfUnits) as UnitsId[]).map((id) => ({
          value: id,
          label: systemsOfUnits[id].label,
        }))}
        onChange={(id) => set({ units: systemsOfUnits[id].units && { ...systemsOfUnits[id].units } })}
      />
      <Choice
        label="Language of its reports"
        value={now.language ?? 'en'}
        options={languageIds.map((id) => ({ value: id, label: languages[id].name }))}
        onChange={(language) => set({ language })}
      />
      {(now.language ?? 'en') !== 'en' && (
        <p className="hint">What you type (names, notes, reasons, a remark) stays as you type it.</p>
      )}
    </>
  );
}
