import { expect, test } from 'vitest';
import type { Schemas } from '../../api/client';
import { byCost } from './missingCosts';

const missing = (kind: Schemas['MissingKind'], about: string, more: Partial<Schemas['MissingFact']> = {}) => ({
  kind,
  about,
  action: null,
  fact: null,
  usual: true,
  mayBeAbsent: true,
  ...more,
});

const cost = (at: string, field: string, combined: number, more: Partial<Schemas['UnknownFact']> = {}) => ({
  fact: { at, field, kind: null, part: null, step: null, ...more },
  repair: 0,
  upgrade: 0,
  combined,
});

test('what is missing stands by what it costs, after the look of the pack, and the rest as it was', () => {
  const costs = [
    cost('kind:camera', 'kind', 0.6, { kind: 'camera' }),
    cost('parts[3].mounting', 'mounting', 4, { part: 'fan', kind: 'fan' }),
    cost('parts[4].way', 'way', 0.8, { part: 'hinge', kind: 'hinge' }),
    cost('steps[1].actions[2].count', 'count', 1.2, { step: 'fan' }),
    cost('guidance.order', 'order', 0.3),
  ];
  const sorted = byCost(
    [
      missing('coverNotLookedUnder', 'seal'),
      missing('kindNotRecorded', 'camera'),
      missing('kindNotRecorded', 'clockCell'),
      missing('partNotFreed', 'hinge'),
      missing('mountingUnknown', 'fan'),
      missing('openFact', 'fan', { action: 2, fact: 'count' }),
      missing('openFact', 'cover', { action: 2, fact: 'count' }),
      missing('guidanceMark', 'order'),
      missing('packNotLookedAt', 'battery'),
    ],
    costs,
  );
  expect(sorted.map((one) => [one.missing.kind, one.missing.about, one.points])).toEqual([
    ['packNotLookedAt', 'battery', null],
    ['mountingUnknown', 'fan', 4],
    ['openFact', 'fan', 1.2],
    ['partNotFreed', 'hinge', 0.8],
    ['kindNotRecorded', 'camera', 0.6],
    ['guidanceMark', 'order', 0.3],
    ['coverNotLookedUnder', 'seal', null],
    ['kindNotRecorded', 'clockCell', null],
    ['openFact', 'cover', null],
  ]);
});
