import type { Quantity } from '../api/client';
import './RangeBar.css';

/** A quantity as a mark in its range on a short line; the figures beside it say the same. */
export function RangeBar({ quantity, to }: { quantity: Quantity; to: number }) {
  const x = (value: number) => 2 + (value / to) * 96;
  return (
    <svg className="range-bar" viewBox="0 0 100 12" preserveAspectRatio="none" aria-hidden="true">
      <line className="range-line" x1={2} x2={98} y1={6} y2={6} />
      <rect
        className="range-span"
        x={x(quantity.low)}
        width={Math.max(0.6, x(quantity.high) - x(quantity.low))}
        y={3.5}
        height={5}
      />
      {quantity.value !== null && (
        <rect className="range-value" x={x(quantity.value) - 0.5} width={1} y={0} height={12} />
      )}
    </svg>
  );
}
