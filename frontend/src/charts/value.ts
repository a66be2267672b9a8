import { scaleLinear } from 'd3-scale';

/** A unit by its price and its index. */
export interface Priced {
  id: string;
  text: string;
  price: number;
  low: number;
  value: number;
  high: number;
  /** Whether nothing that costs no more beats it. */
  best: boolean;
}

export interface PricedMark extends Priced {
  x: number;
  y: number;
  yLow: number;
  yHigh: number;
  /** Where its label begins; null where there is no room for one. */
  textX: number | null;
}

export interface ValueLayout {
  marks: PricedMark[];
  /** From best to best, by price. */
  stairs: { x: number; y: number }[];
  prices: { value: number; x: number }[];
  indices: { value: number; y: number }[];
}

const labelHeight = 15;

/** Lays units out by price, from left to right, and by index, from the bottom to the top; labels that would touch are left to the focus. */
export function layOut(
  units: readonly Priced[],
  box: { left: number; right: number; top: number; bottom: number },
  textWidth: (text: string) => number,
): ValueLayout {
  const price = scaleLinear([0, Math.max(100, ...units.map((unit) => unit.price))], [box.left, box.right]).nice();
  const index = scaleLinear([0, 100], [box.bottom, box.top]);
  const taken: { x: number; y: number; width: number }[] = [];
  // The best for their price are labelled first.
  const marks = [...units]
    .sort((a, b) => Number(b.best) - Number(a.best) || a.price - b.price || (a.id < b.id ? -1 : 1))
    .map((unit): PricedMark => {
      const [x, y, width] = [price(unit.price), index(unit.value), textWidth(unit.text)];
      const textX = [x + 9, x - 9 - width].find(
        (at) =>
          at >= box.left &&
          at + width <= box.right &&
          taken.every(
            (other) => at + width < other.x || other.x + other.width < at || Math.abs(other.y - y) >= labelHeight,
          ),
      );
      if (textX !== undefined) taken.push({ x: textX, y, width });
      return { ...unit, x, y, yLow: index(unit.low), yHigh: index(unit.high), textX: textX ?? null };
    });
  const best = marks.filter((mark) => mark.best).sort((a, b) => a.x - b.x);
  return {
    marks,
    stairs: best.flatMap((mark, i) => {
      const before = best[i - 1];
      return before === undefined
        ? [{ x: mark.x, y: mark.y }]
        : [
            { x: mark.x, y: before.y },
            { x: mark.x, y: mark.y },
          ];
    }),
    prices: price.ticks(6).map((value) => ({ value, x: price(value) })),
    indices: index.ticks(5).map((value) => ({ value, y: index(value) })),
  };
}
