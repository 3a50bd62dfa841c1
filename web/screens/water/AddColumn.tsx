import { parameterIds, parameters, type ParameterId } from '../../../core/water/parameters.ts';
import { newTestChannel } from '../../../model/water/testChannel.ts';
import { creating, useWriting } from '../../api/writing.tsx';
import { MenuButton } from '../../parts/MenuButton.tsx';
import type { Column } from './tests.ts';

/** Another parameter for this system's sheet: pH, hardness, oxygen… */
export function AddColumn({ systemId, columns }: { systemId: string; columns: readonly Column[] }) {
  const { write } = useWriting();
  const left = parameterIds.filter((id) => !columns.some((column) => column.id === id));
  if (left.length === 0) return null;
  return (
    <MenuButton
      className="pick"
      options={left.map((id) => ({ value: id, label: parameters[id].name }))}
      onChoose={(value) => {
        const id = value as ParameterId;
        void write(
          [creating('channel', newTestChannel(systemId, id))],
          `${parameters[id].name} has a column now.`,
        );
      }}
    >
      Test another parameter
    </MenuButton>
  );
}
