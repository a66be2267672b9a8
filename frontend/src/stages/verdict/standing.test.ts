import { describe, expect, it } from 'vitest';
import { standingText } from './standing';

describe('standing', () => {
  it('says the place, among whom, and who cannot be told apart', () => {
    expect(standingText({ place: 2, of: 5, notSeparable: ['A1', 'B2'] }, 'thin')).toBe(
      ', place 2 of 5 of the class thin, not to be told apart from A1, B2',
    );
    expect(standingText({ place: 1, of: 4, notSeparable: [] }, null)).toBe(
      ', place 1 of 4 on the shelf, told apart from all of them',
    );
    expect(standingText({ place: 9, of: 9, notSeparable: ['A', 'B', 'C', 'D', 'E'] }, null)).toContain(
      'A, B, C and 2 more',
    );
  });

  it('says nothing of a draft, or where there are too few others', () => {
    expect(standingText({ place: null, of: 0, notSeparable: [] }, null)).toBe('');
  });
});
