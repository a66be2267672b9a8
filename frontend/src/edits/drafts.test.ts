import { beforeEach, expect, test, vi } from 'vitest';
import { dropDraft, keepDraft, keptDraft } from './drafts';

const kept = new Map<string, string>();

beforeEach(() => {
  kept.clear();
  vi.stubGlobal('sessionStorage', {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => kept.set(key, value),
    removeItem: (key: string) => kept.delete(key),
  });
});

test('what is typed is there again, form by form, until it is dropped', () => {
  keepDraft('machine a', { base: { year: 1 }, mine: { year: 2 } });
  expect(keptDraft('machine a')).toEqual({ base: { year: 1 }, mine: { year: 2 } });
  expect(keptDraft('machine b')).toBeNull();
  dropDraft('machine a');
  expect(keptDraft('machine a')).toBeNull();
});

test('a draft that is broken is none, and is not met again', () => {
  for (const broken of ['{"base": 1', '7', 'null', '{"mine": {}}']) {
    kept.set('wide-lever-form machine a', broken);
    expect(keptDraft('machine a')).toBeNull();
    expect(kept.size).toBe(0);
  }
});
