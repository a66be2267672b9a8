import type { ShelfUnit } from '../../api/client';

export const columns = ['unit', 'model code', 'class', 'price', 'repair', 'upgrade', 'status', 'loan due'] as const;
export type Column = (typeof columns)[number];

export interface Order {
  column: Column;
  descending: boolean;
}

/** The units in an order; an index goes by the low end of its range, and what is equal keeps its place. */
export function sorted(units: readonly ShelfUnit[], { column, descending }: Order): ShelfUnit[] {
  const sign = descending ? -1 : 1;
  return [...units].sort((a, b) => sign * compare(key(a, column), key(b, column)));
}

function key(unit: ShelfUnit, column: Column): string | number {
  switch (column) {
    case 'unit':
      return `${unit.maker} ${unit.model}`;
    case 'model code':
      return unit.modelCode;
    case 'class':
      return unit.class ?? '';
    case 'price':
      return unit.price ?? 0;
    case 'repair':
      return unit.repair.low;
    case 'upgrade':
      return unit.upgrade.low;
    case 'status':
      return unit.status;
    case 'loan due':
      // What is on no loan comes last.
      return unit.loanDue ?? (unit.onLoan ? '9998' : '9999');
  }
}

function compare(a: string | number, b: string | number): number {
  return typeof a === 'number' && typeof b === 'number' ? a - b : String(a).localeCompare(String(b));
}
