import { useQueryClient } from '@tanstack/react-query';
import {
  createContext,
  lazy,
  Suspense,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
  type ReactNode,
} from 'react';
import { v7 as uuid } from 'uuid';
import { recordKey } from '../../contract/kinds.ts';
import type { RecordContent, RecordKind, Stored } from '../../contract/records.ts';
import type { Snapshot } from '../../model/snapshot.ts';
import type { Write, WorkResult } from '../../contract/work.ts';
import type { WaitingPicture } from '../offline/device.ts';
import { holder, onTaken, sync, unseenOf } from '../offline/here.ts';
import type { NewUnit } from '../offline/outbox.ts';
import { OwnWrites } from '../offline/ownWrites.ts';
import type { Conflict } from '../parts/ConflictDialog.tsx';
import { SavedLine, type Saved } from '../parts/SavedLine.tsx';
import { holdToo } from './atHand.ts';
import { ApiProblem } from './client.ts';
import { renewAfter } from './follow.ts';
import type { Fetched } from './laidOver.ts';
import { snapshotHere } from './standing.ts';
import { whoIsHere } from './person.ts';

// rare: fetched when two people did edit one thing
const ConflictDialog = lazy(() => import('../parts/ConflictDialog.tsx'));

interface Writing {
  /**
   * Writes a unit of work on this device and sends it; the line at the foot says what happened and offers to undo it.
   * Without an answer from the server it stays on the device and goes on from there.
   */
  write: (
    writes: Write[],
    said: string | null,
    why?: string,
    pictures?: WaitingPicture[],
  ) => Promise<WorkResult | null>;
  /** Resolves once the screens show what the server made of what was written last: its dates among it. */
  shown: () => Promise<void>;
  /** Writes it on this device and does not wait for the server. */
  keep: (writes: Write[], said: string, why: string, pictures?: WaitingPicture[]) => Promise<void>;
  /** Takes back what was done last, as long as it is offered; null: nothing is. */
  undo: (() => Promise<void>) | null;
  pending: boolean;
}
const Context = createContext<Writing | null>(null);

export function useWriting(): Writing {
  const writing = useContext(Context);
  if (!writing) throw new Error('useWriting stands outside WritingProvider');
  return writing;
}

export function WritingProvider({ children }: { children: ReactNode }) {
  const client = useQueryClient();
  const [saved, setSaved] = useState<Saved | null>(null);
  const [conflict, setConflict] = useState<Conflict | null>(null);
  const [pending, setPending] = useState(0);
  const following = useRef<Promise<unknown>>(Promise.resolve());

  const renew = useCallback(
    (kinds: readonly RecordKind[] | null = null) => renewAfter(client, kinds),
    [client],
  );
  useEffect(() => onTaken(() => void renew()), [renew]);

  /** As it stands on this device: another change may have been made since records were fetched. */
  const standing = useCallback(
    () => snapshotHere(client.getQueryData<Fetched>(['snapshot'])?.body ?? [], unseenOf(sync.get())),
    [client],
  );
  const [own] = useState(() => new OwnWrites(standing));
  const write = useCallback<Writing['write']>(
    async function send(meant, said, why = '', pictures = []): Promise<WorkResult | null> {
      try {
        setPending((before) => before + 1);
        let undo: Write[] | null = null;
        let writes = meant;
        // a form is done as soon as the server has answered: its records stand on this device until they are fetched
        const result = await own
          .write(meant, (gone) => {
            writes = gone;
            undo = undoOf(writes, standing);
            return sync.submit(unitOf(writes, said ?? '', why, pictures));
          })
          .finally(() => setPending((before) => before - 1));
        holdToo(writes.flatMap(({ op, kind, id }) => (op === 'create' && kind === 'site' ? [id] : [])));
        if (result !== 'kept') following.current = renew(writes.map(({ kind }) => kind));
        if (said)
          setSaved({
            said: result === 'kept' ? `${said} Kept on this device until the server answers.` : said,
            key: uuid(),
            undo,
          });
        return result === 'kept' ? null : result;
      } catch (error) {
        if (
          error instanceof ApiProblem &&
          error.problem.status === 409 &&
          error.problem.stored &&
          error.problem.sent
        ) {
          const { stored, sent } = error.problem;
          const choice = await new Promise<'theirs' | 'mine'>((choose) =>
            setConflict({ stored, sent: sent as Stored['content'], choose }),
          );
          setConflict(null);
          if (choice === 'theirs') await client.invalidateQueries();
          const settled = settledBy(choice, meant, { stored, sent });
          // what was written in the same breath was refused with it, and is not lost
          return settled.length === 0
            ? null
            : send(settled, said, why || 'chosen over another change', pictures);
        }
        throw error;
      }
    },
    [client, own, standing, renew],
  );
  const keep = useCallback<Writing['keep']>(
    (writes, said, why, pictures = []) => sync.keep(unitOf(writes, said, why, pictures)),
    [],
  );
  const shown = useCallback<Writing['shown']>(async () => void (await following.current), []);
  const undoing = saved?.undo ?? null;
  const undo = useMemo(
    () =>
      undoing &&
      (async (): Promise<void> => {
        setSaved(null);
        await write(undoing, null, 'undone');
        setSaved({ said: 'Undone.', key: uuid(), undo: null });
      }),
    [undoing, write],
  );
  const writing = useMemo(
    () => ({ write, shown, keep, undo, pending: pending > 0 }),
    [write, shown, keep, undo, pending],
  );
  return (
    <Context.Provider value={writing}>
      {children}
      <SavedLine saved={saved} onUndo={() => void undo?.()} onClose={() => setSaved(null)} />
      {conflict && (
        <Suspense fallback={null}>
          <ConflictDialog conflict={conflict} onSettle={conflict.choose} />
        </Suspense>
      )}
    </Context.Provider>
  );
}

