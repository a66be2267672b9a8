import { describe, expect, it } from 'vitest';
import { layOut, shapeOf, type WayInItem, type WayInLayer } from './wayIn';

const width = (text: string) => text.length * 7.3;
const [left, right] = [60, 1040];

const layers: WayInLayer[] = [
  { name: 'outside', under: null },
  { name: 'inside', under: 'outside' },
  { name: 'under the board', under: 'inside' },
  { name: 'lid', under: 'outside' },
];

/** Parts at minutes that a seed gives, crowded in the first half of the line. */
function parts(count: number, seed: number): WayInItem[] {
  let state = seed;
  const next = () => (state = (state * 48_271) % 2_147_483_647) / 2_147_483_647;
  return Array.from({ length: count }, (_, i): WayInItem => {
    const value = 60 + next() ** 2 * 1_800;
    return {
      id: `p${i}`,
      text: `${['fan', 'display panel', 'ports board, with the main board'][i % 3]} ${i}`,
      side: next() < 0.6 ? 'repair' : 'upgrade',
      value,
      low: value * (next() < 0.3 ? 0.9 : 1),
      high: value * (next() < 0.3 ? 1.2 : 1),
      layer: layers[Math.floor(next() * layers.length)]?.name ?? null,
      unit: 0,
    };
  });
}

const isApart = (a: { from: number; to: number }, b: { from: number; to: number }) => a.to <= b.from || b.to <= a.from;

describe('the way in', () => {
  for (const count of [1, 5, 22, 40]) {
    it(`lets no label touch a mark, a label or a leading line among ${count} parts, and keeps all inside`, () => {
      for (let seed = 1; seed <= 60; seed += 1) {
        const { marks, height, line } = layOut(parts(count, seed), layers, left, right, width);
        expect(marks).toHaveLength(count);
        for (const a of marks) {
          expect(a.from).toBeGreaterThanOrEqual(0);
          expect(a.to).toBeLessThanOrEqual(right);
          expect(a.y).toBeGreaterThan(0);
          expect(a.y).toBeLessThan(height);
          expect(a.item.side === 'repair' ? a.y < line : a.y > line).toBe(true);
          for (const b of marks) {
            if (a === b || a.item.side !== b.item.side) continue;
            if (a.row === b.row) expect(isApart(a, b)).toBe(true);
            // The line that leads up to b passes the row of a.
            if (b.row > a.row) expect(b.x <= a.textX || b.x >= a.to).toBe(true);
          }
        }
      }
    });
  }

  it('begins where the first part comes out, where all lie far in, and at 0 where they do not', () => {
    const far = parts(9, 3).map((part) => ({
      ...part,
      low: part.low + 600,
      value: part.value + 600,
      high: part.high + 600,
    }));
    const { start, ticks } = layOut(far, layers, left, right, width);
    expect(start).toBeGreaterThan(5);
    expect(ticks[0]?.minutes).toBe(start);
    expect(ticks[0]?.x).toBeCloseTo(left);
    expect(ticks[0]?.named).toBe(true);
    expect(
      layOut(
        parts(22, 1).map((part, i) => (i === 0 ? { ...part, low: 10, value: 10, high: 10 } : part)),
        layers,
        left,
        right,
        width,
      ).start,
    ).toBe(0);
  });

  it('keeps forty parts inside a narrow window too', () => {
    for (let seed = 1; seed <= 20; seed += 1) {
      for (const mark of layOut(parts(40, seed), layers, left, 830, width).marks) {
        expect(mark.from).toBeGreaterThanOrEqual(0);
        expect(mark.to).toBeLessThanOrEqual(830);
      }
    }
  });

  it('gives layers that touch, or lie on another branch, lanes of their own', () => {
    for (let seed = 1; seed <= 60; seed += 1) {
      const { brackets } = layOut(parts(22, seed), layers, left, right, width);
      for (const a of brackets) {
        for (const b of brackets) {
          if (a === b || a.lane !== b.lane) continue;
          expect(isApart({ from: Math.min(a.from, a.textX), to: Math.max(a.to, a.textX + width(a.name)) }, b)).toBe(
            true,
          );
          expect([a.name, b.name]).not.toContain('lid' === a.name || 'lid' === b.name ? 'inside' : '');
        }
      }
    }
  });

  it('stands each part at its minutes and draws a layer over all that is reached in it', () => {
    const at = (id: string, minutes: number, layer: string): WayInItem => ({
      id,
      text: id,
      side: 'repair',
      low: minutes * 60,
      value: minutes * 60,
      high: minutes * 60,
      layer,
      unit: 0,
    });
    const { marks, brackets, ticks } = layOut(
      [at('a', 2, 'outside'), at('b', 4, 'inside'), at('c', 10, 'inside')],
      layers,
      left,
      right,
      width,
    );
    const x = (minutes: number) => left + ((right - left) * minutes) / 11;
    expect(marks.map((mark) => [mark.item.id, mark.x])).toEqual([
      ['c', x(10)],
      ['b', x(4)],
      ['a', x(2)],
    ]);
    const inside = brackets.find((bracket) => bracket.name === 'inside');
    expect([inside?.from, inside?.to]).toEqual([x(4) - 9, x(10) + 9]);
    expect(ticks.find((tick) => tick.minutes === 5)).toEqual({ minutes: 5, x: x(5), named: false });
    expect(ticks.filter((tick) => tick.named).map((tick) => tick.minutes)).toEqual([0, 2, 4, 6, 8, 10]);
  });

  it('draws the same data the same, in whatever order it comes', () => {
    const some = parts(40, 7);
    const byId = (layout: ReturnType<typeof layOut>) =>
      [...layout.marks].sort((a, b) => (a.item.id < b.item.id ? -1 : 1)).map((mark) => [mark.item.id, mark.x, mark.y]);
    expect(byId(layOut([...some].reverse(), layers, left, right, width))).toEqual(
      byId(layOut(some, layers, left, right, width)),
    );
  });

  it('has a line even without a part', () => {
    const { height, line, marks, brackets } = layOut([], layers, left, right, width);
    expect([marks, brackets]).toEqual([[], []]);
    expect(height).toBeGreaterThan(line);
  });

  it('has a shape for every mounting and one for none', () => {
    expect(['socketed', 'plugged', 'screwed', 'taped', 'glued', 'riveted', 'soldered', null].map(shapeOf)).toEqual([
      'hand',
      'plug',
      'screw',
      'half',
      'drop',
      'onePiece',
      'solder',
      'unknown',
    ]);
  });
});
