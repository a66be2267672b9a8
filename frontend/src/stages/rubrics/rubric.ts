/** A rubric's document as it is edited: the server reads it, judges it and says what is wrong with it. */
export type RubricValue = number | string | boolean | null | RubricValue[] | { [key: string]: RubricValue };
export type RubricDocument = Record<string, RubricValue>;

/** The way to a value: keys and positions, outermost first. */
export type Place = readonly (string | number)[];

export function valueAt(document: RubricDocument, place: Place): RubricValue | undefined {
  let value: RubricValue | undefined = document;
  for (const key of place) {
    if (Array.isArray(value) && typeof key === 'number') value = value[key];
    else if (isTable(value) && typeof key === 'string') value = value[key];
    else return undefined;
  }
  return value;
}

export function isTable(value: RubricValue | undefined): value is Record<string, RubricValue> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

/** The document with another value at a place; what is not on the way there is shared. */
export function withValue(document: RubricDocument, place: Place, value: RubricValue): RubricDocument {
  return replaced(document, place, value) as RubricDocument;
}

function replaced(holder: RubricValue | undefined, place: Place, value: RubricValue): RubricValue {
  const [key, ...rest] = place;
  if (key === undefined) return value;
  if (Array.isArray(holder) && typeof key === 'number') {
    return holder.map((item, i) => (i === key ? replaced(item, rest, value) : item));
  }
  const table = isTable(holder) ? holder : {};
  return { ...table, [key]: replaced(table[key], rest, value) };
}

export type Weights = Record<string, number>;

/**
 * The most that one weight can take, in points of 100: with it alone at nothing and everything else at its best. In a strict mean a small weight
 * takes more than its share. Method, the weighted mean.
 * @param exponent The exponent of the mean: 0 is geometric.
 * @param floor What nothing counts as where the exponent is 0 or less.
 */
export function mostTaken(weights: Weights, key: string, exponent: number, floor: number): number {
  const sum = Object.values(weights).reduce((total, one) => total + one, 0);
  const share = (weights[key] ?? 0) / sum;
  if (exponent === 0) return 100 * (1 - floor ** share);
  const least = exponent < 0 ? floor : 0;
  return 100 * (1 - (1 - share + share * least ** exponent) ** (1 / exponent));
}

const hundredths = (weight: number) => Math.round(weight * 100);

/**
 * One weight set, the others scaled so that the sum stays; in hundredths, what rounding leaves goes to those that it cut most. A weight
 * cannot take more than the sum; where the others are all nothing they share evenly what is left.
 */
export function withWeight(weights: Weights, key: string, weight: number): Weights {
  const sum = Object.values(weights).reduce((total, one) => total + hundredths(one), 0);
  const own = Math.min(Math.max(hundredths(weight), 0), sum);
  const others = Object.keys(weights).filter((other) => other !== key);
  const before = others.reduce((total, other) => total + hundredths(weights[other] ?? 0), 0);
  const exact = new Map(
    others.map((other) => [
      other,
      before === 0 ? (sum - own) / others.length : (hundredths(weights[other] ?? 0) * (sum - own)) / before,
    ]),
  );
  const scaled = new Map([...exact].map(([other, share]) => [other, Math.floor(share)]));
  const left = sum - own - [...scaled.values()].reduce((total, one) => total + one, 0);
  const cut = (other: string) => (exact.get(other) ?? 0) - (scaled.get(other) ?? 0);
  const raised = new Set([...others].sort((a, b) => cut(b) - cut(a)).slice(0, left));
  return Object.fromEntries(
    Object.keys(weights).map((other) => [
      other,
      (other === key ? own : (scaled.get(other) ?? 0) + (raised.has(other) ? 1 : 0)) / 100,
    ]),
  );
}

/** Weight moved over the border between two neighbours: the one gains what the other loses, neither below nothing. */
export function moved(weights: Weights, left: string, right: string, by: number): Weights {
  const give =
    Math.min(Math.max(hundredths(by), -hundredths(weights[left] ?? 0)), hundredths(weights[right] ?? 0)) / 100;
  const round = (weight: number) => hundredths(weight) / 100;
  return { ...weights, [left]: round((weights[left] ?? 0) + give), [right]: round((weights[right] ?? 0) - give) };
}
