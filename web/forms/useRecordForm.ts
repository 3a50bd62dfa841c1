import { valibotResolver } from '@hookform/resolvers/valibot';
import equal from 'fast-deep-equal';
import { useEffect, useState } from 'react';
import {
  useForm,
  useWatch,
  type Control,
  type FieldErrors,
  type FieldValues,
  type Path,
} from 'react-hook-form';
import type { GenericSchema } from 'valibot';
import { canonicalJson } from '../../contract/canonicalJson.ts';
import { recordSchemas, type RecordContent, type RecordKind, type Stored } from '../../contract/records.ts';
import type { Write } from '../../contract/work.ts';
import { ApiProblem } from '../api/client.ts';
import { creating, newIds, revising, useWriting } from '../api/writing.tsx';
import { keptAt } from '../parts/keptAt.ts';

/** One field of a form, by its place in the record's content. */
export interface FieldAt {
  name: string;
  control: Control;
}

export interface RecordFormOptions<K extends RecordKind> {
  /** What a new record begins with, or an old one where more than it holds is shown. */
  from?: RecordContent<K>;
  /** What the line at the foot says once it is stored. */
  said: (content: RecordContent<K>) => string;
  /** What is done to the content before it is sent. */
  prepare?: (content: RecordContent<K>) => RecordContent<K>;
  /** What is written in the same breath. */
  beside?: (content: RecordContent<K>, id: string) => Write[];
  /** Once it is stored, or somebody chose between two texts. */
  onDone?: (id: string) => void;
  why?: string;
  /** A new record has its id before it is sent: one that is known by its name has that. */
  id?: string;
  /** What else names the draft kept for this window: of several forms about one record, or of new ones. */
  draft?: string;
}

export interface RecordForm<K extends RecordKind> {
  content: RecordContent<K>;
  set: (some: Partial<RecordContent<K>>) => void;
  at: (name: Path<RecordContent<K>>) => FieldAt;
  /** Why the field, or something within it, cannot be. */
  problemAt: (name: Path<RecordContent<K>>) => string | undefined;
  send: () => Promise<void>;
  busy: boolean;
  /** What was refused and belongs to none of the fields. */
  error: unknown;
  /** What was typed before the form was left without saving is back. */
  isBack: boolean;
  /** Gives up what was typed. */
  giveUp: () => void;
}

/** What was typed, and the version it was begun from. */
interface Draft<K extends RecordKind> {
  base: Stored<K> | null;
  content: RecordContent<K>;
}

/**
 * A form about one record, or for a new one. It is sent on the version it was begun from: another person's change
 * meanwhile is a choice between two texts, and is never typed over, nor wipes what is being typed; untouched, the form
 * follows it. What is typed while it is on its way stays to be sent. A double tap, or a second try after no answer,
 * makes one record. What is refused stands at its field.
 */
