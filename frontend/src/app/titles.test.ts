import { expect, test } from 'vitest';
import { titleOf } from './titles';

test('every page has a title of its own', () => {
  expect(titleOf('/', undefined)).toBe('Shelf · Wide Lever');
  expect(titleOf('/compare', undefined)).toBe('Compare · Wide Lever');
  expect(titleOf('/units/cr14-2a7/bench', 'CR14-2A7')).toBe('Bench · CR14-2A7 · Wide Lever');
  expect(titleOf('/units/cr14-2a7/parts', undefined)).toBe('Parts · cr14-2a7 · Wide Lever');
  expect(titleOf('/nowhere', undefined)).toBe('Nothing here · Wide Lever');
});
