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

/**
 * Edits of parts as fast as they are keyed: each shows at once and goes to the program one after the other, on top of the revision that
 * the one before it made. Where one is refused, those behind it are dropped and what is kept is read again.
 */
export function usePartEdits(unit: Unit) {
  const client = useQueryClient();
  const revision = useRef(unit.revision);
  const queue = useRef<(() => Promise<Schemas['Committed']>)[]>([]);
  const running = useRef(false);
  const [shown, setShown] = useState<ReadonlyMap<string, Part>>(new Map());
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
      setProblem(asProblem(error));
    }
    await client.invalidateQueries();
    // What was keyed while it was read again goes on.
    if (queue.current.length > 0) await run();
    running.current = false;
    setShown(new Map());
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
    parts: unit.record.parts.map((part) => shown.get(part.id) ?? part),
    put: (part: Part) => {
      setShown((before) => new Map(before).set(part.id, part));
      enqueue(() =>
        take(
          api.PUT('/api/units/{unitId}/parts/{partId}', {
            params: { path: { ...path, partId: part.id } },
            body: part,
            ...seen(revision.current),
          }),
        ),
      );
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
  };
}
