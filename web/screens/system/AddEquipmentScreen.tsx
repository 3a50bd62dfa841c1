import { zoneOfSystem } from '../../../model/facts/places.ts';
import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { catalogue } from '../../../core/catalogue/index.ts';
import { ownKindsOf } from '../../../model/facts/definition.ts';
import { useNow, useSnapshot } from '../../api/data.ts';
import { todayIn } from '../../parts/dates.ts';
import { equipmentWrites, type EquipmentDraft } from '../../parts/equipment/draft.ts';
import { EquipmentPicker } from '../../parts/equipment/EquipmentPicker.tsx';
import { OwnKind } from '../../parts/equipment/OwnKind.tsx';
import { Nowhere } from '../../parts/Nowhere.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { useSend } from '../../parts/useSend.ts';

/** Adds equipment from the catalogue, or a kind of one's own. */
export function AddEquipmentScreen() {
  const { systemId = '' } = useParams();
  const snapshot = useSnapshot();
  const now = useNow();
  const navigate = useNavigate();
  const { send, pending, error } = useSend();
  const [drafts, setDrafts] = useState<EquipmentDraft[]>([]);
  const [own, setOwn] = useState(false);
  const ownKinds = useMemo(() => ownKindsOf(snapshot), [snapshot]);
  const system = snapshot.get('system', systemId);
  if (!system) return <Nowhere />;
  const zone = zoneOfSystem(snapshot, system.id);
  const add = async (): Promise<void> => {
    const where = { siteId: system.content.siteId, systemId, parentId: null };
    const { sent } = await send(
      drafts.flatMap((draft) => equipmentWrites(draft, where, ownKinds)),
      `${drafts.map((draft) => draft.name).join(', ')}: added.`,
    );
    if (!sent) return;
    await navigate(`/systems/${systemId}`);
  };
  return (
    <main className="page">
      <header className="head">
        <h1>Add equipment</h1>
        <span className="facts">{system.content.name}</span>
        <span className="grow" />
        <button type="button" className="btn2" onClick={() => setOwn(!own)}>
          {own ? 'Back to the catalogue' : 'A kind of your own'}
        </button>
        <Button variant="contained" disabled={drafts.length === 0 || pending} onClick={() => void add()}>
          Add {drafts.length > 0 ? (drafts.length === 1 ? 'it' : 'them') : 'to the system'}
        </Button>
      </header>
      <div className="datum" style={{ paddingTop: 16, maxWidth: 760 }}>
        {own ? (
          <OwnKind onDone={() => setOwn(false)} />
        ) : (
          <EquipmentPicker
            kinds={[...ownKinds, ...catalogue]}
            value={drafts}
            onChange={setDrafts}
            today={todayIn(zone, now)}
            zone={zone}
            autoFocus
          />
        )}
        <ProblemNote error={error} />
      </div>
    </main>
  );
}
