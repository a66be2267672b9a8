/** What was typed into a form and is not saved yet, kept as long as the tab: through a reload, and while the program is away. */
export interface Draft<T> {
  /** The document that it was typed over. */
  base: T;
  mine: T;
}

const keyOf = (form: string) => `wide-lever-form ${form}`;

export function keepDraft(form: string, draft: Draft<unknown>): void {
  sessionStorage.setItem(keyOf(form), JSON.stringify(draft));
}

export function dropDraft(form: string): void {
  sessionStorage.removeItem(keyOf(form));
}

/** What is kept of a form; null: nothing, or nothing that can be read. */
export function keptDraft<T>(form: string): Draft<T> | null {
  const text = sessionStorage.getItem(keyOf(form));
  if (text === null) return null;
  const kept = parsed(text);
  if (kept !== null) return kept as Draft<T>;
  dropDraft(form);
  return null;
}

/** How many drafts are kept in which something is typed: a line that was emptied is sent again, and nobody misses it. */
export function keptDrafts(): number {
  return Object.keys(sessionStorage).filter((key) => key.startsWith(keyOf('')) && !isEmptied(key)).length;
}

function isEmptied(key: string): boolean {
  const mine = parsed(sessionStorage.getItem(key) ?? '')?.mine;
  if (typeof mine !== 'object' || mine === null || !('line' in mine) || !('photos' in mine)) return false;
  return mine.line === '' && Array.isArray(mine.photos) && mine.photos.length === 0;
}

function parsed(text: string): Draft<unknown> | null {
  try {
    const kept: unknown = JSON.parse(text);
    const isDraft = typeof kept === 'object' && kept !== null && 'base' in kept && 'mine' in kept;
    return isDraft ? { base: kept.base, mine: kept.mine } : null;
  } catch (error) {
    if (error instanceof SyntaxError) return null;
    throw error;
  }
}
