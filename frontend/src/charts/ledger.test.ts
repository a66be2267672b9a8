import { describe, expect, it } from 'vitest';
import { layOut } from './ledger';

const costs = [
  { name: 'fan', points: 5 },
  { name: 'battery', points: 20 },
  { name: 'camera', points: 0 },
  { name: 'memory', points: 5 },
];
const before = { index: 70, costs };
const after = {
  index: 85,
  costs: [
    { name: 'battery', points: 2 },
    { name: 'fan', points: 5 },
    { name: 'ports', points: 8 },
  ],
};

describe('the ledger as a drawing', () => {
  it('goes down from 100 to the index, the dearest first, without a gap', () => {
    const { rows, indices, whole } = layOut([before], 100, 1100);
    const bars = rows.flatMap((row) => row.bars);
    expect(bars.map((bar) => bar.name)).toEqual(['battery', 'fan', 'memory']);
    expect(bars[0]?.to).toBe(whole);
    bars.slice(1).forEach((bar, i) => expect(bar.to).toBe(bars[i]?.from));
    expect(bars.at(-1)?.from).toBe(indices[0]);
    expect(bars.map((bar) => bar.left)).toEqual([80, 75, 70]);
  });

  it('gives every bar a row of its own inside the drawing', () => {
    for (const ledgers of [[before], [before, after]]) {
      const { rows, height } = layOut(ledgers, 100, 1100);
      const ys = rows.flatMap((row) => row.bars).map((bar) => bar.y);
      expect(new Set(ys).size).toBe(ys.length);
      for (const y of ys) expect(y).toBeLessThan(height - 24);
    }
  });

  it('lays two beside each other in the same rows, each down to its own index', () => {
    const { rows, indices } = layOut([before, after], 100, 1100);
    expect(rows.map((row) => row.name)).toEqual(['battery', 'ports', 'fan', 'memory']);
    expect(rows.map((row) => row.bars.map((bar) => bar.points))).toEqual([
      [20, 2],
      [0, 8],
      [5, 5],
      [5, 0],
    ]);
    const last = rows.at(-1)?.bars;
    expect(last?.map((bar) => bar.left)).toEqual([70, 85]);
    expect(last?.map((bar) => bar.from)).toEqual(indices);
  });

  it('shows what was lost and not what was kept: the axis begins below the lowest index', () => {
    const start = (...indices: number[]) =>
      layOut(
        indices.map((index) => ({ index, costs: [{ name: 'fan', points: 100 - index }] })),
        100,
        1100,
      ).start;
    expect([start(70), start(75, 92), start(96), start(12), start(3)]).toEqual([60, 70, 90, 0, 0]);
    expect(layOut([before], 100, 1100).ticks[0]?.value).toBe(60);
  });
});
