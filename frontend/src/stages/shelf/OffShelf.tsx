import { useQuery } from '@tanstack/react-query';
import { Button } from 'antd';
import { api, asProblem, take } from '../../api/client';
import { useChange } from '../../api/queries';
import { ProblemNote } from '../../app/ProblemNote';

/** What was taken off the shelf: nothing of it is deleted, and each comes back at one press. */
export function OffShelf() {
  const off = useQuery({
    queryKey: ['off the shelf'],
    queryFn: ({ signal }) => take(api.GET('/api/shelf/off', { signal })),
  });
  const restore = useChange((unitId: string) =>
    take(api.POST('/api/units/{unitId}/restore', { params: { path: { unitId } } })),
  );
  const failure = off.error ?? restore.error;
  return (
    <>
      {failure !== null && <ProblemNote problem={asProblem(failure)} />}
      {(off.data?.length ?? 0) > 0 && (
        <details className="card off-shelf">
          <summary>Off the shelf ({off.data?.length})</summary>
          <p className="second">
            Nothing of these is deleted. They are on no list, in no comparison, and can come back.
          </p>
          <ul>
            {off.data?.map((unit) => (
              <li key={unit.id}>
                {unit.maker} {unit.model} <span className="code">{unit.modelCode}</span>
                <span className="second">, off since {unit.removedAt.slice(0, 10)} </span>
                <Button
                  size="small"
                  aria-label={`Put ${unit.maker} ${unit.model} back on the shelf`}
                  loading={restore.isPending && restore.variables === unit.id}
                  onClick={() => restore.mutate(unit.id)}
                >
                  Put it back
                </Button>
              </li>
            ))}
          </ul>
        </details>
      )}
    </>
  );
}
