import { type KeyboardEvent, useEffect, useRef, useState } from 'react';
import type { Part, PartKind, Schemas } from '../../api/client';
import { heading, label } from '../../words';
import { type Column, columns, filled, shown } from './columns';
import { type KindOffer, type Offer, offeredIn } from './offers';
import type { Row } from './rows';

type Cost = Schemas['FactCost'];

interface Props {
  rows: readonly Row[];
  costs: readonly Cost[];
  /** Whether the costs are those of the facts as they are, each of them tried. */
  costsKnown: boolean;
  at: CellAt;
  onAt: (at: CellAt) => void;
  onPut: (part: Part) => void;
  onOpen: (part: Part) => void;
  /** The layers of the teardown, and the one in hand, where what is in view is seen. */
  layers: readonly string[];
  inHand: string;
  onAdd: (kind: PartKind, facts?: Partial<Part>) => void;
  onAbsent: (kind: PartKind, absent: boolean) => void;
  /** What is offered for a part, and for a kind that is not seen. */
  offersOf: (part: Part) => readonly Offer[];
  kindOfferOf: (kind: PartKind) => KindOffer | null;
  /** Takes what is offered for a row. */
  onTake: (row: Row) => boolean;
}

/** The cell in hand, by the key of its row; column 0 is the part itself. */
export interface CellAt {
  row: string;
  column: number;
}

