import type { Unit } from '../api/client';

/** The name of a part as a person would say it, told apart by what tells it apart, never by its id; of one that is gone, its id. */
export function nameOf(unit: Unit, part: string): string {
  return unit.names[part] ?? part;
}
