import type { Schemas } from '../../api/client';
import { RangeBar } from '../../charts/RangeBar';
import { type Exactness, minutes, share } from '../../format';
import { heading, label } from '../../words';
import { stepsOf } from '../../record/wayInParts';
import { useWorkpiece } from '../../app/Workspace';
import { headOf, nameOf } from '../../record/names';

/** One part: its service unit, the way to it, the second-best way, and its nine criteria. */
export function PartDetails({
  part,
  steps,
  exactness,
}: {
  part: Schemas['PartView'];
  steps: readonly Schemas['RouteStep'][];
  exactness: Exactness;
}) {
  const unit = useWorkpiece();
  return (
    <article className="part-details">
      <h3>
        {headOf(unit, part.id)}
        {!part.fitted && <span className="second"> empty place</span>}
        {part.excludes.length > 0 && (
          <span className="second">
            {' '}
            not together with the {part.excludes.map((id) => nameOf(unit, id)).join(', the ')}
          </span>
        )}
        {part.score !== null && <span className="second"> {share(part.score, exactness)}</span>}
      </h3>
      <div className="part-columns">
        <div>
          <p>
            {part.serviceUnit === null
              ? 'What has to be bought to mend it is unknown: a mounting, or what it is within, is not recorded.'
              : part.serviceUnit === part.id
                ? 'Mended by itself.'
                : `Mended with the ${nameOf(unit, part.serviceUnit)}, which it is one piece with.`}
          </p>
          {part.route === null ? (
            <p className="second">
              The way to it is unknown: no step frees{' '}
              {part.serviceUnit === null ? 'it' : `the ${nameOf(unit, part.serviceUnit)}`}
              {part.onlyInView && part.layer != null && `, which is in view in ${part.layer}`}.
            </p>
          ) : (
            <Way name="Way in" way={part.route} steps={steps} exactness={exactness} />
          )}
          {part.secondBest !== null && (
            <Way name="Second-best way" way={part.secondBest} steps={steps} exactness={exactness} />
          )}
        </div>
        {part.criteria.length > 0 && (
          <table className="plain criteria">
            <caption className="unseen">Criteria of the {nameOf(unit, part.id)}</caption>
            <thead>
              <tr>
                <th scope="col">criterion</th>
                <th scope="col">0 to 1</th>
                <th scope="col" className="numeric">
                  weight
                </th>
              </tr>
            </thead>
            <tbody>
              {part.criteria.map((criterion) => (
                <tr key={criterion.criterion}>
                  <th scope="row">{heading(criterion.criterion)}</th>
                  <td>
                    <span className="kind-figure">
                      <RangeBar quantity={criterion.value} to={1} />
                      <span>
                        {criterion.value.value === null && criterion.value.low === 0 && criterion.value.high === 1
                          ? 'unknown'
                          : share(criterion.value, exactness)}
                        {criterion.supplied && <span className="second"> the rubric’s, not found by the bench</span>}
                      </span>
                    </span>
                  </td>
                  <td className="numeric">{criterion.weight}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </div>
    </article>
  );
}

function Way({
  name,
  way,
  steps,
  exactness,
}: {
  name: string;
  way: Schemas['WayView'];
  steps: readonly Schemas['RouteStep'][];
  exactness: Exactness;
}) {
  return (
    <>
      <h4>
        {name}: {minutes(way.effort, exactness)} out and back
      </h4>
      <ol className="way">
        {stepsOf(way, steps).map((step) => (
          <li key={step.id}>
            {step.title}{' '}
            <span className="second">
              in {step.layer}, {minutes(step.effort, exactness)}
            </span>
            {step.surprises.map((surprise, i) => (
              <span key={i} className="surprise-seen">
                {label(surprise.kind)}: {surprise.text}
                {surprise.seconds != null && `, ${surprise.seconds} s`}
              </span>
            ))}
          </li>
        ))}
      </ol>
    </>
  );
}
