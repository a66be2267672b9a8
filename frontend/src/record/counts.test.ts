import { describe, expect, it } from 'vitest';
import { countText, readCount, tally } from './counts';

describe('counts', () => {
  it('are said as they are known', () => {
    expect([4, [9, 11], [3, 3], null].map((count) => countText(count))).toEqual(['4', '9 to 11', '3', '?']);
  });
  it('are read as they are said', () => {
    expect(['4', '9-11', '9 to 11', ' 9–11 ', '?', '3-3'].map(readCount)).toEqual([
      4,
      [9, 11],
      [9, 11],
      [9, 11],
      null,
      3,
    ]);
    expect(['', '0', '11-9', 'many', '4.5', '1-'].map(readCount)).toEqual(new Array(6).fill(undefined));
  });
  it('add up, and say at least where one was not counted', () => {
    expect(tally([4, [1, 2]])).toBe('5 to 6 screws');
    expect(tally([1])).toBe('1 screw');
    expect(tally([4, null])).toBe('at least 5 screws');
  });
});
