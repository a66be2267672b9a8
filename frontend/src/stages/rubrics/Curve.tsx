import { scaleLinear } from 'd3-scale';
import type { Schemas } from '../../api/client';
import { placeName } from './places';

/** A value function as the core computes it: what a measure is worth, from nothing at the bottom to everything at the top. */
export function Curve({ fn, to }: { fn: Schemas['ValueFunction'] | undefined; to?: number }) {
  if (fn === undefined) return null;
  const last = to ?? fn.points[fn.points.length - 1]?.measure ?? 1;
  const x = scaleLinear()
    .domain([fn.points[0]?.measure ?? 0, last])
    .range([2, 118]);
  const y = scaleLinear().domain([0, 1]).range([32, 4]);
  const line = fn.points.map((point) => `${fixed(x(point.measure ?? 0))},${fixed(y(point.worth ?? 0))}`).join(' ');
  return (
    <svg className="curve" viewBox="0 0 120 36" role="img" aria-label={`${placeName(fn.at)}: worth by ${fn.unit}`}>
      <line x1={2} x2={118} y1={32} y2={32} className="range-line" />
      <polyline points={line} className="curve-line" />
    </svg>
  );
}

const fixed = (place: number | undefined) => (place ?? 0).toFixed(1);
