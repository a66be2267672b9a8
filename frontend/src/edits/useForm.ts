import { useLayoutEffect, useState } from 'react';
import { dropDraft, keepDraft, keptDraft } from './drafts';
import { begin, type FormState, isTyped, readAgain, saved, settle, typed } from './form';
import type { Clash } from './merge';

export interface Form<T> {
  /** What the form says. */
  value: T;
  /** What is typed. */
  set: (value: T) => void;
  /** Whether anything is typed that is not saved. */
  isTyped: boolean;
  /** Whether what is typed was kept from before this page was loaded, or this form opened. */
  wasKept: boolean;
  /** What both changed, to be settled before it is saved. */
  clashes: readonly Clash[];
  settle: (clash: Clash, whose: 'theirs' | 'mine') => void;
  /** What was sent is what the program has now. */
  saved: (sent: T) => void;
  /** Puts away what is typed. */
  discard: () => void;
}

/**
 * A form over a document that may change under it. What another window changes is taken in at once, what both changed is asked for, and what is typed
 * outlives a reload.
 */
export function useForm<T>(name: string, document: T): Form<T> {
  const [{ form, seen, wasKept }, setState] = useState(() => {
    const kept = keptDraft<T>(name);
    const first: FormState<T> =
      kept === null ? begin(document) : readAgain({ base: kept.base, mine: kept.mine, clashes: [] }, document);
    return { form: first, seen: document, wasKept: kept !== null && isTyped(first) };
  });
  // A document that was read again is taken in before anything of the old one is drawn.
  if (seen !== document) setState({ form: readAgain(form, document), seen: document, wasKept });
  const alter = (change: (form: FormState<T>) => FormState<T>) =>
    setState((before) => ({ ...before, form: change(before.form) }));
  const dirty = isTyped(form);
  // With the form that is drawn, not some time after it: a page that is left right after *Saved* asks for nothing.
  useLayoutEffect(() => {
    if (dirty) keepDraft(name, { base: form.base, mine: form.mine });
    else dropDraft(name);
  }, [name, dirty, form]);
  return {
    value: form.mine,
    set: (value) => alter((before) => typed(before, value)),
    isTyped: dirty,
    wasKept: wasKept && dirty,
    clashes: form.clashes,
    settle: (clash, whose) => alter((before) => settle(before, clash, whose)),
    saved: (sent) => alter((before) => saved(before, sent)),
    discard: () => {
      dropDraft(name);
      setState({ form: begin(document), seen: document, wasKept: false });
    },
  };
}