export function useRecordForm<K extends RecordKind>(
  kind: K,
  record: Stored<K> | null,
  options: RecordFormOptions<K>,
): RecordForm<K> {
  const { write } = useWriting();
  const draft = keptAt<Draft<K>>(`form.${kind}.${record?.id ?? 'new'}.${options.draft ?? ''}`);
  const [kept] = useState(draft.read);
  const [base, setBase] = useState<Stored<K> | null>(() => kept?.base ?? record);
  const [ids, setIds] = useState(() => newIds(options.id));
  const [busy, setBusy] = useState(false);
  const [error, setError] = useState<unknown>(null);
  const [isBack, setBack] = useState(kept !== null);
  // what the form stands on: it is changed when it says something else
  const [begun, setBegun] = useState(() => (options.from ?? base?.content ?? {}) as FieldValues);
  const methods = useForm<FieldValues>({
    defaultValues: kept?.content ?? begun,
    resolver: valibotResolver(recordSchemas[kind] as unknown as GenericSchema<FieldValues>),
  });
  const { errors, isSubmitted } = methods.formState;
  const content = useWatch({ control: methods.control }) as RecordContent<K>;
  const isChanged = canonicalJson(content) !== canonicalJson(begun);
  const { reset } = methods;
  const standOn = (next: FieldValues): void => {
    setBegun(next);
    reset(next);
  };

  useEffect(() => {
    if (isChanged) draft.keep({ base, content });
    else if (!isBack) draft.forget();
  });
  const isNewer = record !== null && base !== null && record.version > base.version;
  const [followed, setFollowed] = useState<FieldValues | null>(null);
  if (isNewer && !isChanged && !isBack && !busy) {
    const next = options.from ?? record.content;
    setBase(record);
    setBegun(next);
    setFollowed(next);
  }
  useEffect(() => {
    if (followed) reset(followed);
  }, [followed, reset]);

  // a field that stands in the form says itself why it cannot be; of what has none, the foot says it
  const hasField = (name: string): boolean => methods.control._names.mount.has(name);
  const refused = (problem: unknown): void => {
    const lines = problem instanceof ApiProblem ? (problem.problem.errors ?? []) : [];
    const placed = lines.flatMap(({ pointer, detail }) => {
      const name = /^\/writes\/0\/content\/(.+)$/.exec(pointer)?.[1]?.replaceAll('/', '.');
      return name !== undefined && hasField(name) ? [{ name, detail }] : [];
    });
    placed.forEach(({ name, detail }, i) =>
      methods.setError(name, { message: detail }, { shouldFocus: i === 0 }),
    );
    if (placed.length === 0 || placed.length < lines.length) setError(problem);
  };
  const unfit = (problems: FieldErrors): void => {
    const unplaced = messagesOf(problems).filter(({ name }) => !hasField(name));
    setError(unplaced.length === 0 ? null : new Error(unplaced.map(({ message }) => message).join(' ')));
  };
  const send = methods.handleSubmit(async (typed) => {
    const whole = options.prepare?.(typed as RecordContent<K>) ?? (typed as RecordContent<K>);
    const id = base?.id ?? ids.id;
    const sent = structuredClone(methods.getValues());
    setError(null);
    setBusy(true);
    try {
      const own = base ? revising(base, whole) : creating(kind, whole, ids);
      const result = await write(
        [own, ...(options.beside?.(whole, id) ?? [])],
        options.said(whole),
        options.why,
      );
      const version = result?.results.find((one) => one.id === id)?.version;
      if (base) setBase({ ...base, version: version ?? base.version, content: whole });
      else setIds(newIds(options.id));
      draft.forget();
      setBack(false);
      const typedSince = Object.entries(methods.getValues()).filter(
        ([name, value]) => !equal(value, sent[name]),
      );
      standOn(base ? whole : (options.from ?? {}));
      for (const [name, value] of typedSince) methods.setValue(name, value);
      if (typedSince.length === 0) options.onDone?.(id);
    } catch (problem) {
      refused(problem);
    } finally {
      setBusy(false);
    }
  }, unfit);
  return {
    content,
    set: (some) => {
      for (const [name, value] of Object.entries(some))
        methods.setValue(name, value, { shouldValidate: isSubmitted });
    },
    at: (name) => ({ name, control: methods.control }),
    problemAt: (name) =>
      messagesOf(methods.getFieldState(name, { ...methods.formState, errors }).error)[0]?.message,
    send: () => send(),
    ...{ busy, error, isBack },
    giveUp: () => {
      draft.forget();
      setBack(false);
      setError(null);
      // what this form has just stored may not have come back yet
      const newest = isNewer ? record : base;
      setBase(newest);
      standOn(options.from ?? newest?.content ?? {});
    },
  };
}

/** The sentences of problems, each with its field's place. */
function messagesOf(problem: unknown, name = ''): { name: string; message: string }[] {
  if (typeof problem !== 'object' || problem === null) return [];
  if ('message' in problem && typeof problem.message === 'string')
    return [{ name, message: problem.message }];
  return Object.entries(problem).flatMap(([key, within]) =>
    key === 'ref' ? [] : messagesOf(within, name === '' ? key : `${name}.${key}`),
  );
}
