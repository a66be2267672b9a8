import { describe, expect, it } from 'vitest';
import { heading, label, short } from './words';

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
