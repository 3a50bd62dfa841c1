import { roleIds, roles, type RoleId } from '../../../contract/access/rights.ts';
import { useSnapshot } from '../../api/data.ts';
import { Checks } from '../../parts/Checks.tsx';
import { Choice } from '../../parts/Choice.tsx';

export interface RoleSaid {
  role: RoleId;
  siteIds: string[];
  systemIds: string[];
}

/** What somebody may do, and of which places or systems. */
export function RoleFields({
  said,
  onChange,
  among = roleIds,
}: {
  said: RoleSaid;
  onChange: (said: RoleSaid) => void;
  among?: readonly RoleId[];
}) {
  const snapshot = useSnapshot();
  const sites = snapshot.all('site');
  const { sees, may } = roles[said.role];
  const siteName = (id: string): string =>
    sites.length > 1 ? `, ${snapshot.content('site', id)?.name ?? ''}` : '';
  return (
    <>
      <div>
        <Choice
          label="Comes in as"
          value={said.role}
          options={among.map((id) => ({ value: id, label: roles[id].word }))}
          onChange={(role) => onChange({ ...said, role })}
        />
        <p className="soft" style={{ paddingTop: 6 }}>
          {may}
        </p>
      </div>
      {sees === 'places' && (
        <Checks
          label="Of these places"
          options={sites.map((site) => ({ value: site.id, label: site.content.name }))}
          value={said.siteIds}
          onChange={(siteIds) => onChange({ ...said, siteIds })}
        />
      )}
      {sees === 'systems' && (
        <Checks
          label="Of these systems"
          options={snapshot.all('system').map(({ id, content }) => ({
            value: id,
            label: `${content.name}${siteName(content.siteId)}`,
          }))}
          value={said.systemIds}
          onChange={(systemIds) => onChange({ ...said, systemIds })}
        />
      )}
    </>
  );
}
