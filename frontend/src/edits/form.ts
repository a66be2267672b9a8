import { type Clash, merge, same, withField } from './merge';

/** A form: the document that it began with, what is typed over it, and where another window changed what is typed over too. */
export interface FormState<T> {
  /** The document as the program has it. */
  base: T;
  /** What the form says. */
  mine: T;
  /** Fields that both changed and that nobody has settled yet. */
  clashes: readonly Clash[];
}

export function begin<T>(document: T): FormState<T> {
  return { base: document, mine: document, clashes: [] };
}

/** What is typed. A field that was in question and is typed again is settled by it. */
export function typed<T>(state: FormState<T>, mine: T): FormState<T> {
  const clashes = state.clashes.filter((clash) => same(at(mine, clash.path), clash.mine));
  return { ...state, mine, clashes };
}

/** The document as it was read again: what only they changed is taken in, what both changed is asked for. */
export function readAgain<T>(state: FormState<T>, theirs: T): FormState<T> {
  if (state.base === theirs) return state;
  const { document, clashes } = merge(state.base, theirs, state.mine);
  // What was asked before and is not settled stays a question, with their latest word.
  const open = state.clashes
    .map((clash) => ({ ...clash, theirs: at(theirs, clash.path) }))
    .filter(
      (clash) =>
        !same(clash.theirs, clash.mine) && !clashes.some((other) => other.path.join('.') === clash.path.join('.')),
    );
  return { base: theirs, mine: document, clashes: [...open, ...clashes] };
}

/** Settles one question. */
export function settle<T>(state: FormState<T>, clash: Clash, whose: 'theirs' | 'mine'): FormState<T> {
  return {
    ...state,
    mine: whose === 'theirs' ? withField(state.mine, clash.path, clash.theirs) : state.mine,
    clashes: state.clashes.filter((other) => other !== clash),
  };
}

/** What was sent is what the program has; what was typed since stays. */
export function saved<T>(state: FormState<T>, sent: T): FormState<T> {
  return { ...state, base: sent };
}

export function isTyped<T>(state: FormState<T>): boolean {
  return !same(state.base, state.mine);
}

function at(document: unknown, path: readonly string[]): unknown {
  return path.reduce<unknown>((value, key) => (value as Record<string, unknown> | null | undefined)?.[key], document);
}
