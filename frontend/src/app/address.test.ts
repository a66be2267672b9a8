import { expect, test } from 'vitest';
import { named } from './address';

test('an address names what stands behind its #, also one that nobody could have made here', () => {
  expect(named('#base-cover')).toBe('base-cover');
  expect(named('#a%20b')).toBe('a b');
  expect(named('#%')).toBe('%');
  expect(named('#')).toBeNull();
  expect(named('')).toBeNull();
});
