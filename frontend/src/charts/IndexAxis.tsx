import { useState } from 'react';
import { type AxisItem, type AxisMark, crowd, density, dots, labelled, layOut, nearest, step } from './axis';
import { indexText } from '../record/IndexFigure';
import { useWidth } from './useWidth';
import './IndexAxis.css';

const left = 92;
const rowHeight = 19;
const laneHeight = 22;
const textSize = 13;

const words = ({ quantity }: AxisItem) => indexText(quantity);

interface Props {
  name: string;
  items: AxisItem[];
  /** What it spans; where that is not all from 0 to 100, the line is broken there. */
  span: readonly [number, number];
  onOpen: (id: string) => void;
}

/** One index: a line with every unit on it, a dot with its range; below it, where not enough is known for a figure, ranges in rows of their own. Its twin in text is the list below it. */
export function IndexAxis({ name, items, span, onOpen }: Props) {
  const [drawing, width] = useWidth(300);
  const right = width - 22;
  const [at, setAt] = useState<string | null>(null);
  // One stop of the Tab key for the whole axis: the arrows go from unit to unit.
  const [kept, setStop] = useState(0);
  const stop = Math.min(kept, items.length - 1);
  const { marks, rows, lanes, ticks } = layOut(items, left, right, (text) => text.length * textSize * 0.56, span);
  const line = rows * rowHeight + 16;
  const axisHeight = line + 30;
  const height = axisHeight + (lanes > 0 ? lanes * laneHeight + 14 : 0);
  const yOf = (mark: AxisMark) => (mark.lane === null ? line : axisHeight + 8 + mark.lane * laneHeight);
  const dense = items.length > labelled;
  const counts = dense ? density(items, 100, span) : [];
  const most = Math.max(1, ...counts);
  const shown = marks.find((mark) => mark.id === at);
  return (
    <svg
      ref={drawing}
      className="axis"
      viewBox={`0 0 ${width} ${height}`}
      role="group"
      aria-label={`${name} index, ${items.length} units from ${span[0]} to ${span[1]}`}
    >
      <text className="axis-name" x={8} y={line + 5}>
        {name}
      </text>
      {counts.map((count, i) => (
        <rect
          className="axis-density"
          key={i}
          x={left + (i * (right - left)) / 100}
          width={(right - left) / 100 - 1}
          y={line - 6 - (count / most) * (line - 14)}
          height={(count / most) * (line - 14)}
        />
      ))}
      <line className="axis-line" x1={left} x2={right} y1={line} y2={line} />
      {span[0] > 0 && <path className="axis-line" d={`M${left - 11} ${line + 5}l4 -10m3 10l4 -10`} />}
      {span[1] < 100 && <path className="axis-line" d={`M${right} ${line + 5}l4 -10m3 10l4 -10`} />}
      {ticks.map((tick) => (
        <g key={tick.value}>
          <line
            className="axis-line"
            x1={tick.x}
            x2={tick.x}
            y1={line - (tick.named ? 6 : 3)}
            y2={line + (tick.named ? 6 : 3)}
          />
          {tick.named && (
            <text className="axis-tick" x={tick.x} y={line + 22}>
              {tick.value}
            </text>
          )}
        </g>
      ))}
      {items.length > crowd ? (
        <Crowd
          name={name}
          right={right}
          marks={marks}
          line={line}
          stop={stop}
          onStop={setStop}
          onAt={setAt}
          onOpen={onOpen}
        />
      ) : (
        <>
          {marks.map((mark) => (
            <rect
              className={mark.figure ? 'axis-range' : 'axis-range no-figure'}
              key={mark.id}
              x={mark.low}
              width={Math.max(1, mark.high - mark.low)}
              y={yOf(mark) - 4}
              height={8}
            />
          ))}
          {lanes > 0 && (
            <text className="axis-without" x={8} y={axisHeight + 12}>
              no figure yet
            </text>
          )}
          {marks.map(
            (mark) =>
              mark.row !== null &&
              mark.row > 0 && (
                <line
                  className="axis-lead"
                  key={mark.id}
                  x1={mark.x}
                  x2={mark.x}
                  y1={line - 8}
                  y2={line - 12 - mark.row * rowHeight}
                />
              ),
          )}
          {marks.map((mark, i) => (
            <g
              className="axis-mark"
              key={mark.id}
              role="link"
              tabIndex={i === stop ? 0 : -1}
              aria-label={`${mark.text}, ${name.toLowerCase()} ${words(mark)}`}
              onClick={() => onOpen(mark.id)}
              onKeyDown={(event) => {
                if (event.key === 'Enter') onOpen(mark.id);
                const next = step(event.key, i, marks.length);
                if (next === null) return;
                event.preventDefault();
                event.currentTarget.parentElement?.querySelectorAll<SVGGElement>('.axis-mark')[next]?.focus();
              }}
              onMouseEnter={() => setAt(mark.id)}
              onMouseLeave={() => setAt(null)}
              onFocus={() => {
                setAt(mark.id);
                setStop(i);
              }}
              onBlur={() => setAt(null)}
            >
              {(mark.row !== null || mark.lane !== null) && (
                <text
                  className="axis-label"
                  x={mark.labelX}
                  y={mark.row === null ? yOf(mark) + 4 : line - 13 - mark.row * rowHeight}
                >
                  {mark.text}
                </text>
              )}
              {mark.lane === null ? (
                <circle className="axis-target" cx={mark.x} cy={line} r={12} />
              ) : (
                <rect
                  className="axis-target"
                  x={mark.low - 4}
                  width={Math.max(24, mark.high - mark.low + 8)}
                  y={yOf(mark) - 11}
                  height={22}
                />
              )}
              {mark.figure ? (
                <circle className={mark.settled ? 'axis-dot settled' : 'axis-dot'} cx={mark.x} cy={line} r={5.5} />
              ) : (
                <path className="axis-open" d={`M${mark.low} ${yOf(mark) - 7}v14M${mark.high} ${yOf(mark) - 7}v14`} />
              )}
            </g>
          ))}
        </>
      )}
      {shown !== undefined && (
        <text className="axis-shown" x={shown.labelX} y={height - 1}>
          {shown.row === null && shown.lane === null ? `${shown.text} ` : ''}
          {words(shown)}
        </text>
      )}
    </svg>
  );
}

