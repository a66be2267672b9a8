import { expect, test } from 'vitest';
import { merge, same, withField } from './merge';

test('what only one of them changed is taken from that one', () => {
  const base = { maker: 'Orrest', price: { amount: 900, currency: 'EUR' }, year: 2025 };
  const theirs = { ...base, price: { amount: 950, currency: 'EUR' } };
  const mine = { ...base, year: 2026 };
  expect(merge(base, theirs, mine)).toEqual({ document: { ...theirs, year: 2026 }, clashes: [] });
});

test('inside an object fields are merged one by one', () => {
  const base = { price: { amount: 900, currency: 'EUR' } };
  expect(merge(base, { price: { amount: 950, currency: 'EUR' } }, { price: { amount: 900, currency: 'GBP' } })).toEqual(
    { document: { price: { amount: 950, currency: 'GBP' } }, clashes: [] },
  );
});

test('where both changed the same field mine stays in the form and the clash is told', () => {
  const { document, clashes } = merge({ year: 2024 }, { year: 2025 }, { year: 2026 });
  expect(document).toEqual({ year: 2026 });
  expect(clashes).toEqual([{ path: ['year'], base: 2024, theirs: 2025, mine: 2026 }]);
});

test('the same change by both is none to ask about, and null is what is left out', () => {
  expect(merge({ year: 1 }, { year: 2 }, { year: 2 }).clashes).toEqual([]);
  expect(merge<object>({ loan: null }, {}, { loan: { to: 'x' } })).toEqual({
    document: { loan: { to: 'x' } },
    clashes: [],
  });
  expect(merge<object>({}, { loan: { to: 'y' } }, { loan: { from: 'x' } }).document).toEqual({
    loan: { to: 'y', from: 'x' },
  });
});

test('lists are compared whole', () => {
  const { document, clashes } = merge({ ports: [1, 2] }, { ports: [1, 2, 3] }, { ports: [1] });
  expect(document).toEqual({ ports: [1] });
  expect(clashes.map((clash) => clash.path)).toEqual([['ports']]);
  expect(merge({ ports: [1, 2] }, { ports: [1, 2, 3] }, { ports: [1, 2] }).document).toEqual({ ports: [1, 2, 3] });
});

test('what they took away and I left alone is gone; what I took away and they changed is asked', () => {
  expect(merge<object>({ year: 1, price: 2 }, { price: 2 }, { year: 1, price: 3 }).document).toEqual({ price: 3 });
  expect(merge<object>({ year: 1 }, { year: 2 }, {}).clashes).toHaveLength(1);
});

test('random changes of disjoint fields always come together, and nothing typed is lost', () => {
  let seed = 7;
  const random = (below: number) => (seed = (Math.imul(seed, 1_664_525) + 1_013_904_223) >>> 0) % below;
  for (let round = 0; round < 500; round++) {
    const base: Record<string, number> = {};
    for (let i = 0; i < 8; i++) if (random(3) > 0) base[`f${i}`] = random(4);
    const edit = () => {
      const document = { ...base };
      for (let i = 0; i < 3; i++) {
        const name = `f${random(8)}`;
        if (random(4) === 0) Reflect.deleteProperty(document, name);
        else document[name] = 10 + random(4);
      }
      return document;
    };
    const [theirs, mine] = [edit(), edit()];
    const { document, clashes } = merge(base, theirs, mine);
    for (let i = 0; i < 8; i++) {
      const name = `f${i}`;
      const [was, they, me] = [base[name], theirs[name], mine[name]];
      if (same(me, was)) expect(document[name]).toEqual(they);
      else expect(document[name]).toEqual(me);
      const isClash = !same(me, was) && !same(they, was) && !same(me, they);
      expect(clashes.some((clash) => clash.path[0] === name)).toBe(isClash);
    }
  }
});

test('a field is put where its way leads', () => {
  expect(withField({ price: { amount: 1 } }, ['price', 'amount'], 2)).toEqual({ price: { amount: 2 } });
  expect(withField({}, ['loan', 'to'], 'x')).toEqual({ loan: { to: 'x' } });
});
