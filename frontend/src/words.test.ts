import { describe, expect, it } from 'vitest';
import { heading, label, placeWords, short } from './words';

describe('words as people read them', () => {
  it('spells what the trade spells otherwise and takes camel case apart', () => {
    expect(label('baseCover')).toBe('base cover');
    expect(label('thirdParty')).toBe('third party');
    expect(heading('thermal')).toBe('Heatsink');
  });

  it('cuts a name that no chart has room for, by letters and not by halves of them', () => {
    expect(short('Lantern 15')).toBe('Lantern 15');
    expect(short('M'.repeat(32))).toBe('M'.repeat(32));
    expect(short('M'.repeat(33))).toBe(`${'M'.repeat(31)}…`);
    expect(short('🔩'.repeat(40))).toBe(`${'🔩'.repeat(31)}…`);
  });
});

it('a place in a record is told in words', () => {
  expect(placeWords('teardown.bench')).toBe('Bench');
  expect(placeWords('unit.modelCode')).toBe('Model code');
  expect(placeWords('steps[8]')).toBe('Step 9');
  expect(placeWords('unit.covers[1]')).toBe('Covers 2');
  expect(placeWords('part.capacity.fitted')).toBe('Capacity, fitted');
});
