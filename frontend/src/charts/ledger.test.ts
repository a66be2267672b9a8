import { describe, expect, it } from 'vitest';
import { layOut } from './ledger';

describe('the ledger as a drawing', () => {
  const costs = [
    { name: 'fan', points: 5 },
    { name: 'battery', points: 20 },
    { name: 'camera', points: 0 },
    { name: 'memory', points: 5 },
  ];

  it('goes down from 100 to the index, the dearest first, without a gap', () => {
    const { bars, index, whole } = layOut(70, costs, 100, 1100);
    expect(bars.map((bar) => bar.name)).toEqual(['battery', 'fan', 'memory']);
    expect(bars[0]?.to).toBe(whole);
    bars.slice(1).forEach((bar, i) => expect(bar.to).toBe(bars[i]?.from));
    expect(bars.at(-1)?.from).toBe(index);
    expect(bars.map((bar) => bar.left)).toEqual([80, 75, 70]);
  });

  it('gives every bar a row of its own inside the drawing', () => {
    const { bars, height } = layOut(70, costs, 100, 1100);
    expect(new Set(bars.map((bar) => bar.y)).size).toBe(bars.length);
    for (const bar of bars) expect(bar.y).toBeLessThan(height - 24);
  });
});
