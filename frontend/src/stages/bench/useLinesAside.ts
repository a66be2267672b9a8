import { useRef, useState } from 'react';
import { dropDraft, keepDraft, keptDraft } from '../../edits/drafts';
import type { Draft } from './useLine';

/** Lines that are not in the field: those that had to make room, or are on their way. They outlive a reload. */
export function useLinesAside(name: string) {
  const [lines, setLines] = useState<readonly Draft[]>(() => keptDraft<Draft[]>(name)?.mine ?? []);
  const latest = useRef(lines);
  const set = (kept: readonly Draft[]) => {
    latest.current = kept;
    setLines(kept);
    if (kept.length === 0) dropDraft(name);
    else keepDraft(name, { base: null, mine: kept });
  };
  return {
    lines,
    /** The same, for what comes back later than it was drawn. */
    now: () => latest.current,
    set,
  };
}
