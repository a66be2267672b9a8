import { describe, expect, it } from 'vitest';
import { clock, indexRange, indexValue, minutes, money, percent, share, today } from './format';
import { idFrom, label } from './words';

const quantity = (low: number, value: number | null, high: number) => ({ low, value, high, coverage: 1 });

describe('figures', () => {
  it('shows an index as its value and its range', () => {
    expect(`${indexValue(quantity(57.6, 63.2, 70.4))} (${indexRange(quantity(57.6, 63.2, 70.4))})`).toBe('63 (58–70)');
    expect(indexRange(quantity(62.6, 63.2, 63.4))).toBeNull();
    expect(indexValue(quantity(0, null, 100))).toBe('–');
    expect(indexValue(quantity(1, 2.5, 3), 'exact')).toBe('2.500000');
  });

  it('shows a share without a range where there is none to see', () => {
    expect(share(quantity(0.831, 0.832, 0.833))).toBe('0.83');
    expect(share(quantity(0.42, 0.857, 0.869))).toBe('0.86 (0.42–0.87)');
    expect(share(quantity(0, null, 1))).toBe('not seen enough (0.00–1.00)');
  });

  it('shows effort in minutes, and in seconds where exact', () => {
    expect(minutes(quantity(230.1, 230.1, 230.1) as { low: number; value: number; high: number })).toBe('3.8 min');
    expect(minutes({ low: 360.55, value: 387.93, high: 415.32 })).toBe('6.5 min (6.0–6.9)');
    expect(minutes({ low: 6, value: 6, high: 6 }, 'exact')).toBe('6.000000 s');
  });

  it('never rounds coverage up to everything', () => {
    expect([percent(0.999), percent(1), percent(0.931)]).toEqual(['99 %', '100 %', '93 %']);
  });

  it('says so where an amount is unknown', () => {
    expect([money(null, 'EUR'), money(1650, 'EUR'), money(5.5, null)]).toEqual(['unknown', '1,650 EUR', '5.5']);
  });
});

describe('words', () => {
  it('takes words of the format apart', () => {
    expect([label('chargePort'), label('sixLobe'), label('under the board')]).toEqual([
      'charge port',
      'six-lobe',
      'under the board',
    ]);
  });

  it('makes ids that are not taken', () => {
    expect(idFrom('Öffne the base!', [])).toBe('o-ffne-the-base');
    expect(idFrom('Fan', ['fan', 'fan-2'])).toBe('fan-3');
    expect(idFrom('???', [])).toBe('item');
  });

  it('writes a stopwatch, with hours only where there are any', () => {
    expect([0, 9.9, 61, 462, 4_062].map(clock)).toEqual(['0:00', '0:09', '1:01', '7:42', '1:07:42']);
    expect(clock(-3)).toBe('0:00');
  });

  it('writes a day as the record does', () => {
    expect(today()).toMatch(/^\d{4}-\d{2}-\d{2}$/);
  });
});
