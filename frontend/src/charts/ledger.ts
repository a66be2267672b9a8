import { scaleLinear } from 'd3-scale';

/** What something cost. */
export interface Cost {
  name: string;
  points: number;
}

export interface LedgerBar extends Cost {
  y: number;
  /** From what was left after it to what was left before it. */
  from: number;
  to: number;
  /** What is left after it, 0 to 100. */
  left: number;
}

export interface LedgerLayout {
  bars: LedgerBar[];
  height: number;
  /** Where the index stands, and 100. */
  index: number;
  whole: number;
  ticks: { value: number; x: number }[];
}

export const rowHeight = 24;

/** From 100 down to the index: a bar for each cost, the dearest first, each beginning where the one before it ended. */
export function layOut(index: number, costs: readonly Cost[], from: number, to: number): LedgerLayout {
  const scale = scaleLinear([0, 100], [from, to]);
  let left = 100;
  const bars = [...costs]
    .filter((cost) => cost.points > 0)
    .sort((a, b) => b.points - a.points || (a.name < b.name ? -1 : 1))
    .map((cost, i): LedgerBar => {
      const before = left;
      left -= cost.points;
      return { ...cost, y: (i + 1) * rowHeight, from: scale(left), to: scale(before), left };
    });
  return {
    bars,
    height: (bars.length + 3) * rowHeight,
    index: scale(index),
    whole: scale(100),
    ticks: scale.ticks(5).map((value) => ({ value, x: scale(value) })),
  };
}
