import { Button } from 'antd';
import { api, asProblem, type Schemas, take } from '../../api/client';
import { useChange } from '../../api/queries';
import { ProblemNote } from '../../app/ProblemNote';

/** The first of some faults, for people. */
function faultText(faults: readonly Schemas['Fault'][]): string {
  const [first] = faults;
  if (first === undefined) return 'no fault is told';
  return `${first.at} ${first.message}`.trim() + (faults.length > 1 ? `, and ${faults.length - 1} more` : '');
}

/** What is kept and cannot be read: the rubric in use, and units, each with what is wrong and its file to take away. */
export function Unreadable({ shelf }: { shelf: Schemas['ShelfView'] }) {
  const score = useChange(({ unitId, teardownId }: { unitId: string; teardownId: string }) =>
    take(api.POST('/api/units/{unitId}/teardowns/{teardownId}/score', { params: { path: { unitId, teardownId } } })),
  );
  const { unreadable, unreadableRubric, rubric } = shelf;
  return (
    <>
      {unreadableRubric !== null && (
        <p className="warning" role="status">
          The rubric in use, {unreadableRubric.name}, revision {unreadableRubric.revision}, cannot be read by this
          version of the program ({faultText(unreadableRubric.faults)}). Until another is taken into use, the shelf is
          scored under the one that ships with the program: {rubric.name}, revision {rubric.revision}.
        </p>
      )}
      {unreadable.length > 0 && (
        <section className="card" aria-label="Units that cannot be read">
          <h2 className="warning">
            {unreadable.length === 1 ? 'One unit cannot be read' : `${unreadable.length} units cannot be read`}
          </h2>
          <p>
            What is stored of {unreadable.length === 1 ? 'it' : 'them'} is kept as it is. It is in no list and no
            comparison until a version of the program reads it, or another teardown is scored.
          </p>
          <ul>
            {unreadable.map((unit) => (
              <li key={unit.id}>
                <span className="code">{unit.id}</span>: {faultText(unit.faults)}.{' '}
                <a href={`/api/units/${encodeURIComponent(unit.id)}/stored`} download>
                  Save what is stored of {unit.id}
                </a>
                {unit.others.map((other) => (
                  <div key={other.id} className="form-end">
                    <span>
                      The teardown by {other.bench}, {other.date}, can be read.
                    </span>
                    <Button
                      size="small"
                      loading={score.isPending && score.variables.teardownId === other.id}
                      onClick={() => score.mutate({ unitId: unit.id, teardownId: other.id })}
                    >
                      Score {unit.id} by it
                    </Button>
                  </div>
                ))}
              </li>
            ))}
          </ul>
          {score.error !== null && <ProblemNote problem={asProblem(score.error)} />}
        </section>
      )}
    </>
  );
}