/** The writes after a conflict about one record: over what is stored now, or without that record. */
function settledBy(
  choice: 'theirs' | 'mine',
  writes: readonly Write[],
  { stored, sent }: { stored: Stored; sent: unknown },
): Write[] {
  const isIt = (one: Write): boolean => recordKey(one) === recordKey(stored);
  if (choice === 'theirs') return writes.filter((one) => !isIt(one));
  return writes.map((one) =>
    isIt(one) && one.op === 'revise'
      ? { ...one, revisionId: uuid(), baseVersion: stored.version, content: sent }
      : one,
  );
}

function unitOf(writes: Write[], said: string, why: string, pictures: WaitingPicture[]): NewUnit {
  return {
    ...{ writes, said, why, pictures, accountId: holder(), who: whoIsHere() },
    madeAt: new Date().toISOString(),
  };
}

/** What takes a unit of work back: new records go, deleted ones return, revised ones get their old text. */
function undoOf(writes: readonly Write[], standing: () => Snapshot): Write[] | null {
  const before = writes.some(({ op }) => op === 'revise') ? standing() : null;
  const undo = writes.map((write): Write | null => {
    // the version it has once the server took it; anything else is a conflict, and said so
    const baseVersion = write.op === 'create' ? 1 : write.baseVersion + 1;
    const common = { kind: write.kind, id: write.id, revisionId: uuid(), baseVersion };
    if (write.op === 'create' || write.op === 'restore') return { op: 'delete', ...common };
    if (write.op === 'delete') return { op: 'restore', ...common };
    const old = before?.get(write.kind, write.id);
    return old ? { op: 'revise', ...common, content: old.content } : null;
  });
  return undo.includes(null) ? null : (undo.reverse() as Write[]);
}

/** A record's id and its first revision's, made on this device. */
export interface NewIds {
  id: string;
  revisionId: string;
}
export const newIds = (id: string = uuid()): NewIds => ({ id, revisionId: uuid() });
export function creating<K extends RecordKind>(
  kind: K,
  content: RecordContent<K>,
  ids: NewIds = newIds(),
): Write {
  return { op: 'create', kind, id: ids.id, revisionId: ids.revisionId, content };
}
export function revising<K extends RecordKind>(record: Stored<K>, content: RecordContent<K>): Write {
  return {
    op: 'revise',
    kind: record.kind,
    id: record.id,
    revisionId: uuid(),
    baseVersion: record.version,
    content,
  };
}
export function deleting(record: Stored): Write {
  return { op: 'delete', kind: record.kind, id: record.id, revisionId: uuid(), baseVersion: record.version };
}
export function restoring(record: Stored): Write {
  return { op: 'restore', kind: record.kind, id: record.id, revisionId: uuid(), baseVersion: record.version };
}
