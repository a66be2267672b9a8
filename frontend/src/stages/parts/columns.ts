import type { Part, PartKind } from '../../api/client';
import { mountingValues, standardValues, supplyValues } from '../../api/schema';
import { label } from '../../words';

/** What stands in a cell; null is unknown, undefined is not asked of this part. */
type Cell = string | number | null | undefined;

interface Base {
  id: string;
  name: string;
  /** The field by which the core calls the fact where it is unknown. */
  field: string;
  read: (part: Part) => Cell;
}

/** A column of words, each on one key. */
export interface WordColumn extends Base {
  sort: 'word';
  keys: Readonly<Record<string, string>>;
  unknown: boolean;
  set: (part: Part, word: string | null) => Part;
}

/** A column in which one types; what cannot be taken is null. */
export interface TypedColumn extends Base {
  sort: 'number' | 'text';
  set: (part: Part, typed: string, parts: readonly Part[], layers: readonly string[]) => Part | null;
}

export type Column = WordColumn | TypedColumn;

type Mounting = NonNullable<Part['mounting']>;

const mountingKeys: Readonly<Record<string, Mounting>> = {
  s: 'socketed',
  i: 'slid',
  m: 'magnetic',
  p: 'plugged',
  w: 'screwed',
  c: 'clipped',
  t: 'taped',
  g: 'glued',
  r: 'riveted',
  l: 'laminated',
  d: 'soldered',
};

const inseparable: readonly Mounting[] = ['riveted', 'laminated', 'soldered'];

const capacities: readonly PartKind[] = ['memory', 'storage', 'battery'];
const holds = (part: Part) => capacities.includes(part.kind);

function number(typed: string): number | null | undefined {
  if (typed.trim() === '') return null;
  const value = Number(typed.replace(',', '.'));
  return Number.isFinite(value) ? value : undefined;
}

/** An amount as people write it, with its currency before or behind it: `89`, `89 EUR`, `GBP 12.50`; undefined: it cannot be read. */
function amountOf(typed: string): { amount: number; currency?: string } | null | undefined {
  if (typed.trim() === '') return null;
  const said = /^(?<before>[A-Za-z]{3})?\s*(?<amount>\d+(?:[.,]\d+)?)\s*(?<behind>[A-Za-z]{3})?$/.exec(
    typed.trim(),
  )?.groups;
  const value = number(said?.['amount'] ?? 'none');
  if (value == null || (said?.['before'] !== undefined && said['behind'] !== undefined)) return undefined;
  const currency = (said?.['before'] ?? said?.['behind'])?.toUpperCase();
  return { amount: value, ...(currency !== undefined && { currency }) };
}

function capacity(
  id: string,
  name: string,
  field: string,
  read: (part: Part) => number | null | undefined,
  set: (part: Part, value: number | null) => Part,
): TypedColumn {
  return {
    id,
    name,
    field,
    sort: 'number',
    read: (part) => (holds(part) ? (read(part) ?? null) : undefined),
    set: (part, typed) => {
      const value = number(typed);
      return value === undefined ? null : set(part, value);
    },
  };
}

const ceiling = (source: 'maker' | 'bench' | 'platform'): TypedColumn =>
  capacity(
    source,
    `takes, by ${source}`,
    source === 'maker' ? 'ceiling' : '',
    (part) => part.capacity?.max?.[source],
    (part, value) => ({
      ...part,
      capacity: { ...part.capacity, max: { ...part.capacity?.max, [source]: value } },
    }),
  );

