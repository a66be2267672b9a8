import type { Quantity, Schemas } from '../api/client';
import { type Exactness, indexRange, indexValue } from '../format';

interface Props {
  quantity: Quantity;
  /** How far the result can be relied on: a draft has a range and no figure. Undefined: of no result as a whole. */
  status?: Schemas['Status'] | undefined;
  exactness?: Exactness;
}

/** Whether an index has a figure that may be shown as one. */
export function hasFigure(quantity: Quantity, status?: Schemas['Status']): boolean {
  return quantity.value !== null && status !== 'draft';
}

/** An index as 63 (58–70); of which not enough is known as its range alone. */
export function IndexFigure({ quantity, status, exactness = 'rounded' }: Props) {
  const range = indexRange(quantity, exactness);
  return hasFigure(quantity, status) ? (
    <>
      <b>{indexValue(quantity, exactness)}</b> <span className="second">{range}</span>
    </>
  ) : (
    <span className="range-alone">{range.slice(1, -1)}</span>
  );
}

/** The same in words alone. */
export function indexText(quantity: Quantity, status: Schemas['Status']): string {
  return hasFigure(quantity, status)
    ? `${indexValue(quantity)} ${indexRange(quantity)}`
    : `between ${indexRange(quantity).slice(1, -1).replace('–', ' and ')}, no figure yet`;
}
