import { describe, expect, it } from 'vitest';
import { deeds, describe as inWords, newAction } from './actions';

describe('actions in words', () => {
  it('tells loose from captive from unknown, and none from unknown cover', () => {
    expect(
      inWords({ do: 'unscrew', count: 8, drive: 'cross', size: 'PH0', thread: 'M2', length: 5, captive: false }),
    ).toBe('8 × cross PH0, M2 × 5 mm, loose');
    expect(inWords({ do: 'unscrew', captive: true, cover: 'foot' })).toBe(
      '1 × unknown drive, thread ? × ? mm, captive, under foot',
    );
    expect(inWords({ do: 'unscrew', cover: null })).toBe(
      '1 × unknown drive, thread ? × ? mm, captive or loose?, hidden?',
    );
  });

  it('has words for every deed', () => {
    for (const { deed } of deeds) expect(inWords(newAction(deed))).not.toBe('');
    expect(inWords({ do: 'unclip', count: 12 })).toBe('12 clips');
    expect(inWords({ do: 'unbond', bond: 'tape', lengthMm: 120, count: 2 })).toBe('2 × tape, 120 mm');
    expect(inWords({ do: 'thermal', what: 'paste' })).toBe('part paste');
    expect(inWords({ do: 'unplug', count: 2 })).toBe('2 × unknown connector');
    expect(inWords({ do: 'peel' })).toBe('peel unknown');
    expect(inWords({ do: 'route', count: [2, 3] })).toBe('2 to 3 × cable out of its channel');
    expect(inWords({ do: 'unlatch', count: null })).toBe('latches, not counted');
  });
});
