import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import { canonicalJson } from '../../contract/canonicalJson.ts';
import { kindWords } from '../../contract/kinds.ts';
import type { Stored } from '../../contract/records.ts';
import { wordOfField } from './fieldWords.ts';

export interface Conflict {
  stored: Stored;
  sent: Stored['content'];
  choose: (choice: 'theirs' | 'mine') => void;
}

/** Two people edited one thing: both texts side by side, nothing lost, the person chooses. */
export default function ConflictDialog({
  conflict,
  onSettle,
}: {
  conflict: Conflict;
  onSettle: (choice: 'theirs' | 'mine') => void;
}) {
  const rows = differences(conflict.stored.content, conflict.sent);
  return (
    <Dialog open maxWidth="sm" fullWidth aria-labelledby="conflict-title">
      <DialogTitle id="conflict-title">Keep the other change or yours?</DialogTitle>
      <DialogContent>
        <p style={{ marginBottom: 12 }}>
          Somebody changed this {kindWords[conflict.stored.kind]} while you were typing.
        </p>
        <Table size="small">
          <TableHead>
            <TableRow>
              <TableCell>Field</TableCell>
              <TableCell>Stored now</TableCell>
              <TableCell>Yours</TableCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {rows.map((row) => (
              <TableRow key={row.field}>
                <TableCell>{wordOfField(row.field)}</TableCell>
                <TableCell>{row.stored}</TableCell>
                <TableCell>{row.sent}</TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </DialogContent>
      <DialogActions>
        <Button variant="contained" onClick={() => onSettle('theirs')}>
          Keep the stored one
        </Button>
        <Button variant="text" onClick={() => onSettle('mine')}>
          Write mine over it
        </Button>
      </DialogActions>
    </Dialog>
  );
}

function differences(
  stored: unknown,
  sent: unknown,
  path = '',
): { field: string; stored: string; sent: string }[] {
  if (canonicalJson(stored ?? null) === canonicalJson(sent ?? null)) return [];
  const [a, b] = [fieldsOf(stored), fieldsOf(sent)];
  if (a && b && Array.isArray(stored) === Array.isArray(sent)) {
    const keys = [...new Set([...Object.keys(a), ...Object.keys(b)])];
    return keys.flatMap((key) => differences(a[key], b[key], path ? `${path}.${key}` : key));
  }
  return [{ field: path, stored: show(stored), sent: show(sent) }];
}
/** What can be compared field by field: an object, or a list by its places. */
const fieldsOf = (value: unknown): Record<string, unknown> | null =>
  typeof value === 'object' && value !== null ? (value as Record<string, unknown>) : null;
const show = (value: unknown): string =>
  value === null || value === undefined || value === ''
    ? '(empty)'
    : typeof value === 'string'
      ? value
      : JSON.stringify(value);
