import { Button } from 'antd';
import { useState } from 'react';
import { api, asProblem, type Part, type PartKind, seen, take, type Unit } from '../../api/client';
import { useChange } from '../../api/queries';
import { partKindValues } from '../../api/schema';
import { ProblemNote } from '../../app/ProblemNote';
import { useWorkpiece } from '../../app/Workspace';
import { money } from '../../format';
import { PartForm } from '../../record/PartForm';
import { heading, label } from '../../words';

/** The whole machine by kind: what it has, what it has not, and what nobody has looked for. */
export function Parts() {
  const unit = useWorkpiece();
  const [editing, setEditing] = useState<{ part?: Part; kind: PartKind } | null>(null);
  const { unit: machine, absent = [], parts } = unit.record;
  const mark = useChange((kinds: PartKind[]) =>
    take(
      api.PUT('/api/units/{unitId}/heading', {
        params: { path: { unitId: unit.id } },
        body: { unit: machine, absent: kinds },
        ...seen(unit.revision),
      }),
    ),
  );
  const undo = useChange(() => take(api.POST('/api/units/{unitId}/undo', { params: { path: { unitId: unit.id } } })));
  const failure = mark.error ?? undo.error;
  return (
    <section className="card parts" aria-label="Parts by kind">
      <div className="bench-head">
        <h2>
          {unit.parts.facts} of {unit.parts.of} kinds known
        </h2>
        <span className="grow" />
        <Button size="small" loading={undo.isPending} onClick={() => undo.mutate()}>
          Undo
        </Button>
      </div>
      {failure !== null && <ProblemNote problem={asProblem(failure)} />}
      <table className="plain">
        <thead>
          <tr>
            <th scope="col">kind</th>
            <th scope="col">part</th>
            <th scope="col">mounting</th>
            <th scope="col">capacity</th>
            <th scope="col">interface</th>
            <th scope="col">spare</th>
            <th scope="col">
              <span className="unseen">what can be done</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {partKindValues.map((kind) => {
            const ofKind = parts.filter((part) => part.kind === kind);
            const isAbsent = absent.includes(kind);
            if (ofKind.length === 0) {
              return (
                <tr key={kind} className="kind-first">
                  <th scope="row">{heading(kind)}</th>
                  <td colSpan={5} className="second">
                    {isAbsent ? 'absent: this machine has none' : 'not seen'}
                  </td>
                  <td className="row-end">
                    {isAbsent ? (
                      <Button size="small" onClick={() => mark.mutate(absent.filter((other) => other !== kind))}>
                        Not absent
                      </Button>
                    ) : (
                      <>
                        <Button size="small" aria-label={`Record ${label(kind)}`} onClick={() => setEditing({ kind })}>
                          Record
                        </Button>{' '}
                        <Button
                          size="small"
                          aria-label={`Mark ${label(kind)} absent`}
                          onClick={() => mark.mutate([...absent, kind])}
                        >
                          Absent
                        </Button>
                      </>
                    )}
                  </td>
                </tr>
              );
            }
            return ofKind.map((part, i) => (
              <tr key={part.id} className={i === 0 ? 'kind-first' : undefined}>
                <th scope="row">{i === 0 && heading(kind)}</th>
                <PartCells unit={unit} part={part} />
                <td className="row-end">
                  <Button size="small" aria-label={`Change ${part.id}`} onClick={() => setEditing({ part, kind })}>
                    Change
                  </Button>{' '}
                  {i === ofKind.length - 1 && (
                    <Button
                      size="small"
                      aria-label={`Record another ${label(kind)}`}
                      onClick={() => setEditing({ kind })}
                    >
                      Another
                    </Button>
                  )}
                </td>
              </tr>
            ));
          })}
        </tbody>
      </table>
      {editing !== null && (
        <PartForm unit={unit} part={editing.part} kind={editing.kind} onClose={() => setEditing(null)} />
      )}
    </section>
  );
}

const capacityUnit: Partial<Record<PartKind, string>> = { memory: 'GB', storage: 'GB', battery: 'Wh' };

function PartCells({ unit, part }: { unit: Unit; part: Part }) {
  const capacity = capacityUnit[part.kind];
  const ceilings = (['maker', 'bench', 'platform'] as const)
    .filter((source) => part.capacity?.max?.[source] != null)
    .map((source) => `${part.capacity?.max?.[source] ?? ''} by ${source}`);
  const freed = unit.record.steps.some((step) => step.frees?.includes(part.id) === true);
  return (
    <>
      <td>
        <span className="code">{part.id}</span>
        {part.fitted === false && <span className="second"> empty place</span>}
        {!freed && part.within == null && <span className="second"> no step frees it</span>}
      </td>
      <td>
        {part.mounting == null ? 'unknown' : label(part.mounting)}
        {part.within != null && <span className="second"> within {part.within}</span>}
      </td>
      <td>
        {capacity !== undefined && (
          <>
            {part.capacity?.fitted ?? '?'} {capacity}
            {ceilings.length > 0 && <span className="second"> to {ceilings.join(', ')}</span>}
          </>
        )}
      </td>
      <td>
        {part.interface?.standard != null && label(part.interface.standard)}{' '}
        <span className="second">{part.interface?.name}</span>
      </td>
      <td>
        {part.spare?.price != null && money(part.spare.price.amount ?? null, part.spare.price.currency ?? null)}{' '}
        <span className="second">
          {part.spare?.source != null && label(part.spare.source)}
          {part.spare?.paired === true && ', paired'}
        </span>
      </td>
    </>
  );
}
