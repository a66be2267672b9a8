import { describe, expect, it } from 'vitest';
import { type AxisItem, density, dots, labelled, layOut, nearest, spanOf, step } from './axis';

const item = (id: string, value: number | null, low = value ?? 0, high = value ?? 100): AxisItem => ({
  id,
  text: `Model ${id}`,
  quantity: { low, value, high, coverage: 1, status: 'complete' },
  settled: true,
  figure: value !== null,
});

const width = (text: string) => text.length * 8;

describe('the index axis', () => {
  it('puts 0 and 100 at its ends and every mark at its value', () => {
    const { marks, ticks } = layOut([item('a', 0), item('b', 50, 40, 60), item('c', 100)], 100, 1100, width);
    expect(marks.map((mark) => mark.x)).toEqual([100, 600, 1100]);
    expect([marks[1]?.low, marks[1]?.high]).toEqual([500, 700]);
    expect(ticks.map((tick) => tick.x)).toEqual([100, 200, 300, 400, 500, 600, 700, 800, 900, 1000, 1100]);
    expect(ticks.filter((tick) => tick.named).map((tick) => tick.value)).toEqual([0, 50, 100]);
  });

  it('spans the tens around what is there, and leaves out the empty rest', () => {
    expect(spanOf([item('a', 52, 48, 55), item('b', 71, 70, 73)])).toEqual([40, 80]);
    expect(spanOf([item('a', 95)])).toEqual([70, 100]);
    expect(spanOf([item('a', 3)])).toEqual([0, 30]);
    expect(spanOf([item('a', null, 0, 100)])).toEqual([0, 100]);
    expect(spanOf([])).toEqual([0, 100]);
    const { marks, ticks } = layOut([item('a', 50), item('b', 80)], 0, 400, width, [40, 80]);
    expect(marks.map((mark) => mark.x)).toEqual([100, 400]);
    expect(ticks.map((tick) => [tick.value, tick.named])).toEqual([40, 50, 60, 70, 80].map((value) => [value, true]));
    expect(density([item('a', 40), item('b', 80)], 4, [40, 80])).toEqual([1, 0, 0, 1]);
  });

  it('gives units without a figure rows of their own, and one where they do not touch', () => {
    const { marks, rows, lanes } = layOut(
      [
        item('a', null, 0, 40),
        item('b', null, 20, 60),
        item('c', 50),
        item('d', null, 70, 100),
        { ...item('e', 30, 5, 60), figure: false },
      ],
      0,
      1000,
      width,
    );
    expect(marks.map(({ id, row, lane }) => [id, row, lane])).toEqual([
      ['a', null, 0],
      ['e', null, 1],
      ['b', null, 2],
      ['c', 0, null],
      ['d', null, 0],
    ]);
    expect([rows, lanes]).toEqual([1, 3]);
  });

  it('stands a unit without a figure at the low end of its range where there are too many for rows', () => {
    const many = Array.from({ length: labelled + 1 }, (_, i) => item(String(i), null, 20, 60));
    expect(layOut(many, 0, 100, width).marks.every((mark) => mark.x === 20 && mark.lane === null)).toBe(true);
  });

  it('lets no two labels touch in one row', () => {
    const crowd = Array.from({ length: labelled }, (_, i) => item(String(i), 60 + ((i * 7) % 30)));
    const { marks } = layOut(crowd, 92, 1018, width);
    for (const a of marks) {
      for (const b of marks) {
        if (a === b || a.row === null || a.row !== b.row) continue;
        expect(Math.abs(a.labelX - b.labelX)).toBeGreaterThanOrEqual((width(a.text) + width(b.text)) / 2);
      }
    }
  });

  it('shows labels up to its limit and none beyond it', () => {
    const some = Array.from({ length: labelled }, (_, i) => item(String(i), i * 4));
    expect(layOut(some, 0, 4000, width).marks.every((mark) => mark.row !== null)).toBe(true);
    expect(layOut([...some, item('more', 3)], 0, 4000, width).marks.every((mark) => mark.row === null)).toBe(true);
  });

  it('goes from unit to unit by arrows and stays on the axis', () => {
    expect(['ArrowRight', 'ArrowLeft', 'Home', 'End', 'Tab'].map((key) => step(key, 1, 3))).toEqual([2, 0, 0, 2, null]);
    expect([step('ArrowRight', 2, 3), step('ArrowLeft', 0, 3)]).toEqual([2, 0]);
  });

  it('counts the units on each stretch', () => {
    expect(density([item('a', 0), item('b', 9), item('c', 100), item('d', null, 40, 60)], 10)).toEqual([
      2, 0, 0, 0, 1, 0, 0, 0, 0, 1,
    ]);
  });
});

describe('very many dots', () => {
  it('are one outline, and the pointer finds the nearest', () => {
    expect(dots([{ x: 10, y: 5 }], 2)).toBe('M8 5a2 2 0 1 0 4 0a2 2 0 1 0 -4 0');
    expect(dots([], 2)).toBe('');
    const marks = [{ x: 1 }, { x: 5 }, { x: 9 }];
    expect(nearest(marks, 6.9)).toBe(marks[1]);
    expect(nearest(marks, 100)).toBe(marks[2]);
    expect(nearest([], 5)).toBeNull();
  });
});
