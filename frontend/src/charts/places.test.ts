import { describe, expect, it } from 'vitest';
import { barRoom, layOut, type Placed, rowHeight } from './places';

const unit = (name: string, chances: number[]): Placed => {
  const places = chances.map((chance, i) => ({ place: i + 1, chance })).filter((one) => one.chance > 0);
  return { id: name, name, places, mostLikely: 1, from: places[0]?.place ?? 1, to: places.at(-1)?.place ?? 1 };
};

describe('places as a drawing', () => {
  const units = [unit('Beck', [0, 0.25, 0.75]), unit('Cairn', [0.9, 0.1]), unit('Alder', [0.1, 0.65, 0.25])];

  it('stands the unit that does best on average on top', () => {
    expect(layOut(units, 100, 1000).rows.map((row) => row.name)).toEqual(['Cairn', 'Alder', 'Beck']);
  });

  it('makes bars as high as their chances, over their place, within their row', () => {
    const { rows, height } = layOut(units, 100, 1000);
    for (const row of rows) {
      expect(row.bars.reduce((sum, bar) => sum + bar.height, 0)).toBeCloseTo(barRoom, 9);
      for (const bar of row.bars) {
        expect(bar.height).toBeCloseTo(bar.chance * barRoom, 9);
        expect(bar.y + bar.height).toBeCloseTo(row.ground, 9);
        expect(bar.y).toBeGreaterThanOrEqual(row.ground - barRoom);
        expect(bar.x).toBeGreaterThanOrEqual(100);
        expect(bar.x + bar.width).toBeLessThanOrEqual(1000.000001);
      }
      expect(row.ground + 5).toBeLessThan(height);
    }
    const grounds = rows.map((row) => row.ground);
    grounds.slice(1).forEach((ground, i) => expect(ground - (grounds[i] ?? 0)).toBe(rowHeight));
    expect(rows[0]?.bars[1]?.x).toBe(rows[1]?.bars[1]?.x);
  });

  it('reaches over the places that hold nine in ten', () => {
    const beck = layOut(units, 100, 1000).rows[2];
    expect(beck?.span.from).toBe(beck?.bars[0]?.x);
    expect(beck?.span.to).toBeCloseTo((beck?.bars[1]?.x ?? 0) + (beck?.bars[1]?.width ?? 0), 9);
  });

  it('numbers as many columns as there is room for', () => {
    expect(layOut(units, 100, 1000).columns.map((column) => column.place)).toEqual([1, 2, 3]);
    const many = Array.from({ length: 120 }, (_, i) => unit(`u${i}`, [...Array<number>(i).fill(0), 1]));
    const { columns } = layOut(many, 100, 1000);
    columns.slice(1).forEach((column, i) => expect(column.x - (columns[i]?.x ?? 0)).toBeGreaterThan(20));
    expect(columns.at(-1)?.place).toBe(120);
  });

  it('draws the same picture from the same odds', () => {
    expect(layOut(units, 100, 1000)).toEqual(layOut([...units].reverse(), 100, 1000));
  });
});
