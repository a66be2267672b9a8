import type { Schemas, Unit } from '../../api/client';
import { nameOf } from '../../record/names';

/** Ids that an address names, each once and in its order. */
export function asked(search: string | null): string[] {
  return [...new Set((search ?? '').split(',').filter((id) => id !== ''))];
}

/** What is done to a part that is not swapped. */
export const services: Record<Schemas['Service'], string> = {
  clean: 'clean',
  paste: 'renew the paste',
  tighten: 'tighten',
  reseat: 'reseat',
  rescue: 'rescue what is on it',
  drain: 'drain',
};

/** Kinds that modules are sold for. */
export const upgradeKinds = ['memory', 'storage', 'battery', 'wireless', 'clockCell'] as const;
export type UpgradeKind = (typeof upgradeKinds)[number];

/** A sum with its currency. */
export function amount(value: number, currency: string | null | undefined): string {
  return `${Number.isInteger(value) ? value : value.toFixed(2)} ${currency ?? ''}`.trimEnd();
}

/** A module that is bought for a place, as a line of a list to buy. */
export function boughtText(unit: Unit, purchase: Schemas['PurchaseView'], measure: string): string {
  const { price } = purchase;
  return [
    `${purchase.number} for the ${nameOf(unit, purchase.place)}`,
    ...(purchase.capacity === null ? [] : [`${purchase.capacity} ${measure}`]),
    price?.amount == null ? 'price not known' : amount(price.amount, price.currency),
    ...(purchase.runsAt === null ? [] : [`runs at ${purchase.runsAt}`]),
    ...(purchase.looks.length === 0 ? [] : [`look first at ${purchase.looks.join(', ')}`]),
  ].join(', ');
}

/** The address of the plan that puts a choice in. */
export function planOf(choice: Schemas['PlannedUpgradeView']): string {
  const places = [...choice.purchases.map((purchase) => purchase.place), ...choice.emptied];
  return new URLSearchParams({
    for: places.join(','),
    with: choice.purchases.map((purchase) => `${purchase.place}:${purchase.number}`).join(','),
  }).toString();
}

/** The address of a job sheet. */
export function sheetOf(unitId: string, plan: string, format: 'html' | 'markdown'): string {
  return `/api/units/${encodeURIComponent(unitId)}/plan/sheet?format=${format}&${plan}`;
}

/** What the count at the end says. */
export function countAtEnd(left: number | null, missing: number | null, back: number, steps: number): string {
  if (missing !== null && missing > 0)
    return `${missing === 1 ? 'One screw is' : `${missing} screws are`} missing: look for ${missing === 1 ? 'it' : 'them'} in and under the machine before power. Loose metal on a board is a short, and in a pack a fire.`;
  if (back < steps) return `${back} of ${steps} steps are back.`;
  if (left === null) return 'All steps are back. Count what is left in the tray before power.';
  if (left === 0) return 'All is back, and the tray is empty.';
  return `${left === 1 ? 'One screw is' : `${left} screws are`} left over: find ${left === 1 ? 'its hole' : 'their holes'} before power, not after.`;
}
