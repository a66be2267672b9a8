import type { Schemas } from '../../api/client';
import type { Unit } from './field';

/** Ids that an address holds; beyond that only the whole shelf is taken away. */
const most = 300;

/** Units of a page that is published. */
const mostOnPage = 60;

interface Props {
  units: readonly Unit[];
  /** Odds to go with it. */
  odds?: Schemas['OddsView'];
}

/** The comparison as files. */
export function Takeaway({ units, odds }: Props) {
  const named = units.length <= most ? units.map((unit) => `unit=${encodeURIComponent(unit.id)}`) : [];
  const drawn = odds === undefined ? [] : [`index=${odds.index}`, `seed=${odds.seed}`, `draws=${odds.draws}`];
  const query = [...named, ...drawn].join('&');
  return (
    <span className="takeaway">
      {(['json', 'csv', 'xlsx'] as const).map((format) => (
        <a key={format} href={`/api/compare/takeaway.${format}?${query}`} download={`comparison.${format}`}>
          {format.toUpperCase()}
        </a>
      ))}
      {units.length >= 2 && units.length <= mostOnPage && (
        <a href={`/api/compare/sheet?${named.join('&')}`} download="comparison.html">
          Page for readers
        </a>
      )}
      {units.length > most && <span className="second">of the whole shelf</span>}
    </span>
  );
}
