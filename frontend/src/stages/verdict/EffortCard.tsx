import { useQuery } from '@tanstack/react-query';
import { api, asProblem, type Effort, take, type Unit } from '../../api/client';
import { Anew, Failed, Loading } from '../../app/states';
import { minutes } from '../../format';
import { IndexBar, IndexFigure } from '../../record/IndexFigure';
import { heading } from '../../words';
import { headOf } from '../../record/names';

const names = { standardTime: 'Standard time', steps: 'Steps', observed: 'Stopwatch' } as const;

/** One unit with its effort counted in standard time, in steps and by the stopwatch. */
export function EffortCard({ unit }: { unit: Unit }) {
  const schools = useQuery({
    queryKey: ['effort-schools', unit.id, unit.revision, unit.teardownRevision],
    queryFn: ({ signal }) =>
      take(api.GET('/api/units/{unitId}/effort-schools', { params: { path: { unitId: unit.id } }, signal })),
    placeholderData: (before) => before,
  });
  const { data, error, refetch } = schools;
  if (data === undefined) {
    return error === null ? (
      <Loading what="the three ways to count effort" />
    ) : (
      <Failed problem={asProblem(error)} onRetry={() => void refetch()} />
    );
  }
  return (
    <section className="card" aria-label="Steps, standard and stopwatch">
      <h2>Steps, standard and stopwatch</h2>
      <Anew of={schools} />
      <p className="note">
        {data.observedSteps === 0
          ? 'No step has a stopwatch time: under the stopwatch every step counts by standard time.'
          : `${data.observedSteps} of ${unit.record.steps.length} steps have a stopwatch time; the others count by standard time there too.`}
      </p>
      <table className="plain compare">
        <thead>
          <tr>
            <th scope="col">index</th>
            {data.schools.map((under) => (
              <th key={under.school} scope="col">
                {names[under.school]}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {(['repair', 'upgrade', 'combined'] as const).map((index) => (
            <tr key={index}>
              <th scope="row">{heading(index)}</th>
              {data.schools.map(({ school, indices }) => {
                const quantity = indices[index];
                return (
                  <td key={school}>
                    <span className="kind-figure">
                      <IndexBar index={quantity} />
                      <span>
                        <IndexFigure index={quantity} />
                      </span>
                    </span>
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
      <h3>Parts on which the schools differ most</h3>
      <table className="plain compare">
        <thead>
          <tr>
            <th scope="col">part</th>
            {data.schools.map((under) => (
              <th key={under.school} scope="col">
                {names[under.school]}: effort, reach
              </th>
            ))}
            <th scope="col" className="numeric">
              reach apart by
            </th>
          </tr>
        </thead>
        <tbody>
          {data.parts.map((part) => (
            <tr key={part.part}>
              <th scope="row">{headOf(unit, part.part)}</th>
              {data.schools.map((under, i) => (
                <td key={under.school}>
                  {effort(part.efforts[i])}
                  <span className="second">{reach(part.reach[i])}</span>
                </td>
              ))}
              <td className="numeric">{part.apart.toFixed(2)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function reach(share: number | null | undefined): string {
  return share == null ? '' : `, ${share.toFixed(2)}`;
}

function effort(seconds: Effort | null | undefined): string {
  return seconds == null ? 'unknown' : minutes(seconds);
}
