import Snackbar from '@mui/material/Snackbar';
import type { Write } from '../../contract/work.ts';

export interface Saved {
  said: string;
  key: string;
  undo: Write[] | null;
}
const STAYS_MS = 10_000;

/** One line at the foot with a datum rule and Undo. */
export function SavedLine({
  saved,
  onUndo,
  onClose,
}: {
  saved: Saved | null;
  onUndo: () => void;
  onClose: () => void;
}) {
  return (
    <Snackbar
      key={saved?.key ?? 'none'}
      open={saved !== null}
      autoHideDuration={STAYS_MS}
      onClose={(_event, reason) => reason === 'timeout' && onClose()}
      anchorOrigin={{ vertical: 'bottom', horizontal: 'center' }}
      sx={{ bottom: { xs: 166, md: 20 } }}
    >
      <div
        role="status"
        style={{
          background: 'var(--paper)',
          border: '1px solid var(--lineStrong)',
          borderTop: '2px solid var(--ink)',
          padding: '10px 16px',
          display: 'flex',
          gap: 20,
          alignItems: 'baseline',
          maxWidth: 640,
        }}
      >
        <span>{saved?.said}</span>
        {saved?.undo && (
          <button type="button" className="btn2" onClick={onUndo}>
            Undo
          </button>
        )}
      </div>
    </Snackbar>
  );
}
