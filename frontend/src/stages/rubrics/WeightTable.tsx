import { Checkbox } from 'antd';
import { type PointerEvent, useRef, useState } from 'react';
import { rowName, tableName } from './places';
import { RubricNumber } from './RubricNumber';
import { mostTaken, moved, type Weights, withWeight } from './rubric';
import { useWidth } from '../../charts/useWidth';

interface Props {
  at: string;
  weights: Weights;
  /** The exponent of the mean that they go into, and what nothing counts as there. */
  exponent: number;
  floor: number;
  onChange: (weights: Weights, gesture?: symbol) => void;
}

/** The weights of one table: a bar whose borders can be moved, and a number for each; the sum stays unless it is let go. */
export function WeightTable({ at, weights, exponent, floor, onChange }: Props) {
  const [keeps, setKeeps] = useState(true);
  const keys = Object.keys(weights);
  const sum = Math.round(Object.values(weights).reduce((total, one) => total + one, 0) * 100) / 100;
  return (
    <section aria-label={tableName(at)} className="weights">
      <h3>{tableName(at)}</h3>
      <WeightBar weights={weights} sum={sum} onChange={onChange} />
      <div className="weight-sum">
        <Checkbox checked={keeps} onChange={(event) => setKeeps(event.target.checked)}>
          Keep the sum of {sum}
        </Checkbox>
        <span className="note">
          Behind each its share, and the points of 100 that it takes where it alone is worth nothing.
        </span>
      </div>
      <ul className="weight-list">
        {keys.map((key) => (
          <li key={key}>
            <span>{rowName(key)}</span>
            <RubricNumber
              name={`${tableName(at)}: ${rowName(key)}`}
              value={weights[key] ?? 0}
              onChange={(weight) => onChange(keeps ? withWeight(weights, key, weight) : { ...weights, [key]: weight })}
            />
            <span className="second">{sum > 0 ? `${(((weights[key] ?? 0) / sum) * 100).toFixed(1)} %` : '–'}</span>
            <span className="second weight-most">
              {sum > 0 ? `−${mostTaken(weights, key, exponent, floor).toFixed(1)}` : ''}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function WeightBar({
  weights,
  sum,
  onChange,
}: {
  weights: Weights;
  sum: number;
  onChange: (weights: Weights, gesture: symbol) => void;
}) {
  const drag = useRef<{ left: string; right: string; x: number; from: Weights; scale: number; gesture: symbol } | null>(
    null,
  );
  const [drawing, wide] = useWidth(200);
  const keys = Object.keys(weights);
  if (sum <= 0) return <p className="note">Every weight is zero.</p>;
  const segments: { key: string; x: number; width: number }[] = [];
  let x = 0;
  for (const key of keys) {
    const width = ((weights[key] ?? 0) / sum) * wide;
    segments.push({ key, x, width });
    x += width;
  }
  const onDown = (event: PointerEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const scale = wide / box.width;
    const at = (event.clientX - box.left) * scale;
    // The border nearest to the pointer moves.
    let nearest = -1;
    for (let i = 1; i < segments.length; i += 1) {
      const here = Math.abs((segments[i]?.x ?? 0) - at);
      if (nearest < 0 || here < Math.abs((segments[nearest]?.x ?? 0) - at)) nearest = i;
    }
    const [left, right] = [segments[nearest - 1]?.key, segments[nearest]?.key];
    if (left === undefined || right === undefined) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    drag.current = { left, right, x: at, from: weights, scale, gesture: Symbol('drag') };
  };
  const onMove = (event: PointerEvent<SVGSVGElement>) => {
    const held = drag.current;
    if (held === null) return;
    const box = event.currentTarget.getBoundingClientRect();
    const by = (((event.clientX - box.left) * held.scale - held.x) / wide) * sum;
    onChange(moved(held.from, held.left, held.right, Math.round(by * 10) / 10), held.gesture);
  };
  return (
    <svg
      ref={drawing}
      className="weight-bar"
      viewBox={`0 0 ${wide} 30`}
      role="img"
      aria-label={`Shares: ${keys.map((key) => `${rowName(key)} ${weights[key] ?? 0}`).join(', ')}`}
      onPointerDown={onDown}
      onPointerMove={onMove}
      onPointerUp={() => (drag.current = null)}
      onPointerCancel={() => (drag.current = null)}
    >
      {segments.map((segment, i) => (
        <g key={segment.key}>
          <rect
            className={i % 2 === 0 ? 'weight-even' : 'weight-odd'}
            x={segment.x}
            width={segment.width}
            y={1}
            height={28}
          >
            <title>
              {rowName(segment.key)}: {weights[segment.key]}
            </title>
          </rect>
          {segment.width > rowName(segment.key).length * 6.6 + 6 && (
            <text x={segment.x + segment.width / 2} y={19} textAnchor="middle">
              {rowName(segment.key)}
            </text>
          )}
        </g>
      ))}
    </svg>
  );
}
