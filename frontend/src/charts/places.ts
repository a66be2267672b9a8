import { scaleBand } from 'd3-scale';

/** How likely a unit is at each place. */
export interface Placed {
  id: string;
  name: string;
  /** Places from 1, with their chances, 0 to 1; those that never came are left out. */
  places: readonly { place: number; chance: number }[];
  mostLikely: number;
  /** First and last of the places that hold nine draws in ten. */
  from: number;
  to: number;
}

export interface PlaceBar {
  place: number;
  chance: number;
  x: number;
  width: number;
  y: number;
  height: number;
}

export interface PlaceRow {
  id: string;
  name: string;
  /** Where its bars stand. */
  ground: number;
  bars: PlaceBar[];
  /** Nine in ten, from left to right. */
  span: { from: number; to: number };
}

export interface PlacesLayout {
  rows: PlaceRow[];
  columns: { place: number; x: number }[];
  height: number;
}

export const rowHeight = 34;
export const barRoom = 24;
const head = 24;
const leastColumn = 26;

/** A row for each unit, those that do best on average first; in it a bar over each place, as high as the chance of it. */
export function layOut(units: readonly Placed[], left: number, right: number): PlacesLayout {
  const last = Math.max(1, ...units.flatMap((unit) => unit.places.map((one) => one.place)));
  const band = scaleBand(
    Array.from({ length: last }, (_, i) => i + 1),
    [left, right],
  ).paddingInner(0.12);
  const at = (place: number) => band(place) ?? left;
  const rows = [...units]
    .sort((a, b) => meanPlace(a) - meanPlace(b) || (a.name < b.name ? -1 : 1))
    .map((unit, i): PlaceRow => {
      const ground = head + (i + 1) * rowHeight - (rowHeight - barRoom) / 2;
      return {
        id: unit.id,
        name: unit.name,
        ground,
        bars: unit.places.map(({ place, chance }) => ({
          place,
          chance,
          x: at(place),
          width: band.bandwidth(),
          y: ground - chance * barRoom,
          height: chance * barRoom,
        })),
        span: { from: at(unit.from), to: at(unit.to) + band.bandwidth() },
      };
    });
  // Where columns are narrow, not every one is numbered.
  const every = Math.ceil(leastColumn / band.step());
  const columns = Array.from({ length: last }, (_, i) => i + 1)
    .filter((place) => place === 1 || place % every === 0)
    .map((place) => ({ place, x: at(place) + band.bandwidth() / 2 }));
  return { rows, columns, height: head + units.length * rowHeight + 8 };
}

/** The place that a unit has on average. */
export function meanPlace(unit: { places: readonly { place: number; chance: number }[] }): number {
  return unit.places.reduce((sum, one) => sum + one.place * one.chance, 0);
}
