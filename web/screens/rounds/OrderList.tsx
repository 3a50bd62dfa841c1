import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type Announcements,
  type DragEndEvent,
} from '@dnd-kit/core';
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import type { CSSProperties } from 'react';
import DragIndicator from '@mui/icons-material/DragIndicator';
import type { Step } from '../../../core/planning/round/step.ts';
import type { Timing } from '../../../core/planning/round/timing.ts';
import { ThreadCell, type Thread } from './ThreadCell.tsx';

/** The steps in their order, to be moved by hand or by the arrow keys. */
export function OrderList({
  steps,
  timing,
  threads,
  broken,
  onOrder,
}: {
  steps: readonly Step[];
  timing: Timing;
  /** What stands still meanwhile: drawn beside the steps, on their clock. */
  threads: readonly Thread[];
  /** Steps that stand against a constraint. */
  broken: ReadonlySet<string>;
  onOrder: (ids: string[]) => void;
}) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const ids = steps.map((step) => step.id);
  const onDragEnd = ({ active, over }: DragEndEvent): void => {
    if (!over || over.id === active.id) return;
    onOrder(arrayMove(ids, ids.indexOf(String(active.id)), ids.indexOf(String(over.id))));
  };
  return (
    <DndContext
      sensors={sensors}
      accessibility={{ announcements: spoken(steps) }}
      collisionDetection={closestCenter}
      onDragEnd={onDragEnd}
    >
      <SortableContext items={ids} strategy={verticalListSortingStrategy}>
        {threads.length > 0 && <ThreadHead threads={threads} />}
        <ol className="order movable" style={columnsOf(threads)}>
          {steps.map((step, i) => (
            <Movable
              key={step.id}
              step={step}
              threads={threads}
              begins={timing.begins.get(step.id) ?? 0}
              ends={timing.begins.get(steps[i + 1]?.id ?? '') ?? timing.lengthMin}
              broken={broken.has(step.id)}
              onPath={timing.path.size === steps.length ? null : timing.path.has(step.id)}
            />
          ))}
        </ol>
      </SortableContext>
    </DndContext>
  );
}

/** What is read aloud of a move: the step by its title, and its place. */
function spoken(steps: readonly Step[]): Announcements {
  const title = (id: unknown): string => steps.find((step) => step.id === id)?.title ?? '';
  const place = (id: unknown): string =>
    `place ${steps.findIndex((step) => step.id === id) + 1} of ${steps.length}`;
  return {
    onDragStart: ({ active }) => `${title(active.id)}: taken from ${place(active.id)}.`,
    onDragOver: ({ active, over }) => (over ? `${title(active.id)}: now at ${place(over.id)}.` : undefined),
    onDragEnd: ({ active, over }) => `${title(active.id)}: put at ${place((over ?? active).id)}.`,
    onDragCancel: ({ active }) => `${title(active.id)}: left at ${place(active.id)}.`,
  };
}

const columnsOf = (threads: readonly Thread[]): CSSProperties =>
  ({ '--threads': threads.length }) as CSSProperties;

/** The waters over their threads. */
function ThreadHead({ threads }: { threads: readonly Thread[] }) {
  const systems = [...new Set(threads.map((thread) => thread.system))];
  return (
    <div className="threadhead" style={columnsOf(threads)} aria-hidden="true">
      <span />
      {systems.map((system) => {
        const mine = threads.filter((thread) => thread.system === system);
        return (
          <span key={system} style={{ gridColumn: `span ${mine.length}` }}>
            <b>{system}</b>
            <span className="threadnames">
              {mine.map((thread) => (
                <span key={thread.key}>{thread.what}</span>
              ))}
            </span>
          </span>
        );
      })}
    </div>
  );
}

function Movable({
  step,
  threads,
  begins,
  ends,
  broken,
  onPath,
}: {
  step: Step;
  threads: readonly Thread[];
  begins: number;
  /** When the next one begins, min. */
  ends: number;
  broken: boolean;
  /** On the critical path: it sets the length of the visit; null: all of them are, there is no waiting. */
  onPath: boolean | null;
}) {
  const { attributes, listeners, setNodeRef, transform, transition } = useSortable({ id: step.id });
  return (
    <li
      ref={setNodeRef}
      data-broken={broken || undefined}
      data-path={onPath || undefined}
      style={{ transform: CSS.Transform.toString(transform), transition }}
    >
      <button
        type="button"
        className="grip"
        {...attributes}
        {...listeners}
        aria-label={`Move: ${step.title}`}
      >
        <DragIndicator fontSize="small" />
      </button>
      <span className="tn soft">{begins} min</span>
      <span>
        {step.title}
        {step.waitMin > 0 && step.phase !== 'fit' && (
          <span className="soft">, {step.waitMin} min by itself</span>
        )}
        {onPath === false && <span className="soft">, in the waiting</span>}
        {step.phase === 'fit' && <span className="soft">, stays in about {step.waitMin / 60} h</span>}
      </span>
      {threads.map((thread) => (
        <ThreadCell key={thread.key} thread={thread} fromMin={begins} toMin={ends} />
      ))}
    </li>
  );
}
