import type { Part, PartKind, Schemas } from '../../api/client';
import { partKindValues } from '../../api/schema';

/** A row of the grid: a part, or a kind of which there is none. */
export type Row =
  | { sort: 'part'; key: string; part: Part; unit: string | null; under: boolean }
  | { sort: 'kind'; key: string; kind: PartKind; absent: boolean };

/**
 * The rows in the order of the work: parts as they come out, what is one piece with an assembly right under it, then parts that no step
 * frees, then the kinds that are absent or not seen.
 */
export function rowsOf(
  parts: readonly Part[],
  places: readonly Schemas['PartPlace'][],
  absent: readonly PartKind[],
): Row[] {
  const placeOf = new Map(places.map((place) => [place.id, place]));
  const kindOrder = (kind: PartKind) => partKindValues.indexOf(kind);
  const freed = (part: Part) => placeOf.get(part.id)?.freedAt ?? Number.POSITIVE_INFINITY;
  const unitOf = (part: Part) => placeOf.get(part.id)?.serviceUnit ?? null;
  const isUnder = (part: Part) => {
    const unit = unitOf(part);
    return unit !== null && unit !== part.id && parts.some((other) => other.id === unit);
  };
  const order = (a: Part, b: Part) =>
    compare(freed(a), freed(b)) || kindOrder(a.kind) - kindOrder(b.kind) || a.id.localeCompare(b.id);
  const row = (part: Part, under: boolean): Row => ({ sort: 'part', key: part.id, part, unit: unitOf(part), under });
  const rows = parts
    .filter((part) => !isUnder(part))
    .sort(order)
    .flatMap((part) => [
      row(part, false),
      ...parts
        .filter((other) => isUnder(other) && unitOf(other) === part.id)
        .sort(order)
        .map((other) => row(other, true)),
    ]);
  const none = partKindValues.filter((kind) => kind !== 'other' && parts.every((part) => part.kind !== kind));
  return [
    ...rows,
    ...none.map((kind): Row => ({ sort: 'kind', key: `kind:${kind}`, kind, absent: absent.includes(kind) })),
  ];
}

function compare(a: number, b: number): number {
  return a === b ? 0 : a < b ? -1 : 1;
}
