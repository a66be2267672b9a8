import { describe, expect, it } from 'vitest';
import { mostTaken, moved, valueAt, withValue, withWeight } from './rubric';

const sum = (weights: Record<string, number>) => Object.values(weights).reduce((total, one) => total + one, 0);

describe('a rubric being edited', () => {
  it('has another value at one place and shares the rest', () => {
    const rubric = { reach: { fan: [360, 4500], memory: [180, 2700] }, floor: 0.01 };
    const changed = withValue(rubric, ['reach', 'fan', 1], 5000);
    expect(valueAt(changed, ['reach', 'fan'])).toEqual([360, 5000]);
    expect(valueAt(rubric, ['reach', 'fan', 1])).toBe(4500);
    expect(valueAt(changed, ['reach', 'memory'])).toBe(valueAt(rubric, ['reach', 'memory']));
    expect(valueAt(changed, ['reach', 'none', 3])).toBeUndefined();
  });
});

describe('weights', () => {
  const weights = { battery: 18, keyboard: 12, fan: 7, camera: 1 };

  it('keep their sum when one is set', () => {
    for (const weight of [0, 0.01, 5, 17.33, 38, 90, -4]) {
      const changed = withWeight(weights, 'fan', weight);
      expect(sum(changed)).toBeCloseTo(38, 9);
      expect(changed['fan']).toBe(Math.min(Math.max(weight, 0), 38));
      expect(Object.values(changed).every((one) => one >= 0)).toBe(true);
    }
  });

  it('keep the others in proportion', () => {
    const changed = withWeight(weights, 'fan', 22.5);
    expect(changed['battery']).toBeCloseTo(9, 2);
    expect(changed['keyboard']).toBeCloseTo(6, 2);
  });

  it('share evenly where the others are nothing', () => {
    expect(withWeight({ repair: 100, upgrade: 0 }, 'repair', 60)).toEqual({ repair: 60, upgrade: 40 });
  });

  it('move over a border and never below nothing', () => {
    expect(moved(weights, 'battery', 'keyboard', 3.5)).toEqual({ ...weights, battery: 21.5, keyboard: 8.5 });
    expect(moved(weights, 'battery', 'keyboard', 40)).toEqual({ ...weights, battery: 30, keyboard: 0 });
    expect(moved(weights, 'battery', 'keyboard', -40)).toEqual({ ...weights, battery: 0, keyboard: 30 });
  });
});

describe('the most that a weight can take', () => {
  it('is its share in a plain mean, and more than that in a strict one', () => {
    const weights = { battery: 20, fan: 80 };
    expect(mostTaken(weights, 'battery', 1, 0.01)).toBeCloseTo(20);
    // 100 (1 - 0.01^0.2)
    expect(mostTaken(weights, 'battery', 0, 0.01)).toBeCloseTo(60.189, 3);
    expect(mostTaken({ a: 2, b: 98 }, 'a', 0, 0.01)).toBeCloseTo(8.799, 3);
    expect(mostTaken(weights, 'battery', -1, 0.01)).toBeGreaterThan(mostTaken(weights, 'battery', 0, 0.01));
    expect(mostTaken({ a: 0, b: 1 }, 'a', 0, 0.01)).toBeCloseTo(0);
  });
});
