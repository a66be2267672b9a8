import { describe, expect, it } from 'vitest';
import { layOut, type Priced } from './value';

const box = { left: 60, right: 1040, top: 20, bottom: 320 };
const width = (text: string) => text.length * 7;
const unit = (id: string, price: number, value: number, best = false): Priced => ({
  id,
  text: `Model ${id}`,
  price,
  low: value - 3,
  value,
  high: value + 3,
  best,
});

describe('value for the price', () => {
  it('stands a unit by its price and its index, and joins the best by stairs', () => {
    const { marks, stairs } = layOut(
      [unit('a', 500, 40, true), unit('b', 1000, 80, true), unit('c', 1000, 30)],
      box,
      width,
    );
    const at = (id: string) => marks.find((mark) => mark.id === id);
    expect(at('b')?.x).toBe(box.right);
    expect(at('b')?.y).toBeCloseTo(box.bottom - 0.8 * 300);
    expect(stairs).toEqual([
      { x: at('a')?.x, y: at('a')?.y },
      { x: at('b')?.x, y: at('a')?.y },
      { x: at('b')?.x, y: at('b')?.y },
    ]);
  });

  it('lets no label touch another or cover a dot, and keeps them inside', () => {
    const crowd = Array.from({ length: 40 }, (_, i) =>
      unit(String(i), 600 + ((i * 37) % 900), 30 + ((i * 13) % 50), i % 9 === 0),
    );
    const { marks } = layOut(crowd, box, width);
    const labels = marks.flatMap(({ id, text, label }) =>
      label === null
        ? []
        : [{ id, left: label.x, right: label.x + width(text), top: label.y - 12, bottom: label.y + 4 }],
    );
    expect(labels.length).toBeGreaterThan(20);
    for (const a of labels) {
      expect(a.left).toBeGreaterThanOrEqual(box.left);
      expect(a.right).toBeLessThanOrEqual(box.right);
      for (const b of labels) {
        const apart = a.right <= b.left || b.right <= a.left || a.bottom <= b.top || b.bottom <= a.top;
        expect(a === b || apart).toBe(true);
      }
      for (const { id, x, y } of marks) {
        const covers = x + 5 > a.left && x - 5 < a.right && y + 5 > a.top && y - 5 < a.bottom;
        expect(id !== a.id && covers).toBe(false);
      }
    }
  });

  it('has axes without a unit', () => {
    const { marks, stairs, prices } = layOut([], box, width);
    expect([marks, stairs]).toEqual([[], []]);
    expect(prices.length).toBeGreaterThan(1);
  });
});
