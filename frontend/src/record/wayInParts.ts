import type { Schemas, Verdict } from '../api/client';
import type { WayInPart } from '../charts/WayIn';
import { shapeOf } from '../charts/wayIn';
import { minutes } from '../format';
import { label } from '../words';

type PartView = Schemas['PartView'];

export interface KnownWay {
  parts: WayInPart[];
  /** Parts of a kind that counts whose way in is not known. */
  unknown: string[];
}

/** The parts of a verdict as they stand on the line: a part that counts in both indices stands above it and below it. */
export function wayInParts(verdict: Verdict, unit: 0 | 1 = 0): KnownWay {
  const parts: WayInPart[] = [];
  const unknown: string[] = [];
  const kinds = new Map(verdict.kinds.flatMap((kind) => kind.parts.map((part) => [part.id, kind] as const)));
  for (const kind of verdict.kinds) {
    if (kind.absent) continue;
    for (const part of kind.parts) {
      const sides = [
        kind.repair != null && part.fitted ? ('repair' as const) : null,
        kind.upgrade != null ? ('upgrade' as const) : null,
      ].filter((side) => side !== null);
      if (sides.length === 0) continue;
      if (part.route === null) {
        unknown.push(textOf(kind, part, kinds));
        continue;
      }
      const { effort } = part.route;
      for (const side of sides) {
        parts.push({
          id: `${unit} ${side} ${part.id}`,
          text: textOf(kind, part, kinds),
          side,
          ...effort,
          layer: part.layer ?? null,
          unit,
          shape: shapeOf(part.mounting),
          name: `${textOf(kind, part, kinds)}, ${part.mounting == null ? 'mounting not known' : label(part.mounting)}, ${side}, ${minutes(effort)} there and back`,
        });
      }
    }
  }
  return { parts, unknown };
}

/** The id of the part that a mark stands for. */
export function partOf(mark: string): string {
  return mark.split(' ').slice(2).join(' ');
}

type KindView = Schemas['KindView'];

function textOf(kind: KindView, part: PartView, kinds: ReadonlyMap<string, KindView>): string {
  const name = named(kind, part.id);
  const outer = part.serviceUnit == null ? undefined : kinds.get(part.serviceUnit);
  const within =
    part.serviceUnit == null || part.serviceUnit === part.id
      ? ''
      : `, with ${outer === undefined ? part.serviceUnit : named(outer, part.serviceUnit)}`;
  return `${name}${part.fitted ? '' : ', empty'}${within}`;
}

/** A part by its kind, or by its id where there are several of the kind. */
function named(kind: KindView, id: string): string {
  return kind.parts.length === 1 ? label(kind.kind) : id.replace(/-/g, ' ');
}

/** The steps of a way, which names them by their positions among the verdict's. */
export function stepsOf(
  way: Schemas['WayView'],
  steps: readonly Schemas['RouteStep'][],
): readonly Schemas['RouteStep'][] {
  return way.steps.flatMap((position) => steps[position] ?? []);
}
