/** The picture of a screw in its well: a head by its drive, a shank by its length. Pure geometry, px. */
export interface ScrewShape {
  /** Outline of the head, closed. */
  head: string;
  /** Outline of the shank, closed. */
  shank: string;
  /** Lines of the thread across the shank. */
  threads: { x1: number; y1: number; x2: number; y2: number }[];
  /** Height of the whole picture. */
  height: number;
}

const width = 32;
const headHeight = 8;

/** Shank in px: from 6 for the shortest to 40 for 20 mm and more; an unknown length has a middle one. */
export function shankLength(lengthMm: number | null | undefined): number {
  return lengthMm == null ? 16 : Math.min(40, 4 + lengthMm * 1.8);
}

/** Drives whose heads stand proud are drawn domed, those turned from the side as a hexagon, the rest flat. */
function head(drive: string | null | undefined): string {
  const middle = width / 2;
  if (drive === 'hex' || drive === 'nut') return `M${middle - 10} 1h20v${headHeight - 1}h-20z`;
  if (drive === 'sixLobe' || drive === 'sixLobePin' || drive === 'fiveLobe' || drive === 'triLobe') {
    return `M${middle - 10} ${headHeight}a10 ${headHeight - 1} 0 0 1 20 0z`;
  }
  return `M${middle - 12} 1h24l-6 ${headHeight - 1}h-12z`;
}

export function screwShape(drive: string | null | undefined, lengthMm: number | null | undefined): ScrewShape {
  const length = shankLength(lengthMm);
  const middle = width / 2;
  const threads = [];
  for (let y = headHeight + 4; y < headHeight + length - 1; y += 4) {
    threads.push({ x1: middle - 3, y1: y, x2: middle + 3, y2: y - 2 });
  }
  return {
    head: head(drive),
    shank: `M${middle - 3} ${headHeight}h6v${length}h-6z`,
    threads,
    height: headHeight + length + 1,
  };
}
