import { beforeEach, expect, test, vi } from 'vitest';
import { dropDraft, keepDraft, keptDraft, keptDrafts } from './drafts';

const kept = new Map<string, string>();

beforeEach(() => {
  kept.clear();
  const storage = {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => kept.set(key, value),
    removeItem: (key: string) => kept.delete(key),
  };
  // Its keys are those of what is kept, as in a browser.
  vi.stubGlobal(
    'sessionStorage',
    new Proxy(storage, {
      ownKeys: () => [...kept.keys()],
      getOwnPropertyDescriptor: (_, key) => ({ value: kept.get(String(key)), enumerable: true, configurable: true }),
    }),
  );
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

test('a line that was emptied is no reason to ask before a tab is closed', () => {
  const line = { line: '', caret: 0, stepId: null, before: null, since: null, photos: [], scroll: 0 };
  keepDraft('typed line cr14', { base: null, mine: line });
  expect(keptDrafts()).toBe(0);
  keepDraft('typed line cr14', { base: null, mine: { ...line, line: '4 ph0' } });
  expect(keptDrafts()).toBe(1);
  keepDraft('typed line cr14', { base: null, mine: { ...line, photos: ['a'] } });
  expect(keptDrafts()).toBe(1);
});
