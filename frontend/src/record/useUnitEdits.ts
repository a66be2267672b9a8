import { useMemo } from 'react';
import { api, type Part, type PartKind, seen, take, type Unit } from '../api/client';
import { merge } from '../edits/merge';
import { reversal, useEditQueue } from './useEditQueue';

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

/** Marks of a unit: its parts, and the kinds that it does not have. */
export function useUnitEdits(unit: Unit) {
  const path = { unitId: unit.id };
  const known = useMemo(() => markedOf(unit), [unit]);
  const { queue, busy, problem, dismiss } = useEditQueue<Marked>(
    `unit ${unit.id}`,
    `the parts of ${unit.record.unit.model}`,
    known,
    async () => markedOf(await take(api.GET('/api/units/{unitId}', { params: { path } }))),
  );
  return {
    busy,
    problem,
    dismiss,
    queue,
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
