import { useCallback, useEffect, useRef, useState } from 'react';
import { api, type LineView, type Schemas, take } from '../../api/client';
import { dropDraft, keepDraft, keptDraft } from '../../edits/drafts';

export type Draft = Required<Schemas['Draft']>;

export const emptyDraft: Draft = { line: '', caret: 0, stepId: null, before: null, since: null, photos: [], scroll: 0 };

/**
 * The step line: what is typed, what the core reads in it, and a draft on the server that outlives this window.
 * @param stand What it stands in: the revisions of the teardown and the unit. As that becomes another the line is read anew.
 */
export function useLine(teardownId: string, kept: Schemas['Draft'] | null, stand: string) {
  // What the program could not be told stands in the tab's own memory, and is newer than what the program has.
  const unsent = `typed line ${teardownId}`;
  const [draft, setDraft] = useState<Draft>(() => ({ ...emptyDraft, ...(keptDraft<Draft>(unsent)?.mine ?? kept) }));
  const [reading, setReading] = useState<LineView | null>(null);
  const { line, caret, stepId, before } = draft;

  useEffect(() => {
    if (line === '') return;
    const controller = new AbortController();
    const body = { line, caret, stepId, before };
    take(
      api.POST('/api/teardowns/{teardownId}/line', {
        params: { path: { teardownId } },
        body,
        signal: controller.signal,
      }),
    ).then(
      (answer) => setReading(answer),
      // One that is out of date was cut off; any other trouble shows when the line is committed.
      () => undefined,
    );
    return () => controller.abort();
  }, [teardownId, line, caret, stepId, before, stand]);

  const unsaved = useRef<Draft | null>(keptDraft<Draft>(unsent)?.mine ?? null);
  const [failures, setFailures] = useState(0);
  const save = useCallback(() => {
    const body = unsaved.current;
    if (body === null) return;
    unsaved.current = null;
    // The request outlives the page that sends it.
    take(
      api.PUT('/api/teardowns/{teardownId}/draft', { params: { path: { teardownId } }, body, keepalive: true }),
    ).then(
      () => {
        dropDraft(unsent);
        setFailures(0);
      },
      () => {
        keepDraft(unsent, { base: null, mine: body });
        unsaved.current ??= body;
        setFailures((count) => count + 1);
      },
    );
  }, [teardownId, unsent]);
  useEffect(() => {
    // While the program does not answer, it is asked again each second.
    const timer = setTimeout(save, failures > 0 ? 1_000 : 150);
    return () => clearTimeout(timer);
  }, [draft, save, failures]);
  useEffect(() => {
    window.addEventListener('pagehide', save);
    return () => {
      window.removeEventListener('pagehide', save);
      save();
    };
  }, [save]);

  const change = useCallback((changed: Partial<Draft> | ((old: Draft) => Partial<Draft>)) => {
    setDraft((old) => {
      const next = { ...old, ...(typeof changed === 'function' ? changed(old) : changed) };
      unsaved.current = next;
      return next;
    });
  }, []);
  return { draft, change, reading: line === '' ? null : reading };
}
