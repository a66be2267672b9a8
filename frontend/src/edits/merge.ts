/** A field that both changed since the document that both began with. */
export interface Clash {
  /** The way to it from the document's root. */
  path: readonly string[];
  base: unknown;
  theirs: unknown;
  mine: unknown;
}

export interface Merged<T> {
  /** Theirs and mine together; where they clash, mine. */
  document: T;
  clashes: readonly Clash[];
}

/**
 * Brings two changes of one document together, field by field. What is null and what is left out are the same. Lists are compared whole: of two that
 * differ neither is taken for the other's.
 */
export function merge<T>(base: T, theirs: T, mine: T): Merged<T> {
  const clashes: Clash[] = [];
  return { document: mergeAt([], base, theirs, mine, clashes) as T, clashes };
}

function mergeAt(path: readonly string[], base: unknown, theirs: unknown, mine: unknown, clashes: Clash[]): unknown {
  if (same(mine, theirs) || same(mine, base)) return theirs;
  if (same(theirs, base)) return mine;
  if (isObject(theirs) && isObject(mine) && (isObject(base) || base == null)) {
    const from = base ?? {};
    const document: Record<string, unknown> = {};
    for (const key of new Set([...Object.keys(theirs), ...Object.keys(mine)])) {
      const value = mergeAt([...path, key], field(from, key), theirs[key], mine[key], clashes);
      if (value !== undefined) document[key] = value;
    }
    return document;
  }
  clashes.push({ path, base, theirs, mine });
  return mine;
}

/** A document with one field as it is said to be. */
export function withField<T>(document: T, path: readonly string[], value: unknown): T {
  const [key, ...rest] = path;
  if (key === undefined) return value as T;
  const at: Record<string, unknown> = isObject(document) ? document : {};
  return { ...at, [key]: withField(at[key], rest, value) } as T;
}

/** Whether two documents say the same. */
export function same(one: unknown, other: unknown): boolean {
  if (one === other || (one == null && other == null)) return true;
  if (Array.isArray(one) || Array.isArray(other)) {
    return (
      Array.isArray(one) &&
      Array.isArray(other) &&
      one.length === other.length &&
      one.every((item, i) => same(item, other[i]))
    );
  }
  if (!isObject(one) || !isObject(other)) return false;
  return [...new Set([...Object.keys(one), ...Object.keys(other)])].every((key) => same(one[key], other[key]));
}

const field = (from: object, key: string): unknown => (from as Record<string, unknown>)[key];

function isObject(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
