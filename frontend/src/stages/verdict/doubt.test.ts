import { expect, test } from 'vitest';
import { noneWidens } from './doubt';

test('doubt that was left early does not say that nothing widens the range', () => {
  expect(noneWidens({ tried: 3, facts: 3 })).toBe('Nothing that is unknown widens this range.');
  expect(noneWidens({ tried: 8, facts: 480 })).toMatch(/^None of the 8 .* there are 480\.$/);
});
