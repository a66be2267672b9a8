import { describe, expect, it } from 'vitest';
import { cell, layOut, lines } from './traySheet';

describe('the tray as a sheet', () => {
  const layers = ['outside', 'outside', ...Array<string>(7).fill('inside'), 'under the board', 'inside'];

  it('keeps the order of opening, a strip for each turn of a layer', () => {
    const { strips } = layOut(layers, 1060);
    expect(strips.map((strip) => strip.layer)).toEqual(['outside', 'inside', 'under the board', 'inside']);
    expect(strips.flatMap((strip) => strip.cells.map((one) => one.index))).toEqual(layers.map((_, i) => i));
  });

  it('lets no well touch another or a name, and keeps all inside', () => {
    for (const width of [220, 700, 1060]) {
      const { strips, height } = layOut(layers, width);
      const cells = strips.flatMap((strip) => strip.cells);
      for (const one of cells) {
        expect(one.x + cell.width).toBeLessThanOrEqual(width);
        expect(one.y + cell.height).toBeLessThan(height);
        for (const other of cells)
          if (other !== one)
            expect(Math.abs(one.x - other.x) >= cell.width || Math.abs(one.y - other.y) >= cell.height).toBe(true);
        for (const strip of strips) expect(strip.y <= one.y || strip.y - 14 >= one.y + cell.height).toBe(true);
      }
    }
  });

  it('has nothing to draw of an empty tray', () => {
    expect(layOut([], 1060)).toEqual({ strips: [], height: 0 });
  });

  it('breaks words into lines and cuts what does not fit', () => {
    expect(lines('Take memory A out from above', 16, 2)).toEqual(['Take memory A', 'out from above']);
    expect(lines('Take memory A out from above', 10, 2)).toEqual(['Take', 'memory A…']);
    expect(lines('Uninterruptible', 8, 2)).toEqual(['Uninter…']);
    expect(lines('Fan', 8, 2)).toEqual(['Fan']);
  });
});
