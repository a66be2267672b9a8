import { label } from '../words';

/** A note of an object, or of one inside it. */
export interface Note {
  /** The way to the object that carries it; empty: the object itself. */
  path: readonly (string | number)[];
  /** Whose note it is, for people. */
  of: string;
  text: string;
}

type Fields = Readonly<Record<string, unknown>>;

const isObject = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

const one: Readonly<Record<string, string>> = {
  actions: 'action',
  surprises: 'surprise',
  advice: 'advice',
  ports: 'port',
  marks: 'mark',
  claims: 'claim',
  damage: 'damage',
};

/** Every note inside an object, its own left out. */
export function notesWithin(value: unknown, path: readonly (string | number)[] = [], of = ''): Note[] {
  if (Array.isArray(value)) {
    const field = String(path.at(-1) ?? '');
    return value.flatMap((item, i) => notesWithin(item, [...path, i], `${one[field] ?? field} ${i + 1}`));
  }
  if (!isObject(value)) return [];
  const own = path.length > 0 && typeof value['notes'] === 'string' ? [{ path, of, text: value['notes'] }] : [];
  return [
    ...own,
    ...Object.entries(value).flatMap(([key, inner]) =>
      notesWithin(inner, [...path, key], of === '' ? label(key) : `${of}, ${label(key)}`),
    ),
  ];
}

/** An object with a note of it, or of one inside it; an empty note is none. */
export function withNote<T>(value: T, path: readonly (string | number)[], text: string): T {
  const [key, ...rest] = path;
  if (key === undefined) return { ...value, notes: text === '' ? undefined : text };
  if (Array.isArray(value)) {
    return value.map((item: unknown, i) => (i === key ? withNote(item, rest, text) : item)) as T;
  }
  return { ...value, [key]: withNote((value as Fields)[key], rest, text) };
}
