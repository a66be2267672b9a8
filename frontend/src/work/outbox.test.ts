import { describe, expect, test } from 'vitest';
import { queueOf, waitingText } from './outbox';
import type { Refusal } from './queue';

class Refused extends Error implements Refusal {
  constructor(readonly status: number) {
    super(`${status}`);
  }
}

const settled = async () => {
  for (let i = 0; i < 50; i++) await Promise.resolve();
};

describe('what waits', () => {
  test('a change that waits is found again by the next screen that opens its document', async () => {
    let away = true;
    const kept = { document: 1, revision: 1 };
    const read = () => (away ? Promise.reject(new Refused(0)) : Promise.resolve({ ...kept }));
    const open = () =>
      queueOf('unit a', 'the parts of A', { document: 1, revision: 1 }, read, (error) => error as Refused);
    open().push({
      apply: () => 2,
      send: (document) => {
        if (away) return Promise.reject(new Refused(0));
        Object.assign(kept, { document, revision: 2 });
        return Promise.resolve({ revision: 2 });
      },
    });
    await settled();
    // The screen is left and opened again.
    const again = open();
    expect(again.now()).toMatchObject({ document: 1, shown: 2 });
    away = false;
    again.resume();
    await settled();
    expect(kept).toEqual({ document: 2, revision: 2 });
    expect(open().now()).toMatchObject({ document: 2, shown: 2 });
    // Another machine of the same name has a queue of its own.
    expect(queueOf('unit b', 'the parts of A', kept, read, (error) => error as Refused)).not.toBe(again);
  });

  test('says how many wait and where, and nothing where none does', () => {
    expect(waitingText([])).toBe('');
    expect(waitingText([{ where: 'the parts of A', count: 1 }])).toBe('One change waits: 1 of the parts of A.');
    expect(
      waitingText([
        { where: 'the parts of A', count: 2 },
        { where: 'the steps of B', count: 1 },
      ]),
    ).toBe('3 changes wait: 2 of the parts of A, 1 of the steps of B.');
  });
});
