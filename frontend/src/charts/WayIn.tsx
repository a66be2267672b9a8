import { useState } from 'react';
import { step } from './axis';
import { useWidth } from './useWidth';
import { layOut, legend, type MarkShape, type WayInItem, type WayInLayer } from './wayIn';
import './WayIn.css';

const left = 66;
const textSize = 13;
const textWidth = (text: string) => text.length * textSize * 0.55;
const legendWidth = 118;
const legendHeight = 24;

export interface WayInPart extends WayInItem {
  shape: MarkShape;
  /** What the mark is, in words: kind, mounting, minutes. */
  name: string;
}

interface Props {
  parts: readonly WayInPart[];
  layers: readonly WayInLayer[];
  /** Names of the two machines where two are on the line. */
  units?: readonly [string, string];
  selected: string | null;
  onSelect: (id: string) => void;
}

/** A horizontal line of minutes from the outside inwards, with every part at the effort of its route. */
export function WayIn({ parts, layers, units, selected, onSelect }: Props) {
  const [drawing, width] = useWidth(420);
  const right = width - 14;
  const { marks, brackets, ticks, line, height, start } = layOut(parts, layers, left, right, textWidth);
  // Room above it for the names of two machines.
  const head = units === undefined ? 0 : 24;
  const order = [...marks].sort((a, b) => a.x - b.x || (a.item.side < b.item.side ? -1 : 1));
  // One stop of the Tab key for the whole chart: the arrows go from part to part.
  const [kept, setStop] = useState(0);
  const stop = Math.min(kept, order.length - 1);
  const foot = height + 26;
  // The legend takes as many rows as it needs.
  const inARow = Math.max(1, Math.floor((right - left) / legendWidth));
  const legendAt = (i: number) => ({
    x: left + 8 + (i % inARow) * legendWidth,
    y: foot + Math.floor(i / inARow) * legendHeight,
  });
  const legendEnd = foot + Math.floor((legend.length - 1) / inARow) * legendHeight;
  return (
    <svg
      ref={drawing}
      className="way-in"
      viewBox={`0 ${-head} ${width} ${legendEnd + 18 + head}`}
      role="group"
      aria-label="Way in, parts by minutes there and back"
    >
      {brackets.map((bracket) => (
        <g key={bracket.name} className="way-layer">
          <text x={bracket.textX} y={bracket.y - 6}>
            {bracket.name}
          </text>
          <path d={`M${bracket.from} ${bracket.y + 5}v-5H${bracket.to}v5`} />
        </g>
      ))}
      <line className="way-line" x1={left} x2={right} y1={line} y2={line} />
      {start > 0 && <path className="way-line" d={`M${left - 11} ${line + 5}l4 -10m3 10l4 -10`} />}
      {ticks.map((tick) => (
        <g key={tick.minutes}>
          <line className="way-line" x1={tick.x} x2={tick.x} y1={line} y2={line + (tick.named ? 7 : 4)} />
          {tick.named && (
            <text className="way-tick" x={tick.x} y={line + 20}>
              {tick.minutes}
              {tick.minutes === start ? ' min' : ''}
            </text>
          )}
        </g>
      ))}
      <text className="way-side" x={8} y={line - 14}>
        repair
      </text>
      <text className="way-side" x={8} y={line + 38}>
        upgrade
      </text>
      {marks.map((mark) => (
        <line
          key={mark.item.id}
          className="way-lead"
          x1={mark.x}
          x2={mark.x}
          y1={mark.item.side === 'repair' ? line : line + 24}
          y2={mark.y}
        />
      ))}
      {order.map((mark, i) => (
        <g
          key={mark.item.id}
          className={`way-mark${mark.item.unit === 1 ? ' second-unit' : ''}${mark.item.id === selected ? ' chosen' : ''}`}
          role="button"
          aria-pressed={mark.item.id === selected}
          tabIndex={i === stop ? 0 : -1}
          aria-label={mark.item.name}
          onClick={() => onSelect(mark.item.id)}
          onKeyDown={(event) => {
            if (event.key === 'Enter' || event.key === ' ') {
              event.preventDefault();
              onSelect(mark.item.id);
              return;
            }
            const next = step(event.key, i, order.length);
            if (next === null) return;
            event.preventDefault();
            event.currentTarget.parentElement?.querySelectorAll<SVGGElement>('.way-mark')[next]?.focus();
          }}
          onFocus={() => setStop(i)}
        >
          {mark.high - mark.low > 1 && (
            <line className="way-range" x1={mark.low} x2={mark.high} y1={mark.y} y2={mark.y} />
          )}
          <rect className="way-target" x={mark.from} y={mark.y - 12} width={mark.to - mark.from} height={24} />
          <Shape shape={mark.item.shape} x={mark.x} y={mark.y} />
          <text x={mark.textX} y={mark.y + 4.5}>
            {mark.item.text}
          </text>
        </g>
      ))}
      <g className="way-legend">
        {legend.map(({ shape, text }, i) => (
          <g key={shape} className="way-mark">
            <Shape shape={shape} {...legendAt(i)} />
            <text x={legendAt(i).x + 14} y={legendAt(i).y + 4.5}>
              {text}
            </text>
          </g>
        ))}
      </g>
      {units?.map((name, i) => (
        <g key={name} className={i === 1 ? 'way-mark second-unit' : 'way-mark'}>
          <rect className="way-unit" x={right - 420 + i * 215} y={4 - head} width={12} height={12} />
          <text x={right - 402 + i * 215} y={15 - head}>
            {name}
          </text>
        </g>
      ))}
    </svg>
  );
}

function Shape({ shape, x, y }: { shape: MarkShape; x: number; y: number }) {
  const circle = <circle className="way-shape" cx={x} cy={y} r={6.2} />;
  switch (shape) {
    case 'hand':
      return circle;
    case 'plug':
      return (
        <>
          {circle}
          <circle className="way-fill" cx={x} cy={y} r={2.2} />
        </>
      );
    case 'screw':
      return (
        <>
          {circle}
          <line className="way-stroke" x1={x - 3.4} x2={x + 3.4} y1={y} y2={y} />
        </>
      );
    case 'half':
      return (
        <>
          {circle}
          <path className="way-fill" d={`M${x - 6.2} ${y}a6.2 6.2 0 0 0 12.4 0Z`} />
        </>
      );
    case 'drop':
      return (
        <path
          className="way-fill"
          d={`M${x} ${y - 7}c2 3.6 4.6 5.2 4.6 8.4a4.6 4.6 0 0 1 -9.2 0c0 -3.2 2.6 -4.8 4.6 -8.4Z`}
        />
      );
    case 'onePiece':
      return <path className="way-fill" d={`M${x} ${y - 6.6}L${x + 6.8} ${y + 5.4}H${x - 6.8}Z`} />;
    case 'solder':
      return <rect className="way-fill" x={x - 5.8} y={y - 5.8} width={11.6} height={11.6} />;
    case 'unknown':
      return <circle className="way-shape unknown" cx={x} cy={y} r={6.2} />;
  }
}
