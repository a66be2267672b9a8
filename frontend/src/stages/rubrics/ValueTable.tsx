import type { ReactNode } from 'react';
import { placeName, rowName, tableName } from './places';
import { RubricNumber } from './RubricNumber';
import { isTable, type Place, type RubricDocument, type RubricValue, valueAt } from './rubric';

interface Props {
  document: RubricDocument;
  place: Place;
  /** Names of the numbers of a pair, or of three. */
  ends?: readonly string[];
  set: (place: Place, value: RubricValue) => void;
  /** What stands behind a row, such as its curve. */
  beside?: (at: string) => ReactNode;
}

/** A table of the rubric: a row for each word with its number or its two, and tables inside it below. */
export function ValueTable({ document, place, ends = ['out', 'back'], set, beside }: Props) {
  const table = valueAt(document, place);
  const key = String(place[place.length - 1]);
  const name = place.length === 1 ? tableName(key) : rowName(key);
  if (!isTable(table)) return null;
  const rows = Object.entries(table).filter(([, value]) => !isTable(value));
  const inner = Object.entries(table).filter(([, value]) => isTable(value));
  const paired = rows.some(([, value]) => Array.isArray(value));
  return (
    <section className="value-table" aria-label={name}>
      {place.length === 1 ? <h3>{name}</h3> : <h4>{name}</h4>}
      {rows.length > 0 && (
        <table className="plain">
          <thead>
            <tr>
              <th scope="col">what</th>
              {paired ? (
                ends.map((end) => (
                  <th key={end} scope="col">
                    {end}
                  </th>
                ))
              ) : (
                <th scope="col">value</th>
              )}
              {beside !== undefined && <th scope="col">worth</th>}
            </tr>
          </thead>
          <tbody>
            {rows.map(([row, value]) => {
              const at = [...place, row].join('.');
              const numbers = Array.isArray(value) ? value : [value];
              return (
                <tr key={row}>
                  <th scope="row">{rowName(row)}</th>
                  {numbers.map((number, i) => (
                    <td key={i} colSpan={paired && numbers.length === 1 ? 2 : 1}>
                      {typeof number === 'number' && (
                        <RubricNumber
                          name={placeName(numbers.length === 1 ? at : `${at}[${i}]`)}
                          value={number}
                          onChange={(fresh) => set(numbers.length === 1 ? [...place, row] : [...place, row, i], fresh)}
                        />
                      )}
                    </td>
                  ))}
                  {beside !== undefined && <td>{beside(at)}</td>}
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      {inner.map(([row]) => (
        <ValueTable
          key={row}
          document={document}
          place={[...place, row]}
          ends={ends}
          set={set}
          {...(beside !== undefined && { beside })}
        />
      ))}
    </section>
  );
}
