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
  /** Where its label begins, on the baseline; null where there is no room for one. */
  label: { x: number; y: number } | null;
}

export interface ValueLayout {
  marks: PricedMark[];
  /** From best to best, by price. */
  stairs: { x: number; y: number }[];
  prices: { value: number; x: number }[];
  indices: { value: number; y: number }[];
}

/** How far the text of a label goes up from its baseline and down, and how far a dot goes out, with a hair of room. */
const [ascent, descent, dot] = [12, 4, 7];

interface Box {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

const touch = (a: Box, b: Box) => a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom;

/**
 * Lays units out by price, from left to right, and by index, from the bottom to the top. A label stands beside its dot, over it or under it, where it
 * covers no other label and no dot; where there is no such place it is left to the focus.
 */
export function layOut(units: readonly Priced[], box: Box, textWidth: (text: string) => number): ValueLayout {
  const price = scaleLinear([0, Math.max(100, ...units.map((unit) => unit.price))], [box.left, box.right]).nice();
  const index = scaleLinear([0, 100], [box.bottom, box.top]);
  const dots = units.map((unit) => {
    const [x, y] = [price(unit.price), index(unit.value)];
    return { id: unit.id, left: x - dot, right: x + dot, top: y - dot, bottom: y + dot };
  });
  const taken: Box[] = [];
  // The best for their price are labelled first.
  const marks = [...units]
    .sort((a, b) => Number(b.best) - Number(a.best) || a.price - b.price || (a.id < b.id ? -1 : 1))
    .map((unit): PricedMark => {
      const [x, y, width] = [price(unit.price), index(unit.value), textWidth(unit.text)];
      const label = [
        { x: x + 9, y: y - 6 },
        { x: x - 9 - width, y: y - 6 },
        { x: x + 9, y: y + 15 },
        { x: x - 9 - width, y: y + 15 },
        { x: x - width / 2, y: y - 13 },
      ]
        .map((at) => ({ at, left: at.x, right: at.x + width, top: at.y - ascent, bottom: at.y + descent }))
        .find(
          (one) =>
            one.left >= box.left &&
            one.right <= box.right &&
            one.bottom <= box.bottom &&
            !taken.some((other) => touch(one, other)) &&
            !dots.some((other) => other.id !== unit.id && touch(one, other)),
        );
      if (label !== undefined) taken.push(label);
      return { ...unit, x, y, yLow: index(unit.low), yHigh: index(unit.high), label: label?.at ?? null };
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
