import type { Schemas } from '../../api/client';

type Missing = Schemas['MissingFact'];
type Cost = Schemas['FactCost'];

/** What is missing and what it costs in range, points; null: not known to cost anything. */
export interface CostedMissing {
  missing: Missing;
  points: number | null;
}

/** What is missing, the look of the pack first, then what costs most in range; the rest as a bench would look. */
export function byCost(missing: readonly Missing[], costs: readonly Cost[]): CostedMissing[] {
  const costed = missing.map((one) => ({ missing: one, points: costOf(one, costs) }));
  return costed.sort(
    (a, b) =>
      Number(b.missing.kind === 'packNotLookedAt') - Number(a.missing.kind === 'packNotLookedAt') ||
      (b.points ?? 0) - (a.points ?? 0),
  );
}

function costOf(one: Missing, costs: readonly Cost[]): number | null {
  const found = costs.find(({ fact }) => {
    switch (one.kind) {
      case 'kindNotRecorded':
        return fact.field === 'kind' && fact.kind === one.about;
      case 'mountingUnknown':
        return fact.field === 'mounting' && fact.part === one.about;
      case 'partNotFreed':
        return fact.field === 'way' && fact.part === one.about;
      case 'placeNotSeen':
        return fact.field === 'layer' && fact.part === one.about;
      case 'guidanceMark':
        return fact.at === `guidance.${one.about}`;
      case 'openFact':
        return fact.step === one.about && fact.at.endsWith(`.actions[${one.action}].${one.fact}`);
      default:
        return false;
    }
  });
  return found?.combined ?? null;
}
