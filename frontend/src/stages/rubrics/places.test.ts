import { describe, expect, it } from 'vitest';
import { placeName, valueName } from './places';

describe('places of a rubric in plain words', () => {
  it('name the table, the row and the end of a pair', () => {
    expect(placeName('repair.battery')).toBe('Weights of the kinds in Repair: battery');
    expect(placeName('reach.fan[1]')).toBe('Reach: effort worth everything, and nothing: fan, zero, s');
    expect(placeName('times.unplug.coax[1]')).toBe('Standard times: unplug, antenna lead, back');
    expect(placeName('times.unscrew.pitch.M2.5')).toBe('Standard times: unscrew, pitch of M2.5');
    expect(placeName('times.unknownBondLength[0]')).toBe(
      'Standard times: length of a bond where it is unknown, mm, from',
    );
    expect(placeName('floor')).toBe('Floor of the strict means');
  });

  it('read values as people do', () => {
    expect(valueName('"notReplaceable"')).toBe('not replaceable');
    expect(valueName('0.05')).toBe('0.05');
    expect(valueName('["riveted","soldered"]')).toBe('riveted, soldered');
    expect(valueName(null)).toBe('none');
  });
});
