import { describe, expect, it } from 'vitest';
import type { Part } from '../../api/client';
import { columns } from './columns';
import { catalogueOffer, kindOffer, offeredIn, offersFor, taken } from './offers';

const price = columns.find((one) => one.id === 'price');
const mounting = columns.find((one) => one.id === 'mounting');
const fan: Part = { id: 'fan', kind: 'fan', mounting: 'screwed', notes: 'it rattles' };
const theirs: Part = {
  id: 'fan',
  kind: 'fan',
  mounting: 'glued',
  fitted: true,
  spare: { number: 'F1', price: { amount: 24 }, source: 'maker' },
  notes: 'it rattles\nFrom A, not seen here: part number, price, source.',
};
const sister = { from: 'A', parts: [theirs, { id: 'memory-a', kind: 'memory' as const }], absent: ['camera' as const] };

describe('what is offered for a part', () => {
  it('fills what it does not say, and says where it is from', () => {
    const filled = taken(fan, theirs);
    expect(filled.mounting).toBe('screwed');
    expect(filled.spare).toEqual(theirs.spare);
    expect(filled.notes).toBe('it rattles\nFrom A, not seen here: part number, price, source.');
    expect(taken({ ...fan, notes: 'changed since' }, theirs).notes).toBe(
      'changed since\nFrom A, not seen here: part number, price, source.',
    );
    expect(taken({ ...fan, spare: { price: { amount: 30 } } }, theirs).spare?.price?.amount).toBe(30);
  });

  it('never puts an amount beside the currency of another', () => {
    const own: Part = { ...fan, spare: { price: { amount: null, currency: 'GBP', rate: 1.2 } } };
    const offer: Part = { ...theirs, spare: { price: { amount: 24, currency: 'EUR' } } };
    expect(taken(own, offer).spare?.price).toEqual({ amount: 24, currency: 'EUR' });
  });

  it('puts a part within another only where that is recorded here', () => {
    const chip: Part = { id: 'processor', kind: 'processor' };
    const offers = { from: 'A', parts: [{ ...chip, mounting: 'soldered' as const, within: 'board' }], absent: [] };
    const board: Part = { id: 'board', kind: 'mainboard' };
    expect(offersFor(chip, [chip], offers, null)[0]?.part.within).toBeNull();
    expect(offersFor(chip, [chip, board], offers, null)[0]?.part.within).toBe('board');
  });

  it('shows in the cells that are empty alone', () => {
    const offers = offersFor(fan, [fan], sister, null);
    expect(offers.map((offer) => offer.from)).toEqual(['A']);
    if (price === undefined || mounting === undefined) throw new Error('the columns are gone');
    expect(offeredIn(price, fan, offers)).toBe('24');
    expect(offeredIn(mounting, fan, offers)).toBeNull();
    expect(offersFor(taken(fan, theirs), [fan], sister, null)).toEqual([]);
  });

  it('is a part of its own for a kind that is not seen, or that there is none', () => {
    expect(kindOffer('memory', [fan], sister)?.parts.map((part) => part.id)).toEqual(['memory-a']);
    expect(kindOffer('camera', [fan], sister)?.parts).toEqual([]);
    expect(kindOffer('keyboard', [fan], sister)).toBeNull();
    expect(kindOffer('camera', [fan], { from: null, parts: [], absent: [] })).toBeNull();
  });

  it('is what the catalogue says of its number, with the day on which it said so', () => {
    const answer = {
      state: 'found' as const,
      offer: { number: 'F1', what: null, price: { amount: 26 }, source: 'maker' as const, paired: false },
      askedAt: '2026-11-01T10:00:00Z',
      trouble: null,
    };
    const numbered: Part = { ...fan, spare: { number: 'F1' } };
    const offer = catalogueOffer(numbered, answer);
    expect(taken(numbered, offer?.part ?? fan).spare).toEqual({
      number: 'F1',
      price: { amount: 26 },
      seen: '2026-11-01',
      source: 'maker',
      paired: false,
    });
    expect(offersFor(numbered, [numbered], sister, offer).map((one) => one.from)).toEqual(['the catalogue', 'A']);
    expect(taken(numbered, offer?.part ?? fan).notes).toContain(
      'From the catalogue, not seen here: price, source, pairing.',
    );
    // A price that is known was seen on its own day.
    const priced: Part = { ...fan, spare: { number: 'F1', price: { amount: 20 } } };
    expect(catalogueOffer(priced, answer as never)?.part.spare).toEqual({ source: 'maker', paired: false });
    expect(catalogueOffer(priced, answer as never)?.part.notes).toBe(
      'From the catalogue, not seen here: source, pairing.',
    );
    expect(catalogueOffer(numbered, { ...answer, offer: null })).toBeNull();
  });
});
