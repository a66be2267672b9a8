import { scaleLinear } from 'd3-scale';
import type { Index } from '../api/client';
import { hasFigure } from '../record/IndexFigure';
import { short } from '../words';

/** Something to stand on an index axis. */
export interface AxisItem {
  id: string;
  text: string;
  quantity: Index;
  /** Whether the index can be relied on: a filled dot. */
  settled: boolean;
  /** Whether it has a figure; without one it is a range and no dot. */
  figure: boolean;
}

/** A unit as it stands on an axis. */
export function axisItem(unit: { id: string; model: string }, quantity: Index): AxisItem {
  return {
    id: unit.id,
    text: short(unit.model),
    quantity,
    settled: quantity.status === 'complete',
    figure: hasFigure(quantity),
  };
}

/** An item with its place on the axis. */
export interface AxisMark extends AxisItem {
  x: number;
  low: number;
  high: number;
  /** Where its label stands: rows above the line, the lowest 0; null where there is no room for one. */
  row: number | null;
  /** Its row below the line, the first 0: a range without a figure stands there by itself; null: it stands on the line. */
  lane: number | null;
  labelX: number;
}

export interface AxisLayout {
  marks: AxisMark[];
  rows: number;
  /** Rows below the line. */
  lanes: number;
  ticks: { value: number; x: number; named: boolean }[];
}

/** Up to this many dots every one has its label. */
export const labelled = 25;
/** Past this many they are drawn together: the arrows and the pointer still reach each. */
export const crowd = 200;
const maxRows = 6;
const gap = 8;

/** What an axis spans: the tens around what is there, so that the empty rest takes no room, and at least thirty points. */
export function spanOf(items: readonly AxisItem[]): readonly [number, number] {
  if (items.length === 0) return [0, 100];
  const from = Math.floor(Math.min(...items.map(({ quantity }) => quantity.low)) / 10) * 10;
  const to = Math.ceil(Math.max(...items.map(({ quantity }) => quantity.high)) / 10) * 10;
  const start = Math.max(0, Math.min(from, to - 30));
  return [start, Math.min(100, Math.max(to, start + 30))];
}

/**
 * Lays items out on an axis, from 0 to 100 where nothing else is said. Labels are put in the lowest row where they touch no other; past `labelled` items, none.
 * An item without a figure stands in a row of its own below the line, in the first where it touches no other; past `labelled` items on the line, at the low end of its range.
 */
export function layOut(
  items: readonly AxisItem[],
  left: number,
  right: number,
  textWidth: (text: string) => number,
  [from, to]: readonly [number, number] = [0, 100],
): AxisLayout {
  const scale = scaleLinear([from, to], [left, right]);
  const named = to - from > 60 ? 50 : 10;
  const taken: number[] = [];
  const lanes: number[] = [];
  const marks = items
    .map((item) => {
      const { low, high } = item.quantity;
      return { ...item, x: scale(standing(item)), low: scale(low), high: scale(high) };
    })
    .sort((a, b) => a.x - b.x)
    .map((mark): AxisMark => {
      const width = textWidth(mark.text);
      const within = (x: number) => Math.min(Math.max(x, left + width / 2 - 20), right - width / 2 + 20);
      if (items.length <= labelled && !mark.figure) {
        const labelX = within((mark.low + mark.high) / 2);
        let lane = 0;
        while ((lanes[lane] ?? -Infinity) > Math.min(mark.low, labelX - width / 2)) lane += 1;
        lanes[lane] = Math.max(mark.high, labelX + width / 2) + gap;
        return { ...mark, row: null, lane, labelX };
      }
      const labelX = within(mark.x);
      if (items.length > labelled) return { ...mark, row: null, lane: null, labelX };
      let row = 0;
      while (row < maxRows && (taken[row] ?? -Infinity) > labelX - width / 2) row += 1;
      if (row === maxRows) return { ...mark, row: null, lane: null, labelX };
      taken[row] = labelX + width / 2 + gap;
      return { ...mark, row, lane: null, labelX };
    });
  return {
    marks,
    rows: Math.max(1, taken.length),
    lanes: lanes.length,
    ticks: Array.from({ length: (to - from) / 10 + 1 }, (_, i) => from + i * 10).map((value) => ({
      value,
      x: scale(value),
      named: value % named === 0 || value === from || value === to,
    })),
  };
}

/** Where an item stands: at its value, or without a figure at its low end. */
function standing({ quantity, figure }: AxisItem): number {
  return figure ? (quantity.value ?? quantity.low) : quantity.low;
}

/** How many items share each stretch of the axis, for more items than can have labels. */
export function density(
  items: readonly AxisItem[],
  stretches: number,
  [from, to]: readonly [number, number] = [0, 100],
): number[] {
  const counts = new Array<number>(stretches).fill(0);
  for (const item of items) {
    const stretch = Math.min(stretches - 1, Math.floor(((standing(item) - from) / (to - from)) * stretches));
    counts[stretch] = (counts[stretch] ?? 0) + 1;
  }
  return counts;
}

/** The outline of many dots at once. */
export function dots(points: readonly { x: number; y: number }[], radius: number): string {
  return points
    .map(
      ({ x, y }) =>
        `M${x - radius} ${y}a${radius} ${radius} 0 1 0 ${2 * radius} 0a${radius} ${radius} 0 1 0 ${-2 * radius} 0`,
    )
    .join('');
}

/** The mark nearest to a place on the axis, of marks from left to right; null where there is none. */
export function nearest<TMark extends { x: number }>(marks: readonly TMark[], x: number): TMark | null {
  return marks.reduce<TMark | null>(
    (best, mark) => (best === null || Math.abs(mark.x - x) < Math.abs(best.x - x) ? mark : best),
    null,
  );
}

/** The mark that a key leads to from another, or null where the key leads nowhere. */
export function step(key: string, from: number, count: number): number | null {
  switch (key) {
    case 'ArrowRight':
      return Math.min(from + 1, count - 1);
    case 'ArrowLeft':
      return Math.max(from - 1, 0);
    case 'Home':
      return 0;
    case 'End':
      return count - 1;
    default:
      return null;
  }
}
