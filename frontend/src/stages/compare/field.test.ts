import { describe, expect, it } from 'vitest';
import { difference, flipWords, matches, nothing, ordered, type Unit } from './field';

const standing = (low: number, group: number) => ({
  quantity: { low, value: low, high: low, coverage: 1, status: 'complete' as const },
  place: 1,
  placeByValue: 1,
  group,
  bestForPrice: false,
});
const unit = (id: string, part: Partial<Unit> = {}): Unit => ({
  id,
  maker: 'Orrest',
  model: 'Lantern 15',
  modelCode: id,
  class: 'mainstream',
  year: 2026,
  price: 640,
  desktop: false,
  status: 'complete',
  repair: standing(50, 1),
  upgrade: standing(50, 1),
  combined: standing(50, 1),
  repairKinds: [],
  upgradeKinds: [],
  ...part,
});

describe('a field', () => {
  it('is filtered by words, class, year and price', () => {
    expect(matches(unit('OL15'), nothing)).toBe(true);
    expect(matches(unit('OL15'), { ...nothing, text: 'lantern ol15' })).toBe(true);
    expect(matches(unit('OL15'), { ...nothing, text: 'lantern gill' })).toBe(false);
    expect(matches(unit('OL15'), { ...nothing, classes: ['thin'] })).toBe(false);
    expect(matches(unit('OL15'), { ...nothing, years: [2025] })).toBe(false);
    expect(matches(unit('OL15'), { ...nothing, most: 640 })).toBe(true);
    expect(matches(unit('OL15', { price: null }), { ...nothing, most: 9_000 })).toBe(false);
  });

  it('goes by group, then by place', () => {
    const units = [
      unit('e', { desktop: true }),
      unit('d', { repair: standing(90, 0) }),
      unit('c', { repair: standing(40, 2) }),
      unit('b'),
      unit('a'),
    ];
    expect(ordered(units, 'repair').map((one) => one.id)).toEqual(['a', 'b', 'c', 'd', 'e']);
  });

  it('tells a difference with its sign and none of what is unknown', () => {
    expect([
      difference(60, 50, 1),
      difference(50, 60.04, 1),
      difference(50, 50.001, 1),
      difference(null, 50, 1),
    ]).toEqual(['+10.0', '−10.0', '0', '']);
  });

  it('says a flip in plain words', () => {
    expect(flipWords('Gill', 'Rook', true, 'battery', 18, 30.04)).toBe(
      'Rook would pass Gill if the battery weighed more than 30.0 instead of 18',
    );
    expect(flipWords('Gill', 'Rook', false, 'battery', 18, 2)).toBe(
      'Gill would pass Rook if the battery weighed less than 2.0 instead of 18',
    );
  });
});
