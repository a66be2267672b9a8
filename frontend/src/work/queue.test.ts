import { describe, expect, test } from 'vitest';
import { EditQueue, type Intent, type Read, type Refusal } from './queue';

interface Document {
  absent: string[];
  price: number;
}

class Refused extends Error implements Refusal {
  constructor(readonly status: number) {
    super(`${status}`);
  }
}

/** A program that keeps one document, and can lose answers. */
function program() {
  const kept: Read<Document> = { document: { absent: [], price: 1 }, revision: 1 };
  const state = { kept, sent: 0, away: false, losesNextAnswer: false };
  const read = () => (state.away ? Promise.reject(new Refused(0)) : Promise.resolve({ ...state.kept }));
  const put = async (document: Document, revision: number): Promise<{ revision: number }> => {
    await Promise.resolve();
    if (state.away) throw new Refused(0);
    state.sent++;
    if (document.price < 0) throw new Refused(422);
    if (revision !== state.kept.revision) throw new Refused(412);
    state.kept = { document, revision: revision + 1 };
    if (state.losesNextAnswer) {
      state.losesNextAnswer = false;
      throw new Refused(0);
    }
    return { revision: state.kept.revision };
  };
  const queue = new EditQueue<Document>(kept, read, (error) => error as Refused);
  const settled = async () => {
    for (let i = 0; i < 50; i++) await Promise.resolve();
  };
  return { state, queue, put, settled };
}

const mark = (kind: string, send: Intent<Document>['send']): Intent<Document> => ({
  apply: (document) =>
    document.absent.includes(kind) ? document : { ...document, absent: [...document.absent, kind] },
  send,
});
const price = (to: number, send: Intent<Document>['send']): Intent<Document> => ({
  apply: (document) => ({ ...document, price: to }),
  send,
});

describe('edits of one document', () => {
  test('two quick marks are both kept, and both show at once', async () => {
    const { state, queue, put, settled } = program();
    queue.push(mark('camera', put));
    queue.push(mark('speakers', put));
    expect(queue.now().shown.absent).toEqual(['camera', 'speakers']);
    await settled();
    expect(state.kept).toEqual({ document: { absent: ['camera', 'speakers'], price: 1 }, revision: 3 });
    expect(queue.now()).toMatchObject({ busy: false, problem: null });
  });

  test('what another window did between two of mine stays', async () => {
    const { state, queue, put, settled } = program();
    state.kept = { document: { absent: ['fan'], price: 9 }, revision: 5 };
    queue.push(mark('camera', put));
    await settled();
    expect(state.kept.document).toEqual({ absent: ['fan', 'camera'], price: 9 });
    expect(queue.now().document).toEqual(state.kept.document);
  });

  test('one that is refused does not take those behind it along', async () => {
    const { state, queue, put, settled } = program();
    queue.push(price(-1, put));
    queue.push(mark('camera', put));
    await settled();
    expect(state.kept.document).toEqual({ absent: ['camera'], price: 1 });
    expect(queue.now()).toMatchObject({ shown: { price: 1 }, problem: { status: 422 } });
  });

  test('a refusal is told until the next edit is asked for', async () => {
    const { queue, put, settled } = program();
    queue.push(price(-1, put));
    await settled();
    expect(queue.now().problem).toMatchObject({ status: 422 });
    queue.push(price(3, put));
    expect(queue.now().problem).toBeNull();
  });

  test('without the program everything waits, still shows, and goes on in its order', async () => {
    const { state, queue, put, settled } = program();
    state.away = true;
    queue.push(mark('camera', put));
    queue.push(price(4, put));
    await settled();
    expect(queue.now()).toMatchObject({ waits: true, shown: { absent: ['camera'], price: 4 } });
    queue.resume();
    await settled();
    expect(queue.now().waits).toBe(true);
    state.away = false;
    queue.resume();
    await settled();
    expect(state.kept).toEqual({ document: { absent: ['camera'], price: 4 }, revision: 3 });
    expect(queue.now()).toMatchObject({ waits: false, problem: null });
  });

  test('an answer that was lost is not asked for twice', async () => {
    const { state, queue, put, settled } = program();
    state.losesNextAnswer = true;
    queue.push(mark('camera', put));
    await settled();
    queue.resume();
    await settled();
    expect(state).toMatchObject({ sent: 1, kept: { revision: 2, document: { absent: ['camera'] } } });
    expect(queue.now()).toMatchObject({ waits: false, problem: null });
  });

  test('an undo whose answer was lost is never done a second time', async () => {
    const { state, queue, settled } = program();
    let undone = 0;
    queue.push({
      isOpen: true,
      apply: (document) => document,
      send: () => {
        undone++;
        state.kept = { document: { absent: [], price: 0 }, revision: 2 };
        return Promise.reject(new Refused(0));
      },
    });
    await settled();
    queue.resume();
    await settled();
    expect(undone).toBe(1);
    expect(queue.now()).toMatchObject({ waits: false, document: { price: 0 } });
  });

  test('what was read before my own change does not take it back', async () => {
    const { queue, put, settled } = program();
    queue.push(price(2, put));
    await settled();
    queue.take({ document: { absent: [], price: 1 }, revision: 1 });
    expect(queue.now().shown.price).toBe(2);
    queue.take({ document: { absent: [], price: 8 }, revision: 9 });
    expect(queue.now().shown.price).toBe(8);
  });

  test('one who changes it under every try is not chased for ever', async () => {
    const { queue, settled } = program();
    let sent = 0;
    queue.push(
      price(2, () => {
        sent++;
        return Promise.reject(new Refused(412));
      }),
    );
    await settled();
    expect(sent).toBe(5);
    expect(queue.now().problem).toMatchObject({ status: 412 });
  });
});
