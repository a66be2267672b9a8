import { describe, expect, it } from 'vitest';
import type { Part } from '../../api/client';
import { columns, filled, shown, type TypedColumn, type WordColumn } from './columns';
import { rowsOf } from './rows';

const part = (id: string, kind: Part['kind'], more: Partial<Part> = {}): Part => ({ id, kind, ...more });
const typed = (id: string) => columns.find((one) => one.id === id) as TypedColumn;
const worded = (id: string) => columns.find((one) => one.id === id) as WordColumn;

describe('the columns of the parts grid', () => {
  it('give every word a key of its own', () => {
    for (const column of columns) {
      if (column.sort !== 'word') continue;
      const words = Object.values(column.keys);
      expect(new Set(words).size).toBe(words.length);
      expect(Object.keys(column.keys).every((key) => /^[a-z]$/.test(key))).toBe(true);
    }
    expect(worded('mounting').set(part('fan', 'fan'), worded('mounting').keys['d'] ?? null).mounting).toBe('soldered');
  });

  it('ask capacities only of what has one', () => {
    expect(typed('capacity').read(part('fan', 'fan'))).toBeUndefined();
    expect(typed('capacity').read(part('ram', 'memory'))).toBeNull();
    const ram = typed('maker').set(part('ram', 'memory', { capacity: { fitted: 8 } }), '32,5', [], []);
    expect(ram?.capacity).toEqual({ fitted: 8, max: { maker: 32.5 } });
    expect(typed('maker').set(part('ram', 'memory'), 'many', [], [])).toBeNull();
  });

  it('take an amount with its currency as people write it, and leave what is none where it is', () => {
    const price = (text: string) => typed('price').set(part('fan', 'fan'), text, [], [])?.spare?.price;
    expect(price('89 EUR')).toEqual({ amount: 89, currency: 'EUR' });
    expect(price('gbp 12,50')).toEqual({ amount: 12.5, currency: 'GBP' });
    expect(price('89')).toEqual({ amount: 89 });
    expect(price('')).toBeNull();
    for (const none of ['EUR', '89 EUR GBP', 'EUR 89 GBP', 'about 89', '-5']) expect(price(none)).toBeUndefined();
  });

  it('keep the currency of a price and take it along when filled down', () => {
    const hinge = part('hinge', 'hinge', { spare: { price: { amount: 9, currency: 'GBP', rate: 1.2 } } });
    expect(typed('price').set(hinge, '12', [], [])?.spare?.price).toEqual({ amount: 12, currency: 'GBP', rate: 1.2 });
    expect(filled(typed('price'), hinge, part('fan', 'fan'), [], [])?.spare?.price).toEqual(hinge.spare?.price);
    expect(filled(typed('capacity'), part('ram', 'memory'), part('fan', 'fan'), [], [])).toBeNull();
    expect(
      filled(worded('source'), part('a', 'fan', { spare: { source: 'salvage' } }), part('b', 'fan'), [], [])?.spare
        ?.source,
    ).toBe('salvage');
  });

  it('take the beginning of an id where it is the only one', () => {
    const parts = [
      part('board', 'mainboard'),
      part('base', 'baseCover'),
      part('jack', 'chargePort', { mounting: 'soldered' }),
    ];
    const jack = parts[2] ?? part('none', 'other');
    expect(typed('within').set(jack, 'bo', parts, [])?.within).toBe('board');
    expect(typed('within').set(jack, 'b', parts, [])).toBeNull();
    expect(typed('within').set(jack, 'nothing', parts, [])).toBeNull();
    expect(typed('within').read(part('fan', 'fan', { mounting: 'screwed' }))).toBeUndefined();
  });

  it('take the beginning of a layer, and several ids that exclude a place', () => {
    const layers = ['outside', 'inside', 'under the board'];
    const pack = part('pack', 'battery');
    expect(typed('layer').set(pack, 'un', [], layers)?.layer).toBe('under the board');
    expect(typed('layer').set(pack, 'nowhere', [], layers)).toBeNull();
    expect(typed('layer').set({ ...pack, layer: 'inside' }, '', [], layers)?.layer).toBeNull();
    const parts = [pack, part('bay', 'storage'), part('bay-pack', 'battery'), part('fan', 'fan')];
    expect(typed('excludes').set(pack, 'bay, bay-p', parts, layers)?.excludes).toEqual(['bay', 'bay-pack']);
    expect(typed('excludes').set(pack, 'fan', parts, layers)).toBeNull();
    expect(typed('excludes').read(part('fan', 'fan'))).toBeUndefined();
  });

  it('show words as people read them', () => {
    expect(shown(worded('source'), part('a', 'fan', { spare: { source: 'thirdParty' } }))).toBe('third party');
    expect(shown(worded('fitted'), part('a', 'memory', { fitted: false }))).toBe('empty');
    expect(shown(typed('name'), part('a', 'memory'))).toBe('');
  });
});

describe('the rows of the parts grid', () => {
  it('stand as the parts come out, what is one piece right under its assembly, then what is not there', () => {
    const parts = [
      part('keyboard', 'keyboard'),
      part('jack', 'chargePort'),
      part('board', 'mainboard'),
      part('battery', 'battery'),
      part('loose', 'fan'),
    ];
    const rows = rowsOf(
      parts,
      [
        { id: 'keyboard', serviceUnit: 'keyboard', freedAt: 9 },
        { id: 'jack', serviceUnit: 'board', freedAt: 4 },
        { id: 'board', serviceUnit: 'board', freedAt: 4 },
        { id: 'battery', serviceUnit: 'battery', freedAt: 1 },
        { id: 'loose', serviceUnit: null, freedAt: null },
      ],
      ['camera'],
    );
    expect(rows.slice(0, 5).map((row) => row.key)).toEqual(['battery', 'board', 'jack', 'keyboard', 'loose']);
    expect(rows.filter((row) => row.sort === 'part' && row.under).map((row) => row.key)).toEqual(['jack']);
    const none = rows.slice(5);
    expect(none.every((row) => row.sort === 'kind')).toBe(true);
    expect(none.filter((row) => row.sort === 'kind' && row.absent).map((row) => row.key)).toEqual(['kind:camera']);
    expect(none.some((row) => row.key === 'kind:battery')).toBe(false);
  });
});
