import TextField from '@mui/material/TextField';
import type { RecordContent, Stored } from '../../../contract/records.ts';
import { Choice } from '../../parts/Choice.tsx';
import type { SystemDraft } from './draft.ts';

type Water = RecordContent<'system'>['water'];
export const waterWords: Record<Water, string> = {
  fresh: 'Fresh water',
  brackish: 'Brackish water',
  salt: 'Salt water',
};
const waterAbout: Record<Water, string> = {
  fresh: 'planted, stained, cool or warm',
  brackish: 'between the two',
  salt: 'reef, fish, cold sea',
};

export function WaterStep({
  draft,
  set,
  sites,
}: {
  draft: SystemDraft;
  set: (some: Partial<SystemDraft>) => void;
  sites: readonly Stored<'site'>[];
}) {
  return (
    <>
      <h2>What water does it hold?</h2>
      <div className="waters">
        {(Object.keys(waterWords) as Water[]).map((water) => (
          <button
            key={water}
            type="button"
            aria-pressed={draft.water === water}
            onClick={() => set({ water })}
          >
            <b>{waterWords[water]}</b>
            <br />
            <span className="soft">{waterAbout[water]}</span>
          </button>
        ))}
      </div>
      <div className="form">
        <TextField
          label="What do you call it?"
          value={draft.name}
          onChange={(event) => set({ name: event.target.value })}
          sx={{ maxWidth: 360 }}
        />
        {sites.length > 0 && (
          <Choice
            label="Where does it stand?"
            value={draft.siteId ?? ''}
            options={[
              ...sites.map((site) => ({ value: site.id, label: site.content.name })),
              { value: '', label: 'Another place' },
            ]}
            onChange={(id) => set({ siteId: id || null })}
          />
        )}
        {sites.length > 0 && draft.siteId === null && (
          <TextField
            label="The other place"
            value={draft.siteName}
            onChange={(event) => set({ siteName: event.target.value })}
            sx={{ maxWidth: 360 }}
          />
        )}
      </div>
    </>
  );
}
