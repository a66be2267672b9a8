import { describe, expect, it } from 'vitest';
import { inWords } from './ask';

describe('a condition in words', () => {
  it('says kind, fact and value, and leaves what it does not know as it is', () => {
    expect(inWords('battery minutes 5')).toBe('Battery out and back in at most 5 min');
    expect(inWords('battery glue 0')).toBe('Battery with glued bonds on its way, at most 0');
    expect(inWords('storage empty')).toBe('Drive has an empty place');
    expect(inWords('memory mounting socketed')).toBe('Memory held socketed');
    expect(inWords('price 1000')).toBe('The machine costs at most 1000');
    expect(inWords('class thin')).toBe('The machine is of the class thin');
    expect(inWords('wing span 3')).toBe('wing span 3');
  });
});