/** The parts as a grid: arrows go through it, one key answers, typing writes. */
export function PartsGrid({
  rows,
  costs,
  costsKnown,
  at,
  layers,
  inHand,
  onAt,
  onPut,
  onOpen,
  onAdd,
  onAbsent,
  offersOf,
  kindOfferOf,
  onTake,
}: Props) {
  const parts = rows.flatMap((row) => (row.sort === 'part' ? [row.part] : []));
  const grid = useRef<HTMLTableElement>(null);
  const [typing, setTyping] = useState<{ at: CellAt; text: string; refused?: boolean } | null>(null);
  const held = useRef(false);
  const position = Math.max(
    0,
    rows.findIndex((row) => row.key === at.row),
  );
  const current = rows[position];
  const column = current?.sort === 'kind' ? 0 : Math.min(at.column, columns.length);
  const cell = (key: string, index: number) =>
    grid.current?.querySelector<HTMLElement>(`[data-cell="${CSS.escape(`${key} ${index}`)}"]`);
  useEffect(() => {
    // The cell in hand keeps the focus while rows come and go around it.
    if (typing === null && held.current && current !== undefined) cell(current.key, column)?.focus();
  });

  const go = (row: number, to: number) => {
    const next = rows[Math.max(0, Math.min(rows.length - 1, row))];
    held.current = true;
    if (next !== undefined) onAt({ row: next.key, column: Math.max(0, Math.min(columns.length, to)) });
  };
  /** Whether what was typed could be taken; what could not stays in its cell, with a word beside it. */
  const commit = (part: Part, of: Column, text: string): boolean => {
    if (of.sort === 'word') return true;
    const next = of.set(part, text, parts, layers);
    if (next !== null) onPut(next);
    return next !== null;
  };

  const onKeyDown = (event: KeyboardEvent<HTMLTableElement>) => {
    // A button inside a cell has its own keys.
    if (event.target instanceof HTMLButtonElement) return;
    if (typing !== null || current === undefined || event.ctrlKey || event.altKey || event.metaKey) return;
    const of = columns[column - 1];
    const moves: Record<string, () => void> = {
      ArrowDown: () => go(position + 1, at.column),
      ArrowUp: () => go(position - 1, at.column),
      ArrowLeft: () => go(position, column - 1),
      ArrowRight: () => go(position, column + 1),
      Home: () => go(position, 0),
      End: () => go(position, columns.length),
      PageDown: () => go(position + 10, at.column),
      PageUp: () => go(position - 10, at.column),
    };
    if (event.shiftKey && event.key === 'ArrowDown') {
      const below = rows[position + 1];
      if (of !== undefined && current.sort === 'part' && below?.sort === 'part') {
        const next = filled(of, current.part, below.part, parts, layers);
        if (next !== null) onPut(next);
        go(position + 1, column);
      }
    } else if (moves[event.key] !== undefined) {
      moves[event.key]?.();
    } else if (event.key === ' ' && onTake(current)) {
      held.current = true;
    } else if (current.sort === 'kind') {
      if (event.key === 'Enter') onAdd(current.kind);
      else if (event.key === 'a') onAbsent(current.kind, !current.absent);
      else if (event.key === 'e') onAdd(current.kind, { fitted: false, layer: inHand });
      else if (event.key === 'v') onAdd(current.kind, { layer: inHand });
      else return;
    } else if (of === undefined) {
      if (event.key === 'Enter') onOpen(current.part);
      else if (event.key === '+') onAdd(current.part.kind);
      else if (event.key === 'e') onPut(emptied(current.part));
      else if (event.key === 'v') onPut({ ...current.part, layer: current.part.layer == null ? inHand : null });
      else return;
    } else if (of.read(current.part) === undefined) {
      return;
    } else if (of.sort === 'word') {
      const word = of.keys[event.key.toLowerCase()];
      if (word !== undefined) onPut(of.set(current.part, word));
      else if (of.unknown && ['?', 'Delete', 'Backspace'].includes(event.key)) onPut(of.set(current.part, null));
      else return;
    } else if (event.key === 'Enter' || event.key === 'F2') {
      setTyping({ at: { row: current.key, column }, text: shown(of, current.part) });
    } else if (['?', 'Delete', 'Backspace'].includes(event.key)) {
      commit(current.part, of, '');
    } else if (event.key.length === 1) {
      setTyping({ at: { row: current.key, column }, text: event.key });
    } else {
      return;
    }
    event.preventDefault();
  };

  const onTyped = (event: KeyboardEvent<HTMLInputElement>, part: Part, of: Column) => {
    if (typing === null) return;
    const ends: Record<string, () => void> = {
      Enter: () => go(position + 1, column),
      Tab: () => go(position, column + (event.shiftKey ? -1 : 1)),
      ArrowDown: () => go(position + 1, column),
      ArrowUp: () => go(position - 1, column),
      Escape: () => undefined,
    };
    const end = ends[event.key];
    if (end === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    if (event.key !== 'Escape' && !commit(part, of, typing.text)) {
      setTyping({ ...typing, refused: true });
      return;
    }
    setTyping(null);
    end();
  };

  const costOf = (part: string, field: string) =>
    field === '' ? undefined : costs.find((cost) => cost.fact.part === part && cost.fact.field === field);
  return (
    <table className="plain parts-grid" role="grid" aria-label="Parts" ref={grid} onKeyDown={onKeyDown}>
      <thead>
        <tr>
          <th scope="col">kind</th>
          <th scope="col">part</th>
          {columns.map((of) => (
            <th key={of.id} scope="col">
              {of.name.replace('takes, by ', '≤ ')}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => {
          const hold = (index: number) => ({
            'data-cell': `${row.key} ${index}`,
            tabIndex: row === current && index === column ? 0 : -1,
            onFocus: () => {
              held.current = true;
              if (at.row !== row.key || at.column !== index) onAt({ row: row.key, column: index });
            },
            onBlur: () => (held.current = false),
          });
          if (row.sort === 'kind') {
            const cost = costs.find((one) => one.fact.at === row.key);
            const offer = row.absent ? null : kindOfferOf(row.kind);
            return (
              <tr key={row.key} className="kind-none">
                <th scope="row">{heading(row.kind)}</th>
                <td colSpan={columns.length + 1} {...hold(0)}>
                  {row.absent ? (
                    'absent: this machine has none'
                  ) : (
                    <>
                      not seen <CostMark cost={cost} />
                      {offer !== null && (
                        <span className="offered">
                          {' '}
                          {offer.from} has{' '}
                          {offer.parts.length === 0 ? 'none' : offer.parts.map(({ id }) => id).join(', ')}
                        </span>
                      )}
                    </>
                  )}{' '}
                  <span className="kind-tools">
                    {!row.absent && (
                      <button
                        type="button"
                        tabIndex={-1}
                        onClick={() => onAdd(row.kind)}
                        aria-label={`Record ${label(row.kind)}`}
                      >
                        Record
                      </button>
                    )}
                    <button
                      type="button"
                      tabIndex={-1}
                      onClick={() => onAbsent(row.kind, !row.absent)}
                      aria-label={row.absent ? `${heading(row.kind)} is not absent` : `Mark ${label(row.kind)} absent`}
                    >
                      {row.absent ? 'Not absent' : 'Absent'}
                    </button>
                  </span>
                </td>
              </tr>
            );
          }
          const { part } = row;
          const offers = offersOf(part);
          return (
            <tr key={row.key} className={row.under ? 'part-under' : undefined}>
              <th scope="row">{heading(part.kind)}</th>
              <td {...hold(0)}>
                {row.under && <Elbow />}
                <button
                  type="button"
                  tabIndex={-1}
                  className="code part-opener"
                  aria-label={`Change ${part.id}`}
                  onClick={() => onOpen(part)}
                >
                  {part.id}
                </button>
                {row.under && <span className="unseen">, goes with {row.unit}</span>}
                {eitherOf(part, parts).length > 0 && (
                  <span className="either" title={`Either this or ${eitherOf(part, parts).join(', ')}`}>
                    <Fork />
                    <span className="unseen">, either this or {eitherOf(part, parts).join(', ')}</span>
                  </span>
                )}
              </td>
              {columns.map((of, i) => {
                const value = of.read(part);
                const offered = offers.length === 0 ? null : offeredIn(of, part, offers);
                const writes = typing?.at.row === row.key && typing.at.column === i + 1;
                return (
                  <td
                    key={of.id}
                    {...hold(i + 1)}
                    className={of.sort === 'number' ? 'numeric' : of.sort === 'text' ? 'cell-text' : undefined}
                    onDoubleClick={() => {
                      if (of.sort !== 'word' && value !== undefined)
                        setTyping({ at: { row: row.key, column: i + 1 }, text: shown(of, part) });
                    }}
                  >
                    {writes && of.sort !== 'word' ? (
                      <>
                        <input
                          className="cell-input"
                          aria-label={`${part.id}: ${of.name}`}
                          aria-invalid={typing.refused === true}
                          aria-describedby="cell-refused"
                          autoFocus
                          value={typing.text}
                          onChange={(event) => setTyping({ at: typing.at, text: event.target.value })}
                          onKeyDown={(event) => onTyped(event, part, of)}
                          onBlur={() => {
                            if (commit(part, of, typing.text)) setTyping(null);
                            else setTyping({ ...typing, refused: true });
                          }}
                        />
                        <span id="cell-refused" role="alert" className="cell-refused">
                          {typing.refused === true && refusal(of)}
                        </span>
                      </>
                    ) : offered !== null ? (
                      <span
                        className="offered"
                        title={`Not known here; ${offers[0]?.from ?? ''} has it: Space takes it`}
                      >
                        {offered}?
                      </span>
                    ) : of.id === 'excludes' && value === null && eitherOf(part, parts).length > 0 ? (
                      <span className="second">{eitherOf(part, parts).join(', ')}</span>
                    ) : value === null ? (
                      <CostMark cost={costOf(part.id, of.field)} unknown known={costsKnown} />
                    ) : (
                      shown(of, part)
                    )}
                  </td>
                );
              })}
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

/** Why what was typed into a cell is not taken. */
const refusal = (of: Column) =>
  of.id === 'price'
    ? 'not an amount: 89, or 89 EUR'
    : of.sort === 'number'
      ? 'not a number'
      : `nothing here is called that`;

/** An unknown fact with the points of range that it costs. */
function CostMark({
  cost,
  unknown = false,
  known = true,
}: {
  cost: Cost | undefined;
  unknown?: boolean;
  known?: boolean;
}) {
  if (cost === undefined)
    return unknown ? (
      <span
        className="second"
        title={known ? 'Unknown, and costs no range by itself' : 'Unknown; what it costs is not worked out yet'}
      >
        ·
      </span>
    ) : null;
  return (
    <span
      className={cost.combined >= 1 ? 'cost dear' : 'cost'}
      title={`Unknown: costs ${cost.repair.toFixed(2)} points of range in Repair, ${cost.upgrade.toFixed(2)} in Upgrade`}
    >
      {unknown && '? '}
      {cost.combined < 0.005 ? '<0.01' : cost.combined.toFixed(2)}
    </span>
  );
}

/** An empty place of what was fitted, and the other way round: in an empty place nothing is held. */
function emptied(part: Part): Part {
  return part.fitted === false
    ? { ...part, fitted: true }
    : { ...part, fitted: false, capacity: { ...part.capacity, fitted: null } };
}

/** The parts that cannot be used at the same time as one, whichever of the two says so. */
function eitherOf(part: Part, parts: readonly Part[]): string[] {
  const others = parts.filter((other) => other.excludes?.includes(part.id)).map((other) => other.id);
  return [...new Set([...(part.excludes ?? []), ...others])];
}

/** Two ways of which only one can be taken. */
function Fork() {
  return (
    <svg className="fork" viewBox="0 0 14 14" aria-hidden="true">
      <path d="M1 7H5M5 7L12 2M5 7L12 12" />
    </svg>
  );
}

/** The line from an assembly down to a part that is one piece with it. */
function Elbow() {
  return (
    <svg className="elbow" viewBox="0 0 14 24" aria-hidden="true">
      <path d="M4 0 V13 H13" />
    </svg>
  );
}
