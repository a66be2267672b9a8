import { expect, test } from 'vitest';
import { begin, isTyped, readAgain, saved, settle, typed } from './form';

interface Machine {
  year?: number;
  maker?: string;
}

test('their change of another field is taken into the form while I type', () => {
  let form = typed(begin<Machine>({ maker: 'Orrest' }), { maker: 'Orrest', year: 2026 });
  form = readAgain(form, { maker: 'Skerrow' });
  expect(form.mine).toEqual({ maker: 'Skerrow', year: 2026 });
  expect(form.clashes).toEqual([]);
  expect(isTyped(form)).toBe(true);
});

test('a field that both changed is asked for, and either answer settles it', () => {
  const form = readAgain(typed(begin<Machine>({ year: 2024 }), { year: 2026 }), { year: 2025 });
  const [clash] = form.clashes;
  expect(clash).toMatchObject({ path: ['year'], theirs: 2025, mine: 2026 });
  if (clash === undefined) throw new Error('no clash');
  expect(settle(form, clash, 'theirs')).toMatchObject({ mine: { year: 2025 }, clashes: [] });
  expect(settle(form, clash, 'mine')).toMatchObject({ mine: { year: 2026 }, clashes: [] });
  expect(typed(form, { year: 2027 }).clashes).toEqual([]);
});

test('a question that is open stays open when something else is read, with their latest word', () => {
  let form = readAgain(typed(begin<Machine>({ year: 2024 }), { year: 2026 }), { year: 2025 });
  form = readAgain(form, { year: 2025, maker: 'Skerrow' });
  expect(form.clashes).toHaveLength(1);
  form = readAgain(form, { year: 2023, maker: 'Skerrow' });
  expect(form.clashes).toMatchObject([{ theirs: 2023, mine: 2026 }]);
  // They came to what I say.
  form = readAgain(form, { year: 2026, maker: 'Skerrow' });
  expect(form.clashes).toEqual([]);
});

test('what is typed while it is being saved stays, and my own saving is nobody else’s change', () => {
  const sent = { year: 2026 };
  let form = typed(begin<Machine>({ year: 2024 }), sent);
  form = typed(form, { year: 2027 });
  form = readAgain(saved(form, sent), { year: 2026 });
  expect(form).toMatchObject({ mine: { year: 2027 }, clashes: [] });
  expect(isTyped(form)).toBe(true);
  expect(isTyped(readAgain(saved(typed(form, sent), sent), { year: 2026 }))).toBe(false);
});
