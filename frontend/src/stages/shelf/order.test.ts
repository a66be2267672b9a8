import { describe, expect, it } from 'vitest';
import type { ShelfUnit } from '../../api/client';
import { sorted } from './order';

describe('the order of the shelf', () => {
  const unit = (model: string, low: number, price: number | null): ShelfUnit => ({
    id: model,
    maker: 'Orrest',
    model,
    modelCode: model,
    class: null,
    year: null,
    price,
    currency: null,
    status: 'draft',
    reasons: [],
    loanDue: null,
    onLoan: false,
    steps: 0,
    repair: { low, value: 99, high: 100, coverage: 1, status: 'complete' },
    upgrade: { low: 0, value: 0, high: 0, coverage: 1, status: 'complete' },
    combined: { low: 0, value: 0, high: 0, coverage: 1, status: 'complete' },
  });

  it('goes by the low end of the range', () => {
    const units = [unit('a', 30, 5), unit('b', 70, null), unit('c', 50, 1)];
    expect(sorted(units, { column: 'repair', descending: true }).map((one) => one.id)).toEqual(['b', 'c', 'a']);
    expect(sorted(units, { column: 'price', descending: false }).map((one) => one.id)).toEqual(['b', 'c', 'a']);
    expect(sorted(units, { column: 'unit', descending: false }).map((one) => one.id)).toEqual(['a', 'b', 'c']);
    expect(sorted(units, { column: 'status', descending: true }).map((one) => one.id)).toEqual(['a', 'b', 'c']);
  });
});
