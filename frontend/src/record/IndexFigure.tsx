import type { Index } from '../api/client';
import { RangeBar } from '../charts/RangeBar';
import { type Exactness, indexRange, indexValue } from '../format';

interface Props {
  index: Index;
  exactness?: Exactness;
}

/** Whether an index has a figure that may be shown as one: by its own status, a draft has a range and no figure. */
export function hasFigure(index: Index): boolean {
  return index.value !== null && index.status !== 'draft';
}

/** An index as 63 (58–70), as 63 where both ends print alike; of which not enough is known as its range alone. */
export function IndexFigure({ index, exactness = 'rounded' }: Props) {
  const range = indexRange(index, exactness);
  return hasFigure(index) ? (
    <>
      <b>{indexValue(index, exactness)}</b>
      {range !== null && <span className="second"> ({range})</span>}
    </>
  ) : (
    <span className="range-alone">{range ?? indexValue(index, exactness)}</span>
  );
}

/** An index as a bar from 0 to 100, with a mark where it has a figure. */
export function IndexBar({ index }: { index: Index }) {
  return <RangeBar quantity={hasFigure(index) ? index : { ...index, value: null }} to={100} />;
}

/** The same in words alone. */
export function indexText(index: Index): string {
  const range = indexRange(index);
  if (!hasFigure(index))
    return `${range === null ? indexValue(index) : `between ${range.replace('–', ' and ')}`}, no figure yet`;
  return range === null ? indexValue(index) : `${indexValue(index)} (${range})`;
}
