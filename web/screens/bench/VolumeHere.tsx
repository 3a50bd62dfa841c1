import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { formatQuantity } from '../../../core/quantity/quantities.ts';
import { useSetting, useSnapshot } from '../../api/data.ts';
import { revising } from '../../api/writing.tsx';
import { litresOf } from '../../../model/facts/litres.ts';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { useSend } from '../../parts/useSend.ts';
import { Vessel } from '../../parts/Vessel.tsx';

/** A volume as a vessel, and where it belongs: beside what a system's keeper believes. */
export function VolumeHere({ litres, rockShare }: { litres: number; rockShare: number }) {
  const snapshot = useSnapshot();
  const { units } = useSetting();
  const [systemId, setSystemId] = useState('');
  const { send, pending, error } = useSend(() => undefined);
  const systems = snapshot.all('system');
  const system = systems.find((one) => one.id === systemId);
  const known = system ? (litresOf(snapshot, system.id) ?? system.content.believedVolumeL) : null;
  return (
    <div style={{ display: 'flex', gap: 16, flexWrap: 'wrap', alignItems: 'end', paddingTop: 12 }}>
      <Vessel trueL={litres} believedL={known} rockShare={rockShare} />
      {systems.length > 0 && (
        <div style={{ display: 'grid', gap: 8 }}>
          <TextField
            select
            label="Beside the water of"
            value={systemId}
            onChange={(event) => setSystemId(event.target.value)}
            sx={{ minWidth: 190 }}
            helperText={
              known === null ? undefined : `${formatQuantity('volume', known, units.volume)} so far (dashed)`
            }
          >
            {systems.map((one) => (
              <MenuItem key={one.id} value={one.id}>
                {one.content.name}
              </MenuItem>
            ))}
          </TextField>
          <button
            type="button"
            className="btn2"
            disabled={pending || !system}
            onClick={() =>
              system &&
              void send(
                [revising(system, { ...system.content, believedVolumeL: Math.round(litres) })],
                `${system.content.name}: believed to hold ${formatQuantity('volume', litres, units.volume)}.`,
              )
            }
          >
            Keep it as what is believed there
          </button>
          <ProblemNote error={error} />
        </div>
      )}
    </div>
  );
}
