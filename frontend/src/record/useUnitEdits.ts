import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState, useSyncExternalStore } from 'react';
import { api, asProblem, type Part, type PartKind, type Problem, seen, take, type Unit } from '../api/client';
import { onBack } from '../api/connection';
import { merge } from '../edits/merge';
import { EditQueue } from '../edits/queue';

/** What of a unit is changed by single marks. */
interface Marked {
  unit: Unit['record']['unit'];
  absent: readonly PartKind[];
  parts: readonly Part[];
}

const markedOf = ({ record, revision }: Unit) => ({
  document: { unit: record.unit, absent: record.absent ?? [], parts: record.parts },
  revision,
});

/**
 * Marks of a unit as fast as they are keyed: each shows at once, and is asked for one after the other, made of what stands when its turn comes. What
 * another window does meanwhile stays, and while the program is away they wait.
 */
export function useUnitEdits(unit: Unit) {
  const client = useQueryClient();
  const path = { unitId: unit.id };
  const [queue] = useState(
    () =>
      new EditQueue<Marked>(
        markedOf(unit),
        async () => markedOf(await take(api.GET('/api/units/{unitId}', { params: { path } }))),
        asProblem,
      ),
  );
  const state = useSyncExternalStore(queue.subscribe, queue.now);
  useEffect(() => onBack(() => queue.resume()), [queue]);
  // What it all comes to is read when nothing waits any more.
  const { busy } = state;
  const wasBusy = useRef(false);
  useEffect(() => {
    if (wasBusy.current && !busy) void client.invalidateQueries();
    wasBusy.current = busy;
  }, [client, busy]);
  // What came while an edit was under way is looked at when it is done.
  useEffect(() => {
    if (!busy) queue.take(markedOf(unit));
  }, [queue, unit, busy]);
  const problem: Problem | null = state.problem === null ? null : asProblem(state.problem);
  return {
    busy,
    problem,
    parts: state.shown.parts,
    absent: state.shown.absent,
    put: (part: Part) => {
      const { id: partId } = part;
      // Only what was keyed is changed: what another window says of the part meanwhile stays.
      const base = queue.now().shown.parts.find((other) => other.id === partId) ?? part;
      queue.push({
        apply: (document) => ({
          ...document,
          parts: document.parts.map((now) => (now.id === partId ? merge(base, now, part).document : now)),
        }),
        send: (document, revision) => {
          const body = document.parts.find((other) => other.id === partId);
          return body === undefined
            ? Promise.resolve({ revision })
            : take(
                api.PUT('/api/units/{unitId}/parts/{partId}', {
                  params: { path: { ...path, partId } },
                  body,
                  ...seen(revision),
                }),
              );
        },
      });
    },
    add: (part: Part) =>
      queue.push({
        apply: (document) =>
          document.parts.some((other) => other.id === part.id)
            ? document
            : {
                ...document,
                parts: [...document.parts, part],
                absent: document.absent.filter((kind) => kind !== part.kind),
              },
        send: (_, revision) =>
          take(api.POST('/api/units/{unitId}/parts', { params: { path }, body: part, ...seen(revision) })),
      }),
    mark: (kind: PartKind, isAbsent: boolean) =>
      queue.push({
        apply: (document) => ({
          ...document,
          absent: isAbsent
            ? [...document.absent.filter((other) => other !== kind), kind]
            : document.absent.filter((other) => other !== kind),
        }),
        send: ({ unit: body, absent }, revision) =>
          take(
            api.PUT('/api/units/{unitId}/heading', {
              params: { path },
              body: { unit: body, absent: [...absent] },
              ...seen(revision),
            }),
          ),
      }),
    undo: () => queue.push(reversal(() => take(api.POST('/api/units/{unitId}/undo', { params: { path } })))),
    redo: () => queue.push(reversal(() => take(api.POST('/api/units/{unitId}/redo', { params: { path } })))),
  };
}

/** Only the program knows what an undo comes to. */
const reversal = (send: () => Promise<{ revision: number }>) => ({
  isOpen: true,
  apply: (document: Marked) => document,
  send,
});
