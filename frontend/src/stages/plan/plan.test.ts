import { describe, expect, it } from 'vitest';
import { asked, countAtEnd } from './plan';

describe('plan', () => {
  it('reads the parts of an address, each once', () => {
    expect(asked('battery,fan,battery,')).toEqual(['battery', 'fan']);
    expect(asked(null)).toEqual([]);
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
