import { barHeight, layOut, type Spent } from './ledger';
import { useWidth } from './useWidth';
import './LedgerChart.css';

const from = 205;
const top = 5;

/** How each ledger's bars look: the first filled, the second as an outline. */
const looks = ['ledger-cost', 'ledger-cost after'];

const cost = (points: number) => (points < 0.05 ? '0.0' : `−${points.toFixed(1)}`);

interface Props {
  name: string;
  /** One, or the ones before and after a change. */
  ledgers: readonly Spent[];
  /** What each of several is. */
  names?: readonly string[];
}

/** From 100 down to the index, kind by kind. Its twin in words is the list below it. */
export function LedgerChart({ name, ledgers, names = [] }: Props) {
  const [drawing, width] = useWidth(420);
  const to = width - 110;
  const { rows, rowHeight, height, indices, whole, ticks, start } = layOut(ledgers, from, to);
  const end = height - 36 - ledgers.length * barHeight;
  // Two strokes across a line that does not begin at 0.
  const broken = (y: number) =>
    start > 0 && <path className="ledger-break" d={`M${from + 8} ${y + 7}l6 -14m4 14l6 -14`} />;
  return (
    <svg
      ref={drawing}
      className="ledger-chart"
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={`${name}: from 100 down to ${ledgers.map((ledger) => ledger.index.toFixed(1)).join(', then ')}`}
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
      {broken(11)}
      {start > 0 && (
        <text className="ledger-name" x={from - 30} y={height - 6}>
          the axis begins at
        </text>
      )}
      {names.map((what, which) => (
        <g key={what}>
          <rect className={looks[which]} x={from + 8 + which * 170} width={22} y={20} height={8} />
          <text x={from + 36 + which * 170} y={28}>
            {what}
          </text>
        </g>
      ))}
      {rows.map((row) => (
        <g key={row.name}>
          <text className="ledger-name" x={from - 10} y={row.y + 16 + ((ledgers.length - 1) * barHeight) / 2}>
            {row.name}
          </text>
          {row.bars.map((bar, which) => (
            <g key={which}>
              <line className="ledger-grid" x1={bar.to} x2={bar.to} y1={bar.y - rowHeight + 11} y2={bar.y + top} />
              <rect
                className={looks[which]}
                x={bar.from}
                width={Math.max(0.5, bar.to - bar.from)}
                y={bar.y + top}
                height={barHeight - (ledgers.length > 1 ? 2 : 0)}
              />
              {ledgers.length === 1 && (
                <text className="ledger-figure" x={bar.to + 8} y={bar.y + 16}>
                  {cost(bar.points)}
                </text>
              )}
            </g>
          ))}
          {ledgers.length > 1 && (
            <text className="ledger-name" x={width - 10} y={row.y + 16 + ((ledgers.length - 1) * barHeight) / 2}>
              {row.bars.map((bar) => cost(bar.points)).join(' → ')}
            </text>
          )}
        </g>
      ))}
      {indices.map((at, which) => (
        <g key={which}>
          <line
            className={which === 0 ? 'ledger-index' : 'ledger-index after'}
            x1={from}
            x2={at}
            y1={end + which * barHeight + top}
            y2={end + which * barHeight + top}
          />
          {broken(end + which * barHeight + top)}
          <text className="ledger-figure" x={at + 8} y={end + which * barHeight + top + 4}>
            {ledgers[which]?.index.toFixed(1)}
          </text>
        </g>
      ))}
    </svg>
  );
}
