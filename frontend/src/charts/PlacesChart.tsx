import { barRoom, layOut, type Placed } from './places';
import { useWidth } from './useWidth';
import './PlacesChart.css';

const left = 190;

/** How likely each place is, unit by unit. Its twin in figures is the table. */
export function PlacesChart({ name, units }: { name: string; units: readonly Placed[] }) {
  const [drawing, width] = useWidth(420);
  const right = width - 20;
  const { rows, columns, height } = layOut(units, left, right);
  return (
    <svg ref={drawing} className="places-chart" viewBox={`0 0 ${width} ${height}`} role="img" aria-label={name}>
      <text className="place-name" x={left - 12} y={15}>
        place
      </text>
      {columns.map((column) => (
        <text key={column.place} className="place-number" x={column.x} y={15}>
          {column.place}
        </text>
      ))}
      {rows.map((row) => (
        <g key={row.id}>
          <text className="place-name" x={left - 12} y={row.ground - barRoom / 2 + 5}>
            {row.name}
          </text>
          <line className="ledger-grid" x1={left} x2={right} y1={row.ground} y2={row.ground} />
          {row.bars.map((bar) => (
            <rect key={bar.place} className="place-chance" x={bar.x} y={bar.y} width={bar.width} height={bar.height}>
              <title>{`${row.name}, place ${bar.place}: ${(bar.chance * 100).toFixed(1)} %`}</title>
            </rect>
          ))}
          <line className="place-span" x1={row.span.from} x2={row.span.to} y1={row.ground + 3} y2={row.ground + 3} />
        </g>
      ))}
    </svg>
  );
}
