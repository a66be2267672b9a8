import type { Schemas } from '../../api/client';
import { countText } from '../../record/counts';

type UsedUp = Schemas['UsedUp'];

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
export function boughtText(purchase: Schemas['PurchaseView'], measure: string): string {
  const { price } = purchase;
  return [
    `${purchase.number} for ${purchase.place}`,
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

/** What is used up, as a line of a list to buy. */
export function usedUpText({ what, count, millimetres }: UsedUp): string {
  const many = count === null ? 'as many as there are' : countText(count);
  const length = millimetres === null ? 'a length of' : `${millimetres} mm of`;
  switch (what) {
    case 'releaseTab':
      return `release tabs, ${many}`;
    case 'tape':
      return `${length} bonding tape`;
    case 'foam':
      return `${length} foam`;
    case 'gasket':
      return `${length} gasket`;
    case 'glue':
      return `${length} adhesive, as its maker names it`;
    case 'pad':
      return `thermal pads where the old ones tear, ${many}`;
    case 'paste':
      return 'thermal paste';
    case 'liquidMetal':
      return 'liquid metal, only as its maker allows';
    case 'foot':
      return `feet or adhesive for them, ${many}`;
    case 'label':
      return `labels or seals that do not stick again, ${many}`;
    case 'peeledTape':
      return `pieces of tape, ${many}`;
  }
}

/** What is known of a spare, for whoever buys it. */
export function spareText(spare: Schemas['Spare']): string {
  const price =
    spare.price?.amount == null ? 'price not known' : `${spare.price.amount} ${spare.price.currency ?? ''}`.trimEnd();
  const source = {
    maker: 'from its maker',
    thirdParty: 'from others',
    salvage: 'from salvage',
    none: 'nobody sells it',
  };
  return [
    spare.number == null ? 'number not known' : `number ${spare.number}`,
    spare.seen == null || spare.price?.amount == null ? price : `${price} on ${spare.seen}`,
    spare.source == null ? 'who sells it is not known' : source[spare.source],
    ...(spare.paired === true ? ['works only after the maker’s pairing'] : []),
  ].join(', ');
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
