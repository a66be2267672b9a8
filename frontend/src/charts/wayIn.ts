import { scaleLinear } from 'd3-scale';

/** A part to stand on the line of minutes. */
export interface WayInItem {
  id: string;
  text: string;
  /** Above the line, or below it. */
  side: 'repair' | 'upgrade';
  /** Effort of its route, s. */
  low: number;
  value: number;
  high: number;
  /** The layer where it comes out; null: unknown. */
  layer: string | null;
  /** 0, or 1 for the second of two machines on one line. */
  unit: 0 | 1;
}

export interface WayInLayer {
  name: string;
  /** The layer over it; null: the outside. */
  under: string | null;
}

export interface WayInMark<T> {
  item: T;
  x: number;
  y: number;
  low: number;
  high: number;
  /** Row away from the line, the nearest 0. */
  row: number;
  /** Where its label begins. */
  textX: number;
  /** What it takes up from left to right, label and all. */
  from: number;
  to: number;
}

export interface WayInBracket {
  name: string;
  lane: number;
  y: number;
  from: number;
  to: number;
  textX: number;
}

export interface WayInLayout<T> {
  height: number;
  line: number;
  marks: WayInMark<T>[];
  brackets: WayInBracket[];
  ticks: { minutes: number; x: number; named: boolean }[];
  /** Where the line begins, min; above 0 it is broken there, and says so. */
  start: number;
}

export const rowHeight = 22;
const laneHeight = 26;
const markRadius = 9;
const gap = 10;
const labelGap = 4;
const top = 8;
const aroundLine = 26;
const firstLabel = 40;

/**
 * Lays parts out on a line of minutes, the outside on the left. Parts that would touch go to a row further away from the line, and
 * layers that would touch, or lie on another branch, to a lane of their own; there are as many of both as it takes, and the height tells.
 */
export function layOut<T extends WayInItem>(
  items: readonly T[],
  layers: readonly WayInLayer[],
  left: number,
  right: number,
  textWidth: (text: string) => number,
): WayInLayout<T> {
  const least = startOf(items);
  const scale = scaleLinear([least, longest(items, least, right - left, textWidth)], [left, right]).nice();
  const placed = [...items]
    .map((item) => span(item, scale, textWidth))
    // From the right to the left: what stands lower then begins to the right of every line that leads up past it.
    .sort((a, b) => b.x - a.x || a.item.unit - b.item.unit || (a.item.id < b.item.id ? -1 : 1));
  const rows = { repair: 0, upgrade: 0 };
  const marks: Omit<WayInMark<T>, 'y'>[] = [];
  for (const mark of placed) {
    const { side } = mark.item;
    const others = marks.filter((other) => other.item.side === side);
    let row = 0;
    while (others.some((other) => touches(mark, row, other))) row += 1;
    rows[side] = Math.max(rows[side], row + 1);
    marks.push({ ...mark, row });
  }
  const brackets = bracketsOf(placed, layers, right, textWidth);
  const lanes = Math.max(0, ...brackets.map((bracket) => bracket.lane + 1));
  const line = top + lanes * laneHeight + Math.max(1, rows.repair) * rowHeight + aroundLine;
  return {
    line,
    height: line + aroundLine + 14 + Math.max(1, rows.upgrade) * rowHeight,
    marks: marks.map((mark) => ({
      ...mark,
      y:
        mark.item.side === 'repair'
          ? line - aroundLine - mark.row * rowHeight
          : line + aroundLine + 14 + mark.row * rowHeight,
    })),
    brackets: brackets.map((bracket) => ({ ...bracket, y: top + bracket.lane * laneHeight + 18 })),
    ticks: ticksOf(scale),
    start: scale.domain()[0] ?? 0,
  };
}

type Scale = ReturnType<typeof scaleLinear<number, number>>;

/** Minutes at the left end: what every part shares takes no room where that is more than a fifth of the line. */
function startOf(items: readonly WayInItem[]): number {
  const least = Math.min(...items.map((item) => item.low)) / 60;
  const most = Math.max(...items.map((item) => item.high)) / 60;
  return items.length > 0 && least > most / 5 ? Math.max(0, Math.floor(least - 0.5)) : 0;
}

/** Minutes at the right end, so that every label has room to the right of its mark. */
function longest(
  items: readonly WayInItem[],
  start: number,
  width: number,
  textWidth: (text: string) => number,
): number {
  const needed = items.map((item) => {
    const label = textWidth(item.text) + markRadius + labelGap;
    return start + (item.high / 60 - start) * (width / Math.max(1, width - label));
  });
  return Math.max(start + 1, ...needed);
}

