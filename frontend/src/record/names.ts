import type { Unit } from '../api/client';

/** The name of a part as a person would say it, told apart by what tells it apart, never by its id; of one that is gone, its id. */
export function nameOf(unit: Unit, part: string): string {
  return unit.names[part] ?? part;
}

/** The same, where it begins a line. */
export function headOf(unit: Unit, part: string): string {
  const name = nameOf(unit, part);
  return `${name.slice(0, 1).toUpperCase()}${name.slice(1)}`;
}
