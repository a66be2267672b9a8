import { describe, expect, it } from 'vitest';
import { found, targets } from './goTo';

const units = [
  { id: 'cr14-2a7', maker: 'Orrest', model: 'Corrie 14', modelCode: 'CR14-2A7' },
  { id: 'be13', maker: 'Skerrow', model: 'Beck 13', modelCode: 'BE13' },
];
const dark = { id: 'light', text: 'Dark theme', of: 'command', to: null };

describe('where to go', () => {
  it('reaches every unit, stage, view and command, each once', () => {
    const all = targets(units, 'cr14-2a7', [dark]);
    expect(new Set(all.map((one) => one.id)).size).toBe(all.length);
    for (const unit of units)
      for (const stage of ['intake', 'bench', 'parts', 'verdict'])
        expect(all.some((one) => one.to === `/units/${unit.id}/${stage}`)).toBe(true);
    for (const to of ['/', '/?do=new', '/?do=bring', '/compare', '/compare?view=odds', '/rubrics'])
      expect(all.some((one) => one.to === to)).toBe(true);
    expect(all.some((one) => one.to === '/units/cr14-2a7/verdict?view=what-if')).toBe(true);
    expect(all).toContain(dark);
  });

  it('offers what belongs to the unit in view first', () => {
    expect(targets(units, 'be13', [dark])[0]?.to).toBe('/units/be13/intake');
    expect(targets(units, undefined, [dark])[0]).toBe(dark);
  });

  it('finds by every word, in any order, those that begin with them first', () => {
    const all = targets(units, undefined, [dark]);
    expect(found(all, 'beck parts', 9).map((one) => one.to)).toEqual(['/units/be13/parts']);
    expect(found(all, 'parts beck', 9).map((one) => one.to)).toEqual(['/units/be13/parts']);
    expect(found(all, 'cr14', 9)[0]?.to).toBe('/units/cr14-2a7/verdict');
    expect(found(all, 'comp', 9)[0]?.to).toBe('/compare');
    expect(found(all, 'no such thing', 9)).toEqual([]);
    expect(found(all, '', 3)).toHaveLength(3);
  });
});
