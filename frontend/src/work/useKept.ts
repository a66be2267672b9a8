import { useState } from 'react';
import { dropDraft, keepDraft, keptDraft } from '../edits/drafts';
import { same } from '../edits/merge';

/**
 * A value that is typed or chosen and not sent yet: it outlives another tab, Back and a reload, as long as the tab is open.
 * @param name What it is, and of what.
 * @param first What stands there as long as nothing is typed; to that it is put back once it was sent.
 */
export function useKept<T>(name: string, first: T): [T, (value: T) => void] {
  const [value, setValue] = useState<T>(() => keptDraft<T>(name)?.mine ?? first);
  return [
    value,
    (next) => {
      setValue(next);
      if (same(next, first)) dropDraft(name);
      else keepDraft(name, { base: first, mine: next });
    },
  ];
}
