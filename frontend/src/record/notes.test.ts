import { describe, expect, it } from 'vitest';
import { notesWithin, withNote } from './notes';

const part = {
  id: 'fan',
  notes: 'its own',
  spare: { price: { amount: 9, notes: 'with postage' }, notes: 'two sellers' },
  advice: [{ kind: 'tip', text: 'a', notes: 'as heard' }],
};

describe('notes inside an object', () => {
  it('are found wherever they stand, each with whose it is', () => {
    expect(notesWithin(part).map(({ of, text }) => [of, text])).toEqual([
      ['spare', 'two sellers'],
      ['spare, price', 'with postage'],
      ['advice 1', 'as heard'],
    ]);
    expect(notesWithin({ actions: [{ do: 'lift' }, { do: 'peel', notes: 'old glue' }] })).toEqual([
      { path: ['actions', 1], of: 'action 2', text: 'old glue' },
    ]);
  });

  it('are changed where they stand and nowhere else', () => {
    expect(withNote(part, [], 'other').notes).toBe('other');
    const changed = withNote(part, ['spare', 'price'], 'without');
    expect(changed.spare).toEqual({ price: { amount: 9, notes: 'without' }, notes: 'two sellers' });
    expect(withNote(part, ['advice', 0], '').advice[0]?.notes).toBeUndefined();
    expect(part.spare.price.notes).toBe('with postage');
  });
});
