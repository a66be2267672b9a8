import { type Cost, layOut, rowHeight } from './ledger';

const width = 1060;
const from = 170;
const to = 980;

/** From 100 down to the index, kind by kind. Its twin in words is the list below it. */
export function LedgerChart({ name, index, costs }: { name: string; index: number; costs: readonly Cost[] }) {
  const { bars, height, index: at, whole, ticks } = layOut(index, costs, from, to);
  return (
    <svg
      className="ledger-chart"
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={`${name}: from 100 down to ${index.toFixed(1)}`}
    >
      {ticks.map((tick) => (
        <g key={tick.value}>
          <line className="ledger-grid" x1={tick.x} x2={tick.x} y1={14} y2={height - 22} />
          <text className="ledger-tick" x={tick.x} y={height - 6}>
            {tick.value}
          </text>
        </g>
      ))}
      <text className="ledger-name" x={from - 10} y={16}>
        all
      </text>
      <line className="ledger-index" x1={from} x2={whole} y1={11} y2={11} />
      {bars.map((bar) => (
        <g key={bar.name}>
          <text className="ledger-name" x={from - 10} y={bar.y + 16}>
            {bar.name}
          </text>
          <line className="ledger-grid" x1={bar.to} x2={bar.to} y1={bar.y - rowHeight + 11} y2={bar.y + 5} />
          <rect
            className="ledger-cost"
            x={bar.from}
            width={Math.max(0.5, bar.to - bar.from)}
            y={bar.y + 5}
            height={13}
          />
          <text className="ledger-figure" x={bar.to + 8} y={bar.y + 16}>
            −{bar.points.toFixed(1)}
          </text>
        </g>
      ))}
      <line className="ledger-index" x1={from} x2={at} y1={height - 30} y2={height - 30} />
      <text className="ledger-figure" x={at + 8} y={height - 26}>
        {index.toFixed(1)}
      </text>
    </svg>
  );
}