/** The columns of the grid, in the order of the questions; what is asked of few parts comes last, so that the others' rows end before it. */
export const columns: readonly Column[] = [
  {
    id: 'mounting',
    name: 'mounting',
    field: 'mounting',
    sort: 'word',
    keys: mountingKeys,
    unknown: true,
    read: (part) => part.mounting ?? null,
    set: (part, word) => ({ ...part, mounting: mountingValues.find((one) => one === word) ?? null }),
  },
  {
    id: 'within',
    name: 'within',
    field: 'within',
    sort: 'text',
    read: (part) => part.within ?? (inseparable.includes(part.mounting ?? 'screwed') ? null : undefined),
    // The beginning of an id is enough where no other part begins so.
    set: (part, typed, parts) => {
      if (typed.trim() === '') return { ...part, within: null };
      const begins = parts.filter((other) => other.id !== part.id && other.id.startsWith(typed.trim()));
      const chosen = begins.find((other) => other.id === typed.trim()) ?? (begins.length === 1 ? begins[0] : undefined);
      return chosen === undefined ? null : { ...part, within: chosen.id };
    },
  },
  {
    id: 'fitted',
    name: 'place',
    field: '',
    sort: 'word',
    keys: { f: 'filled', e: 'empty' },
    unknown: false,
    read: (part) => (part.fitted === false ? 'empty' : 'filled'),
    // In an empty place nothing is held.
    set: (part, word) =>
      word === 'empty'
        ? { ...part, fitted: false, capacity: { ...part.capacity, fitted: null } }
        : { ...part, fitted: true },
  },
  capacity(
    'capacity',
    'holds',
    'capacity',
    (part) => part.capacity?.fitted,
    (part, fitted) => ({ ...part, capacity: { ...part.capacity, fitted } }),
  ),
  ceiling('maker'),
  ceiling('bench'),
  ceiling('platform'),
  {
    id: 'standard',
    name: 'interface',
    field: 'standard',
    sort: 'word',
    keys: { o: 'open', r: 'restricted', m: 'maker', n: 'none' },
    unknown: true,
    read: (part) => part.interface?.standard ?? null,
    set: (part, word) => ({
      ...part,
      interface: { ...part.interface, standard: standardValues.find((one) => one === word) ?? null },
    }),
  },
  {
    id: 'name',
    name: 'its name',
    field: '',
    sort: 'text',
    read: (part) => part.interface?.name ?? null,
    set: (part, typed) => ({
      ...part,
      interface: { ...part.interface, name: typed.trim() === '' ? null : typed.trim() },
    }),
  },
  {
    id: 'number',
    name: 'part no.',
    field: '',
    sort: 'text',
    read: (part) => part.spare?.number ?? null,
    set: (part, typed) => ({ ...part, spare: { ...part.spare, number: typed.trim() === '' ? null : typed.trim() } }),
  },
  {
    id: 'price',
    name: 'price',
    field: 'price',
    sort: 'number',
    read: (part) => part.spare?.price?.amount ?? null,
    set: (part, typed) => {
      const said = amountOf(typed);
      if (said === undefined) return null;
      // A currency that was said stays while the amount is typed anew.
      const price = said === null ? null : { ...part.spare?.price, ...said };
      return { ...part, spare: { ...part.spare, price } };
    },
  },
  {
    id: 'source',
    name: 'sold by',
    field: 'source',
    sort: 'word',
    keys: { m: 'maker', t: 'thirdParty', s: 'salvage', n: 'none' },
    unknown: true,
    read: (part) => part.spare?.source ?? null,
    set: (part, word) => ({
      ...part,
      spare: { ...part.spare, source: supplyValues.find((one) => one === word) ?? null },
    }),
  },
  {
    id: 'paired',
    name: 'paired',
    field: 'paired',
    sort: 'word',
    keys: { y: 'yes', n: 'no' },
    unknown: true,
    read: (part) => (part.spare?.paired == null ? null : part.spare.paired ? 'yes' : 'no'),
    set: (part, word) => ({ ...part, spare: { ...part.spare, paired: word === null ? null : word === 'yes' } }),
  },
  {
    id: 'layer',
    name: 'seen in',
    field: 'layer',
    sort: 'text',
    read: (part) => part.layer ?? null,
    // The beginning of a layer's name is enough where no other begins so.
    set: (part, typed, _parts, layers) => {
      const text = typed.trim().toLowerCase();
      if (text === '') return { ...part, layer: null };
      const begins = layers.filter((layer) => layer.toLowerCase().startsWith(text));
      const chosen =
        begins.find((layer) => layer.toLowerCase() === text) ?? (begins.length === 1 ? begins[0] : undefined);
      return chosen === undefined ? null : { ...part, layer: chosen };
    },
  },
  {
    id: 'excludes',
    name: 'not with',
    field: '',
    sort: 'text',
    read: (part) => (holds(part) ? (part.excludes ?? []).join(', ') || null : undefined),
    set: (part, typed, parts) => {
      const others = parts.filter((other) => other.id !== part.id && holds(other));
      const chosen = typed
        .split(/[\s,]+/)
        .filter((text) => text !== '')
        .map((text) => {
          const begins = others.filter((other) => other.id.startsWith(text));
          return begins.find((other) => other.id === text) ?? (begins.length === 1 ? begins[0] : undefined);
        });
      if (chosen.some((other) => other === undefined)) return null;
      return { ...part, excludes: [...new Set(chosen.map((other) => other?.id ?? ''))] };
    },
  },
];

/** What a cell shows. */
export function shown(column: Column, part: Part): string {
  const value = column.read(part);
  if (value === undefined || value === null) return '';
  return typeof value === 'number' ? String(value) : column.sort === 'word' ? label(value) : value;
}

/** The part with the same in a column as another one; null where the column is not asked of both. */
export function filled(
  column: Column,
  from: Part,
  into: Part,
  parts: readonly Part[],
  layers: readonly string[],
): Part | null {
  const value = column.read(from);
  if (value === undefined || column.read(into) === undefined) return null;
  if (column.sort === 'word') return column.set(into, value === null ? null : String(value));
  const set = column.set(into, value === null ? '' : String(value), parts, layers);
  // A price goes with its currency and its rate.
  return column.id === 'price' && set !== null
    ? { ...set, spare: { ...set.spare, price: from.spare?.price ?? null } }
    : set;
}
