import { describe, expect, it } from 'vitest';
import { asked, countAtEnd, spareText, usedUpText } from './plan';

describe('plan', () => {
  it('reads the parts of an address, each once', () => {
    expect(asked('battery,fan,battery,')).toEqual(['battery', 'fan']);
    expect(asked(null)).toEqual([]);
  });

  it('says what is used up and never makes a figure of what nobody counted', () => {
    expect(usedUpText({ what: 'releaseTab', count: 3, millimetres: null })).toBe('release tabs, 3');
    expect(usedUpText({ what: 'tape', count: 2, millimetres: 180 })).toBe('180 mm of bonding tape');
    expect(usedUpText({ what: 'foot', count: null, millimetres: null })).toBe(
      'feet or adhesive for them, as many as there are',
    );
  });

  it('says what is known of a spare and what is not', () => {
    expect(spareText({})).toBe('number not known, price not known, who sells it is not known');
    expect(
      spareText({
        number: 'B-56',
        price: { amount: 79, currency: 'EUR' },
        source: 'maker',
        paired: true,
        seen: '2026-11-02',
      }),
    ).toBe('number B-56, 79 EUR on 2026-11-02, from its maker, works only after the maker’s pairing');
  });

  it('warns of a screw that is left over, before power', () => {
    expect(countAtEnd(null, null, 2, 4)).toBe('2 of 4 steps are back.');
    expect(countAtEnd(0, 0, 4, 4)).toBe('All is back, and the tray is empty.');
    expect(countAtEnd(1, null, 4, 4)).toContain('find its hole before power');
    expect(countAtEnd(null, null, 4, 4)).toContain('Count what is left');
    // One that is nowhere is worse than one that is left.
    expect(countAtEnd(1, 1, 2, 4)).toContain('One screw is missing');
    expect(countAtEnd(0, 2, 4, 4)).toContain('2 screws are missing: look for them');
  });
});
