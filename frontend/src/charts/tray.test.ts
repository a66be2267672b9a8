import { describe, expect, it } from 'vitest';
import { screwShape, shankLength } from './tray';

describe('screws in their wells', () => {
  it('draws a longer screw longer, and never out of its well', () => {
    const lengths = [0.5, 2, 3, 5, 9, 20, 100];
    const drawn = lengths.map(shankLength);
    for (let i = 1; i < drawn.length; i += 1) expect(drawn[i]).toBeGreaterThanOrEqual(drawn[i - 1] ?? 0);
    expect(shankLength(9)).toBeGreaterThan(shankLength(5) + 5);
    expect(Math.max(...drawn)).toBe(40);
    expect(shankLength(null)).toBe(16);
  });

  it('keeps the thread inside the shank and tells heads apart by shape', () => {
    for (const length of [0.5, 4, 30]) {
      const shape = screwShape('cross', length);
      for (const line of shape.threads) expect(line.y1).toBeLessThan(shape.height);
    }
    expect(new Set(['cross', 'sixLobe', 'hex'].map((drive) => screwShape(drive, 4).head)).size).toBe(3);
    expect(screwShape('cross', 4)).toEqual(screwShape('cross', 4));
  });
});
