import { cautions, deference } from '../../core/catalogue/cautions.ts';
import { useJobDefinition } from './useJobDefinition.ts';

/** The cautions of a job where it is about to be done, and what it switches off. Short: the orders alone. */
export function JobCautions({ jobId, short }: { jobId: string; short?: boolean }) {
  const definition = useJobDefinition(jobId);
  if (!definition || (definition.cautions.length === 0 && definition.shuts.length === 0)) return null;
  return (
    <div style={{ display: 'grid', gap: 8 }}>
      {definition.cautions.length > 0 && (
        <div className="caution">
          {short ? (
            <p>
              <b>{definition.cautions.map((id) => cautions[id].order).join(' ')}</b>{' '}
              <span className="soft">{deference}</span>
            </p>
          ) : (
            <>
              {definition.cautions.map((id) => (
                <p key={id}>
                  <b>{cautions[id].order}</b> {cautions[id].reason}
                </p>
              ))}
              <p className="soft">{deference}</p>
            </>
          )}
        </div>
      )}
      {definition.shuts.map((shut) => (
        <p key={shut.what} className="soft">
          Switch off: {shut.what}. Afterwards check: {shut.provedBy}.
        </p>
      ))}
    </div>
  );
}