function span<T extends WayInItem>(item: T, scale: Scale, textWidth: (text: string) => number) {
  const [x, low, high] = [scale(item.value / 60), scale(item.low / 60), scale(item.high / 60)];
  const textX = Math.max(x + markRadius, high) + labelGap;
  return { item, x, low, high, textX, from: Math.min(x - markRadius, low), to: textX + textWidth(item.text) };
}

interface Spanned {
  x: number;
  textX: number;
  from: number;
  to: number;
}

/** Whether a mark in a row would touch one that is placed, its label, or the line that leads up to it. */
function touches(mark: Spanned, row: number, other: Spanned & { row: number }): boolean {
  if (other.row === row) return mark.from < other.to + gap && other.from < mark.to + gap;
  // The line that leads to the one further away passes the row of the nearer one; those placed before stand to the right.
  return other.row > row && mark.textX - 2 < other.x && other.x < mark.to + 2;
}

function bracketsOf(
  marks: readonly (Spanned & { item: WayInItem })[],
  layers: readonly WayInLayer[],
  right: number,
  textWidth: (text: string) => number,
): Omit<WayInBracket, 'y'>[] {
  const brackets: (Omit<WayInBracket, 'y'> & { end: number; begin: number })[] = [];
  for (const { name } of layers) {
    const inside = marks.filter((mark) => mark.item.layer === name).map((mark) => mark.x);
    if (inside.length === 0) continue;
    const from = Math.min(...inside) - markRadius;
    const to = Math.max(...inside) + markRadius;
    const width = textWidth(name);
    const textX = Math.max(0, Math.min(from, right - width));
    const begin = Math.min(from, textX);
    const end = Math.max(to, textX + width);
    let lane = 0;
    while (
      brackets.some(
        (other) =>
          other.lane === lane &&
          ((begin < other.end + gap && other.begin < end + gap) || !onOneBranch(name, other.name, layers)),
      )
    )
      lane += 1;
    brackets.push({ name, lane, from, to, textX, begin, end });
  }
  return brackets.map(({ name, lane, from, to, textX }) => ({ name, lane, from, to, textX }));
}

function onOneBranch(one: string, other: string, layers: readonly WayInLayer[]): boolean {
  return isUnder(one, other, layers) || isUnder(other, one, layers);
}

function isUnder(name: string, over: string, layers: readonly WayInLayer[]): boolean {
  const seen = new Set<string>();
  let at: string | null | undefined = name;
  while (at != null && !seen.has(at)) {
    if (at === over) return true;
    seen.add(at);
    const here: string = at;
    at = layers.find((layer) => layer.name === here)?.under;
  }
  return false;
}

function ticksOf(scale: Scale): WayInLayout<never>['ticks'] {
  const [start = 0] = scale.domain();
  // Where the line begins is always said; what would stand in that is not.
  const named = scale
    .ticks(6)
    .filter((minutes) => Number.isInteger(minutes) && scale(minutes) - scale(start) > firstLabel);
  return [...new Set([start, ...scale.ticks(24)])].map((minutes) => ({
    minutes,
    x: scale(minutes),
    named: minutes === start || named.includes(minutes),
  }));
}

/** How a mounting is drawn. */
export type MarkShape = 'hand' | 'plug' | 'screw' | 'half' | 'drop' | 'onePiece' | 'solder' | 'unknown';

const shapes: Record<string, MarkShape> = {
  socketed: 'hand',
  slid: 'hand',
  magnetic: 'hand',
  plugged: 'plug',
  screwed: 'screw',
  clipped: 'half',
  taped: 'half',
  glued: 'drop',
  riveted: 'onePiece',
  laminated: 'onePiece',
  soldered: 'solder',
};

export function shapeOf(mounting: string | null | undefined): MarkShape {
  return mounting == null ? 'unknown' : (shapes[mounting] ?? 'unknown');
}

/** What each shape stands for, in the order of the legend. */
export const legend: readonly { shape: MarkShape; text: string }[] = [
  { shape: 'hand', text: 'by hand' },
  { shape: 'plug', text: 'plug' },
  { shape: 'screw', text: 'screws' },
  { shape: 'half', text: 'tape or clips' },
  { shape: 'drop', text: 'glue' },
  { shape: 'onePiece', text: 'one piece' },
  { shape: 'solder', text: 'solder' },
  { shape: 'unknown', text: 'not known' },
];
