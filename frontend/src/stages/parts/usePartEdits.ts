import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import {
  api,
  asProblem,
  type Part,
  type PartKind,
  type Problem,
  type Schemas,
  seen,
  take,
  type Unit,
} from '../../api/client';

interface Shown {
  part: Part;
  /** The revision that has it; null: it is not committed yet. */
  at: number | null;
}

/**
 * Edits of parts as fast as they are keyed: each shows at once and goes to the program one after the other, on top of the revision that
 * the one before it made. Where one is refused, those behind it are dropped and what is kept is read again.
 */
export function usePartEdits(unit: Unit) {
  const client = useQueryClient();
  const revision = useRef(unit.revision);
  const queue = useRef<(() => Promise<Schemas['Committed']>)[]>([]);
  const running = useRef(false);
  const [shown, setShown] = useState<ReadonlyMap<string, Shown>>(new Map());
  const [problem, setProblem] = useState<Problem | null>(null);
  const [busy, setBusy] = useState(false);
  useEffect(() => {
    if (!running.current) revision.current = unit.revision;
  }, [unit.revision]);

  const run = async () => {
    running.current = true;
    setBusy(true);
    try {
      for (let send = queue.current.shift(); send !== undefined; send = queue.current.shift())
        revision.current = (await send()).revision;
    } catch (error) {
      queue.current = [];
      setShown(new Map());
      setProblem(asProblem(error));
    }
    await client.invalidateQueries();
    // What was keyed while it was read again goes on.
    if (queue.current.length > 0) await run();
    running.current = false;
    setBusy(false);
  };
  const enqueue = (send: () => Promise<Schemas['Committed']>) => {
    setProblem(null);
    queue.current.push(send);
    if (!running.current) void run();
  };
  const path = { unitId: unit.id };

  return {
    busy,
    problem,
    parts: unit.record.parts.map((part) => {
      const own = shown.get(part.id);
      // An edit shows until the unit that has it is here: what was read before must not stand under the next key.
      return own !== undefined && (own.at === null || own.at > unit.revision) ? own.part : part;
    }),
    put: (part: Part) => {
      setShown((before) => new Map(before).set(part.id, { part, at: null }));
      enqueue(async () => {
        const committed = await take(
          api.PUT('/api/units/{unitId}/parts/{partId}', {
            params: { path: { ...path, partId: part.id } },
            body: part,
            ...seen(revision.current),
          }),
        );
        setShown((before) =>
          before.get(part.id)?.part === part ? new Map(before).set(part.id, { part, at: committed.revision }) : before,
        );
        return committed;
      });
    },
    add: (part: Part) =>
      enqueue(() =>
        take(api.POST('/api/units/{unitId}/parts', { params: { path }, body: part, ...seen(revision.current) })),
      ),
    mark: (absent: PartKind[]) =>
      enqueue(() =>
        take(
          api.PUT('/api/units/{unitId}/heading', {
            params: { path },
            body: { unit: unit.record.unit, absent },
            ...seen(revision.current),
          }),
        ),
      ),
    undo: () => enqueue(() => take(api.POST('/api/units/{unitId}/undo', { params: { path } }))),
    redo: () => enqueue(() => take(api.POST('/api/units/{unitId}/redo', { params: { path } }))),
  };
}
