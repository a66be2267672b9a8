/** A strip of wells: those that were opened one after the other in one layer. */
export interface Strip {
  layer: string;
  /** Where its name stands. */
  y: number;
  cells: { index: number; x: number; y: number }[];
}

export const cell = { width: 202, height: 92 };
const gap = 10;
const head = 28;

/** Lays wells out in the order of opening, a strip for each layer's turn; a strip that is full goes on below. */
export function layOut(layers: readonly string[], width: number): { strips: Strip[]; height: number } {
  const perRow = Math.max(1, Math.floor((width + gap) / (cell.width + gap)));
  const strips: Strip[] = [];
  let y = 0;
  layers.forEach((layer, index) => {
    let strip = strips.at(-1);
    if (strip?.layer !== layer) {
      if (strip !== undefined) y += cell.height + 2 * gap;
      strip = { layer, y: y + 18, cells: [] };
      strips.push(strip);
      y += head;
    } else if (strip.cells.length % perRow === 0) y += cell.height + gap;
    strip.cells.push({ index, x: (strip.cells.length % perRow) * (cell.width + gap), y });
  });
  return { strips, height: strips.length === 0 ? 0 : y + cell.height + 2 };
}

/** Words in at most so many lines of at most so many letters; what does not fit is cut with an ellipsis. */
export function lines(text: string, letters: number, most: number): string[] {
  const result: string[] = [];
  for (const word of text.split(' ')) {
    const last = result.at(-1);
    if (last !== undefined && last.length + 1 + word.length <= letters) result[result.length - 1] = `${last} ${word}`;
    else result.push(word);
  }
  const kept = result.slice(0, most);
  return kept.map((line, i) => {
    const isCut = line.length > letters || (i === most - 1 && result.length > most);
    return isCut ? `${line.slice(0, letters - 1).trimEnd()}…` : line;
  });
}
