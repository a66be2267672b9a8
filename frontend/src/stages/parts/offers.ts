import type { Part, PartKind, Schemas } from '../../api/client';
import { columns, shown, type Column } from './columns';

/** What is offered for a part where it says nothing itself. */
export interface Offer {
  /** Who tells it: the code of a machine of the same name, or the catalogue. */
  from: string;
  part: Part;
}

/** What is offered for a kind of which nothing is recorded. */
export interface KindOffer {
  from: string;
  /** The parts that there are; none: that machine has none of the kind. */
  parts: readonly Part[];
}

/** A part with what is offered for it: what it says itself stays. */
export function taken(own: Part, offer: Part): Part {
  const part = filledUp(own, offer) as Part;
  return {
    ...part,
    fitted: own.fitted,
    // The offer's note says where it is from; it goes behind what is noted here.
    notes:
      own.notes == null || (offer.notes ?? '').startsWith(own.notes)
        ? (offer.notes ?? own.notes)
        : `${own.notes}\n${(offer.notes ?? '').split('\n').at(-1) ?? ''}`.trim(),
  };
}

function filledUp(own: unknown, offer: unknown): unknown {
  if (own == null || (Array.isArray(own) && own.length === 0)) return offer;
  if (typeof own !== 'object' || typeof offer !== 'object' || offer === null || Array.isArray(own)) return own;
  // An amount goes with its own currency and rate, never with those of another.
  if ('amount' in offer) return (own as Schemas['Money']).amount == null ? offer : own;
  const whole: Record<string, unknown> = { ...own };
  for (const [key, value] of Object.entries(offer)) whole[key] = filledUp(whole[key], value);
  return whole;
}

/** What a cell could say and does not; null: nothing is offered for it. */
export function offeredIn(column: Column, own: Part, offers: readonly Offer[]): string | null {
  if (column.read(own) !== null) return null;
  for (const { part } of offers) {
    const text = shown(column, part);
    if (text !== '') return text;
  }
  return null;
}

/** A part that is within another one only where that is recorded here. */
export const fitting = (part: Part, parts: readonly Part[]): Part =>
  parts.some((other) => other.id === part.within) ? part : { ...part, within: null };

/** The offers for a part that tell something which it does not say yet. */
export function offersFor(
  own: Part,
  parts: readonly Part[],
  sister: Schemas['PartOffers'] | undefined,
  catalogue: Offer | null,
): Offer[] {
  const found = sister?.parts.find((part) => part.id === own.id);
  const theirs = found && fitting(found, parts);
  const offers = [
    ...(catalogue !== null && catalogue.part.id === own.id ? [catalogue] : []),
    ...(sister?.from == null || theirs === undefined ? [] : [{ from: sister.from, part: theirs }]),
  ];
  return offers.filter((offer) => columns.some((column) => offeredIn(column, own, [offer]) !== null));
}

/** What is offered for a kind of which there is nothing; null: nothing. */
export function kindOffer(
  kind: PartKind,
  own: readonly Part[],
  sister: Schemas['PartOffers'] | undefined,
): KindOffer | null {
  if (sister?.from == null) return null;
  const parts = sister.parts.filter((part) => part.kind === kind && own.every((other) => other.id !== part.id));
  return parts.length > 0 || sister.absent.includes(kind) ? { from: sister.from, parts } : null;
}

/** What the catalogue's answer offers for a part. */
export function catalogueOffer(own: Part, answer: Schemas['CatalogueOffer']): Offer | null {
  const { offer, askedAt } = answer;
  if (offer == null) return null;
  const price = own.spare?.price?.amount == null ? offer.price : null;
  const taken = [
    ...(price != null ? ['price'] : []),
    ...(offer.source != null && own.spare?.source == null ? ['source'] : []),
    ...(offer.paired != null && own.spare?.paired == null ? ['pairing'] : []),
  ];
  return {
    from: 'the catalogue',
    part: {
      id: own.id,
      kind: own.kind,
      notes: `From the catalogue, not seen here: ${taken.join(', ')}.`,
      spare: {
        ...(price != null && { price, seen: askedAt?.slice(0, 10) ?? null }),
        ...(offer.source != null && { source: offer.source }),
        ...(offer.paired != null && { paired: offer.paired }),
      },
    },
  };
}
