import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import type { RecordKind } from '../../contract/kinds.ts';
import { ProblemNote } from '../parts/ProblemNote.tsx';
import type { RecordForm as Form } from './useRecordForm.ts';

/** A form round its fields: one foot, one way to be refused. What a field cannot read stops it, and is gone to. */
export function RecordForm<K extends RecordKind>({
  form,
  save,
  onCancel,
  className = 'form',
  foot,
  children,
}: {
  form: Form<K>;
  /** What its button says. */
  save: string;
  /** It can be closed without saving. */
  onCancel?: () => void;
  className?: string;
  /** What else can be done, beside the button. */
  foot?: ReactNode;
  children: ReactNode;
}) {
  return (
    <form
      className={className}
      style={{ paddingTop: 12 }}
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        const unread = event.currentTarget.querySelector<HTMLInputElement>('input:invalid, textarea:invalid');
        if (unread) unread.focus();
        else void form.send();
      }}
    >
      {children}
      {form.isBack && (
        <p className="soft" role="status">
          Typed before and not saved.
        </p>
      )}
      <ProblemNote error={form.error} />
      <div className="actions">
        <Button type="submit" variant="contained" disabled={form.busy}>
          {save}
        </Button>
        {(onCancel || form.isBack) && (
          <button
            type="button"
            className="btn2"
            disabled={form.busy}
            onClick={() => {
              form.giveUp();
              onCancel?.();
            }}
          >
            Cancel
          </button>
        )}
        {foot}
      </div>
    </form>
  );
}
