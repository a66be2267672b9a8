import { Button, Pagination } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, asProblem, type ShelfUnit, take } from '../../api/client';
import { useChange } from '../../api/queries';
import { ProblemNote } from '../../app/ProblemNote';
import { useUndoOffer } from '../../app/UndoOffer';
import { money } from '../../format';
import { IndexFigure } from '../../record/IndexFigure';
import { statusText } from '../../record/status';
import { label } from '../../words';
import { type Column, columns, type Order, sorted } from './order';

const pageSize = 50;

/** The list below the axes: a unit stands where what is certain puts it, unless told otherwise. */
interface Props {
  units: ShelfUnit[];
  /** What was found of each, where the shelf was asked something. */
  found?: ReadonlyMap<string, string> | undefined;
}

export function UnitTable({ units, found }: Props) {
  const [order, setOrder] = useState<Order>({ column: 'repair', descending: true });
  const [page, setPage] = useState(1);
  const takeOff = useTakeOff();
  const last = Math.max(1, Math.ceil(units.length / pageSize));
  const shown = Math.min(page, last);
  const rows = sorted(units, order).slice((shown - 1) * pageSize, shown * pageSize);
  return (
    <>
      {takeOff.problem !== null && <ProblemNote problem={takeOff.problem} />}
      <table className="plain units">
        <thead>
          <tr>
            {columns.map((column) => (
              <SortHead key={column} column={column} order={order} onOrder={setOrder} />
            ))}
            <th scope="col">
              <span className="unseen">take off the shelf</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map((unit) => (
            <tr key={unit.id}>
              <th scope="row">
                <Link className="unit-name" to={`/units/${unit.id}/verdict`}>
                  {unit.maker} {unit.model}
                </Link>
                {found !== undefined && <span className="found">{found.get(unit.id)}</span>}
              </th>
              <td className="code">{unit.modelCode}</td>
              <td>{unit.class === null ? 'unknown' : label(unit.class)}</td>
              <td>{money(unit.price, unit.currency)}</td>
              <td>
                <Figure index={unit.repair} />
              </td>
              <td>
                <Figure index={unit.upgrade} />
              </td>
              <td>
                {statusText(unit)}
                {unit.signed === 'changedSince' && <span className="second">, changed since signed</span>}
              </td>
              <td className="code">{loan(unit)}</td>
              <td className="row-end">
                <Button
                  type="text"
                  size="small"
                  aria-label={`Take ${unit.maker} ${unit.model} off the shelf`}
                  onClick={() => takeOff.start(unit)}
                >
                  ×
                </Button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {units.length === 0 && <p className="state">No unit fits the search and filters.</p>}
      {units.length > pageSize && (
        <Pagination
          className="pages"
          current={shown}
          pageSize={pageSize}
          total={units.length}
          showSizeChanger={false}
          onChange={setPage}
        />
      )}
    </>
  );
}

function SortHead({ column, order, onOrder }: { column: Column; order: Order; onOrder: (order: Order) => void }) {
  const current = order.column === column;
  const arrow = current ? (order.descending ? ' ↓' : ' ↑') : '';
  return (
    <th scope="col" aria-sort={current ? (order.descending ? 'descending' : 'ascending') : undefined}>
      <button
        className="sort"
        type="button"
        onClick={() =>
          onOrder({ column, descending: current ? !order.descending : column === 'repair' || column === 'upgrade' })
        }
      >
        {column}
        <span aria-hidden="true">{arrow}</span>
      </button>
    </th>
  );
}

/** When a loan goes back; one that is over its day says so. */
function loan(unit: ShelfUnit): string {
  if (unit.loanDue === null) return unit.onLoan ? 'not agreed' : '';
  const now = new Date();
  const day = new Date(`${unit.loanDue}T23:59:59`);
  return day < now ? `${unit.loanDue}, overdue` : unit.loanDue;
}

function Figure({ index }: { index: ShelfUnit['repair'] }) {
  return (
    <span className="figure">
      <IndexFigure index={index} />
    </span>
  );
}

/** Takes a unit off the shelf, and offers to put it back. */
function useTakeOff() {
  const offer = useUndoOffer();
  const remove = useChange((unit: ShelfUnit) =>
    take(api.DELETE('/api/units/{unitId}', { params: { path: { unitId: unit.id } } })),
  );
  return {
    problem: remove.error === null ? null : asProblem(remove.error),
    start: (unit: ShelfUnit) =>
      remove.mutate(unit, {
        onSuccess: () =>
          offer({
            key: unit.id,
            what: `${unit.maker} ${unit.model} is off the shelf`,
            detail: 'Nothing is deleted.',
            undo: () => take(api.POST('/api/units/{unitId}/restore', { params: { path: { unitId: unit.id } } })),
          }),
      }),
  };
}