interface CrowdProps {
  name: string;
  right: number;
  marks: readonly AxisMark[];
  line: number;
  stop: number;
  onStop: (stop: number) => void;
  onAt: (id: string | null) => void;
  onOpen: (id: string) => void;
}

/** Very many units: drawn together, with one mark that the arrows and the pointer move. */
function Crowd({ name, right, marks, line, stop, onStop, onAt, onOpen }: CrowdProps) {
  const ranges = (some: readonly AxisMark[]) =>
    some.map((mark) => `M${mark.low} ${line - 4}h${Math.max(1, mark.high - mark.low)}v8H${mark.low}z`).join('');
  const at = (some: readonly AxisMark[]) =>
    dots(
      some.map(({ x }) => ({ x, y: line })),
      5.5,
    );
  const [figured, open] = [marks.filter((mark) => mark.figure), marks.filter((mark) => !mark.figure)];
  const mark = marks[stop];
  const pointed = (event: React.MouseEvent<SVGRectElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    return nearest(marks, left + ((event.clientX - box.left) / box.width) * (right - left));
  };
  return (
    <>
      <path className="axis-range crowded" d={ranges(figured)} />
      <path className="axis-range no-figure crowded" d={ranges(open)} />
      <path className="axis-dot" d={at(figured.filter((one) => !one.settled))} />
      <path className="axis-dot settled" d={at(figured.filter((one) => one.settled))} />
      <path
        className="axis-open"
        d={open.map((one) => `M${one.low} ${line - 7}v14M${one.high} ${line - 7}v14`).join('')}
      />
      <rect
        className="axis-target"
        x={left}
        width={right - left}
        y={line - 14}
        height={28}
        onMouseMove={(event) => onAt(pointed(event)?.id ?? null)}
        onMouseLeave={() => onAt(null)}
        onClick={(event) => {
          const hit = pointed(event);
          if (hit !== null) onOpen(hit.id);
        }}
      />
      {mark !== undefined && (
        <g
          className="axis-mark"
          role="link"
          tabIndex={0}
          aria-label={`${mark.text}, ${name.toLowerCase()} ${words(mark)}`}
          onKeyDown={(event) => {
            if (event.key === 'Enter') onOpen(mark.id);
            const next = step(event.key, stop, marks.length);
            if (next === null) return;
            event.preventDefault();
            onStop(next);
            onAt(marks[next]?.id ?? null);
          }}
          onFocus={() => onAt(mark.id)}
          onBlur={() => onAt(null)}
        >
          <circle className="axis-target" cx={mark.x} cy={line} r={12} />
        </g>
      )}
    </>
  );
}
