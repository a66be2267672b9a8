import { crowd, dots } from './axis';
import { useWidth } from './useWidth';
import { layOut, type Priced } from './value';
import './ValueChart.css';

const height = 380;
const textWidth = (text: string) => text.length * 7.2;

/** Index against price. Its twin in figures is the table. */
export function ValueChart({ name, currency, units }: { name: string; currency: string; units: readonly Priced[] }) {
  const [drawing, width] = useWidth(360);
  const box = { left: 60, right: width - 30, top: 30, bottom: 320 };
  const { marks, stairs, prices, indices } = layOut(units, box, textWidth);
  // Very many are drawn together; those that nothing beats stand out as ever.
  const isCrowd = marks.length > crowd;
  const rest = marks.filter((mark) => !mark.best);
  return (
    <svg
      ref={drawing}
      className="value-chart"
      viewBox={`0 0 ${width} ${height}`}
      role="img"
      aria-label={`${name} against price`}
    >
      {indices.map((tick) => (
        <g key={tick.value}>
          <line className="ledger-grid" x1={box.left} x2={box.right} y1={tick.y} y2={tick.y} />
          <text className="value-left" x={box.left - 8} y={tick.y + 4}>
            {tick.value}
          </text>
        </g>
      ))}
      {prices.map((tick) => (
        <text key={tick.value} className="value-under" x={tick.x} y={box.bottom + 20}>
          {tick.value.toLocaleString('en')}
        </text>
      ))}
      <text className="value-under" x={(box.left + box.right) / 2} y={box.bottom + 42}>
        price, {currency}
      </text>
      <text className="value-name" x={8} y={12}>
        {name}
      </text>
      <polyline className="value-stairs" points={stairs.map((point) => `${point.x},${point.y}`).join(' ')} />
      {isCrowd && (
        <>
          <path className="way-range" d={rest.map((mark) => `M${mark.x} ${mark.yHigh}V${mark.yLow}`).join('')} />
          <path className="axis-dot" d={dots(rest, 5.5)} />
        </>
      )}
      {(isCrowd ? marks.filter((mark) => mark.best) : marks).map((mark) => (
        <g key={mark.id}>
          <line className="way-range" x1={mark.x} x2={mark.x} y1={mark.yHigh} y2={mark.yLow} />
          <circle className={mark.best ? 'axis-dot settled' : 'axis-dot'} cx={mark.x} cy={mark.y} r={5.5}>
            <title>{mark.text}</title>
          </circle>
          {mark.label !== null && (
            <text className="value-label" x={mark.label.x} y={mark.label.y}>
              {mark.text}
            </text>
          )}
        </g>
      ))}
    </svg>
  );
}
