import type { PartKind, Schemas } from '../../api/client';

export type Unit = Schemas['FieldUnitView'];
export type Index = 'repair' | 'upgrade' | 'combined';

export const indices = [
  { value: 'repair', label: 'Repair' },
  { value: 'upgrade', label: 'Upgrade' },
  { value: 'combined', label: 'Repair and Upgrade together' },
] as const;

export interface Filter {
  text: string;
  classes: string[];
  years: number[];
  most: number | null;
}

export const nothing: Filter = { text: '', classes: [], years: [], most: null };

/** Whether a unit passes a filter; one whose price is unknown passes no limit of price. */
export function matches(unit: Unit, filter: Filter): boolean {
  const words = `${unit.maker} ${unit.model} ${unit.modelCode}`.toLowerCase();
  return (
    filter.text
      .toLowerCase()
      .split(/\s+/)
      .every((word) => words.includes(word)) &&
    (filter.classes.length === 0 || (unit.class != null && filter.classes.includes(unit.class))) &&
    (filter.years.length === 0 || (unit.year != null && filter.years.includes(unit.year))) &&
    (filter.most === null || (unit.price != null && unit.price <= filter.most))
  );
}

/** The order of a field by an index: notebooks, then desktops; by group, drafts last, then by the low end of the range. */
export function ordered(units: readonly Unit[], index: Index): Unit[] {
  const group = (unit: Unit) => (unit[index].group === 0 ? units.length + 1 : unit[index].group);
  return [...units].sort(
    (a, b) =>
      Number(a.desktop) - Number(b.desktop) ||
      group(a) - group(b) ||
      a[index].place - b[index].place ||
      (a.modelCode < b.modelCode ? -1 : 1),
  );
}

/** Kinds of an index that any of the units has. */
export function kindsOf(units: readonly Unit[], index: 'repair' | 'upgrade'): PartKind[] {
  return [
    ...new Set(
      units.flatMap((unit) => (index === 'repair' ? unit.repairKinds : unit.upgradeKinds).map((kind) => kind.kind)),
    ),
  ];
}

/** A kind's score of a unit, or why there is none. */
export function cell(unit: Unit, index: 'repair' | 'upgrade', kind: PartKind): { value: number | null; text: string } {
  const own = (index === 'repair' ? unit.repairKinds : unit.upgradeKinds).find((one) => one.kind === kind);
  if (own === undefined || own.absent) return { value: own === undefined ? null : 0, text: 'absent' };
  if (own.score.value === null) return { value: null, text: '–' };
  return { value: own.score.value, text: own.score.value.toFixed(2) };
}

/** A difference with its sign; none where either is unknown. */
export function difference(value: number | null, reference: number | null, places: number): string {
  if (value === null || reference === null) return '';
  const points = value - reference;
  const text = Math.abs(points).toFixed(places);
  return Number(text) === 0 ? '0' : `${points > 0 ? '+' : '−'}${text}`;
}

/** The flip of a pair in plain words; first is ahead of second now, or behind it. */
export function flipWords(
  first: string,
  second: string,
  firstLeads: boolean,
  kind: string,
  weight: number,
  at: number,
): string {
  const [ahead, behind] = firstLeads ? [first, second] : [second, first];
  return `${behind} would pass ${ahead} if the ${kind} weighed ${at > weight ? 'more' : 'less'} than ${at.toFixed(1)} instead of ${weight}`;
}
