import type { Action, Well } from '../api/client';

/** A count: a whole number, the least and the most, or null where nobody counted. */
export type Count = NonNullable<Action['count']> | null;

/** A count as people say it: 9, 9 to 11, or a question mark. */
export function countText(count: Count | Well['count']): string {
  if (count == null) return '?';
  const [least, most] = ends(count);
  return least === most ? String(least) : `${least} to ${most}`;
}

/** The least and the most of a count. */
export function ends(count: NonNullable<Count>): readonly [number, number] {
  return typeof count === 'number' ? [count, count] : [count[0] ?? 1, count[1] ?? count[0] ?? 1];
}

/** What is typed into a field of counts: a number, 9-11 or 9 to 11, or ? for unknown; undefined: none of these. */
export function readCount(typed: string): Count | undefined {
  const text = typed.trim();
  if (text === '?') return null;
  const span = /^(\d{1,3})(?:\s*(?:-|–|to)\s*(\d{1,3}))?$/.exec(text);
  if (span === null) return undefined;
  const [least, most] = [Number(span[1]), Number(span[2] ?? span[1])];
  if (least < 1 || most < least) return undefined;
  return least === most ? least : [least, most];
}

/** Several counts together: how many for certain, and whether all were counted. */
export function tally(counts: readonly (Count | Well['count'])[]): string {
  const known = counts.filter((count) => count != null).map(ends);
  const least = known.reduce((sum, [from]) => sum + from, 0) + (counts.length - known.length);
  const most = known.reduce((sum, [, to]) => sum + to, 0);
  const screws = least === 1 && most === 1 ? '1 screw' : `${least === most ? least : `${least} to ${most}`} screws`;
  return known.length === counts.length ? screws : `at least ${least} screws`;
}
