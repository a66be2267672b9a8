import { scaleLinear } from 'd3-scale';

/** What something cost. */
export interface Cost {
  name: string;
  points: number;
}

/** An index and what stands between 100 and it. */
export interface Spent {
  index: number;
  costs: readonly Cost[];
}

export interface LedgerBar extends Cost {
  y: number;
  /** From what was left after it to what was left before it. */
  from: number;
  to: number;
  /** What is left after it, 0 to 100. */
  left: number;
}

export interface LedgerRow {
  name: string;
  y: number;
  /** A bar for each ledger, in their order. */
  bars: LedgerBar[];
}

export interface LedgerLayout {
  rows: LedgerRow[];
  height: number;
  rowHeight: number;
  /** Where each ledger's index stands, and 100. */
  indices: number[];
  whole: number;
  ticks: { value: number; x: number }[];
  /** Where the axis begins; above 0 it is broken, and says so. */
  start: number;
}

export const barHeight = 13;
const besides = 11;

/** The ten below the lowest index: what was kept takes no room from what was lost. */
function startOf(ledgers: readonly Spent[]): number {
  const lowest = Math.min(...ledgers.map((ledger) => ledger.index));
  return Math.max(0, Math.floor((lowest - 4) / 10) * 10);
}

/** From 100 down to the index: a bar for each cost, the dearest first, each beginning where the one before it ended. Ledgers that are laid beside each other share rows and their order. */
export function layOut(ledgers: readonly Spent[], from: number, to: number): LedgerLayout {
  const start = startOf(ledgers);
  const scale = scaleLinear([start, 100], [from, to]);
  const rowHeight = barHeight + besides + (ledgers.length - 1) * barHeight;
  const costs = ledgers.map((ledger) => new Map(ledger.costs.map((cost) => [cost.name, cost.points])));
  const dearest = (name: string) => Math.max(...costs.map((of) => of.get(name) ?? 0));
  const names = [...new Set(costs.flatMap((of) => [...of.keys()]))]
    .filter((name) => dearest(name) > 0)
    .sort((a, b) => dearest(b) - dearest(a) || (a < b ? -1 : 1));
  const left = ledgers.map(() => 100);
  const rows = names.map((name, i): LedgerRow => {
    const y = (i + 1) * rowHeight;
    return {
      name,
      y,
      bars: costs.map((of, which): LedgerBar => {
        const points = of.get(name) ?? 0;
        const before = left[which] ?? 100;
        left[which] = before - points;
        return {
          name,
          points,
          y: y + which * barHeight,
          from: scale(before - points),
          to: scale(before),
          left: before - points,
        };
      }),
    };
  });
  return {
    rows,
    rowHeight,
    height: (rows.length + 1) * rowHeight + ledgers.length * barHeight + 44,
    indices: ledgers.map((ledger) => scale(ledger.index)),
    whole: scale(100),
    ticks: scale.ticks(5).map((value) => ({ value, x: scale(value) })),
    start,
  };
}
