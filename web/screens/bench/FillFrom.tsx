import { zoneOfSystem } from '../../../model/facts/places.ts';
import { useQueryClient } from '@tanstack/react-query';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { bareUnit, type Calculator } from '../../../core/calculators/define.ts';
import type { Input } from '../../../core/formulas/define.ts';
import type { ParameterId } from '../../../core/water/parameters.ts';
import { readingsOf, useSnapshot } from '../../api/data.ts';
import { litresOf } from '../../../model/facts/litres.ts';
import { latestFirst } from '../../parts/readings.ts';
import type { Entered } from './address.ts';

/** Which test of the water an input means: by its unit and by what it is called. */
function parameterOf(name: string, input: Input): ParameterId | null {
  if (bareUnit(input.unit) === 'dKH' && ['alk', 'tank_alk', 'now', 'second'].includes(name))
    return 'alkalinity';
  if (['S', 'SP'].includes(name)) return 'salinity';
  if (['t', 't90', 't_water'].includes(name) && bareUnit(input.unit) === 'degC') return 'temperature';
  if (name === 'pH') return 'ph';
  return null;
}
const isTrueWater = (input: Input): boolean => input.label === 'True water' && bareUnit(input.unit) === 'L';

/** Takes the figures of one of the person's systems: its true litres and its last tests. */
export function FillFrom({
  entry,
  onFill,
}: {
  entry: Calculator;
  onFill: (some: Entered, from: string) => void;
}) {
  const snapshot = useSnapshot();
  const client = useQueryClient();
  const [systemId, setSystemId] = useState('');
  const wanted = Object.entries(entry.inputs).filter(
    ([name, input]) => isTrueWater(input) || parameterOf(name, input) !== null,
  );
  const systems = snapshot.all('system');
  if (wanted.length === 0 || systems.length === 0) return null;
  const fill = async (id: string): Promise<void> => {
    setSystemId(id);
    const system = systems.find((one) => one.id === id);
    if (!system) return;
    const zone = zoneOfSystem(snapshot, system.id);
    const { body: readings } = await client.fetchQuery(readingsOf('system', id));
    const lastOf = (parameter: ParameterId): number | null => {
      const channels = new Set(
        snapshot
          .all('channel')
          .filter((one) => one.content.systemId === id && one.content.parameter === parameter)
          .map((one) => one.id),
      );
      const good = readings.filter(
        ({ content }) => channels.has(content.channelId) && content.quality === 'good',
      );
      return latestFirst(good, zone)[0]?.reading.content.value ?? null;
    };
    const litres = litresOf(snapshot, id);
    const found: Record<string, unknown> = {};
    for (const [name, input] of wanted) {
      const parameter = parameterOf(name, input);
      const value = isTrueWater(input) ? litres : parameter && lastOf(parameter);
      if (value !== null) found[name] = value;
    }
    onFill(found, system.content.name);
  };
  return (
    <TextField
      select
      label="Take the figures of"
      value={systemId}
      onChange={(event) => void fill(event.target.value)}
      sx={{ minWidth: 190 }}
      helperText="true water and last tests"
    >
      {systems.map((system) => (
        <MenuItem key={system.id} value={system.id}>
          {system.content.name}
        </MenuItem>
      ))}
    </TextField>
  );
}
