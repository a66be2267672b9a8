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

  it('lets no two labels touch and keeps them inside', () => {
    const crowd = Array.from({ length: 40 }, (_, i) =>
      unit(String(i), 600 + ((i * 37) % 900), 30 + ((i * 13) % 50), i % 9 === 0),
    );
    const labels = layOut(crowd, box, width).marks.filter((mark) => mark.textX !== null);
    expect(labels.length).toBeGreaterThan(20);
    for (const a of labels) {
      expect(a.textX).toBeGreaterThanOrEqual(box.left);
      expect((a.textX ?? 0) + width(a.text)).toBeLessThanOrEqual(box.right);
      for (const b of labels) {
        if (a === b || Math.abs(a.y - b.y) >= 15) continue;
        expect((a.textX ?? 0) + width(a.text) < (b.textX ?? 0) || (b.textX ?? 0) + width(b.text) < (a.textX ?? 0)).toBe(
          true,
        );
      }
    }
  });

  it('has axes without a unit', () => {
    const { marks, stairs, prices } = layOut([], box, width);
    expect([marks, stairs]).toEqual([[], []]);
    expect(prices.length).toBeGreaterThan(1);
  });
});
