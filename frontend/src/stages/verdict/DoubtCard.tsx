import { Select } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { asProblem, type Schemas, type Unit, type Verdict } from '../../api/client';
import { useDoubt } from '../../api/queries';
import { Anew, Empty, Failed, Loading } from '../../app/states';
import { IndexBar, IndexFigure } from '../../record/IndexFigure';
import { heading, label } from '../../words';
import { noneWidens } from './doubt';

type Cost = Schemas['FactCost'];
type Index = 'repair' | 'upgrade' | 'combined';

const shown = 25;

/** Which unknown facts make the range wide, by share, and what would be learned by looking at each. */
export function DoubtCard({ unit, verdict }: { unit: Unit; verdict: Verdict }) {
  const [index, setIndex] = useState<Index>('combined');
  const doubt = useDoubt(unit);
  const { data, error, refetch } = doubt;
  const width = verdict[index].high - verdict[index].low;
  const costs = (data?.costs ?? []).filter((cost) => cost[index] > 5e-7).sort((a, b) => b[index] - a[index]);
  const all = costs.reduce((sum, cost) => sum + cost[index], 0);
  return (
    <section className="card" aria-label="Doubt">
      <div className="bench-head">
        <h2>What the range hangs on</h2>
        <Anew of={doubt} />
        <span className="grow" />
        <Select<Index>
          aria-label="Range of"
          showSearch={{ optionFilterProp: 'label' }}
          size="small"
          value={index}
          options={[
            { value: 'repair', label: 'Repair' },
            { value: 'upgrade', label: 'Upgrade' },
            { value: 'combined', label: 'Repair and Upgrade together' },
          ]}
          popupMatchSelectWidth={false}
          onChange={setIndex}
        />
      </div>
      <div className="doubt-range">
        <IndexFigure index={verdict[index]} />
        <IndexBar index={verdict[index]} />
        <span className="second">{width.toFixed(1)} points wide</span>
      </div>
      {data === undefined ? (
        error === null ? (
          <Loading what="what each unknown fact costs" />
        ) : (
          <Failed problem={asProblem(error)} onRetry={() => void refetch()} />
        )
      ) : costs.length === 0 ? (
        <Empty>
          <p>{noneWidens(data)}</p>
        </Empty>
      ) : (
        <>
          <p className="note">
            Each fact is tried by itself with every answer it may have, and the range counted again. Facts that hide one
            another do not add up to the whole width.
            {data.tried < data.facts && (
              <b>
                {' '}
                There are too many to try them all while you wait: {data.tried} of {data.facts} were tried, those of the
                machine and its parts first.
              </b>
            )}
          </p>
          <table className="plain doubt">
            <thead>
              <tr>
                <th scope="col">unknown fact</th>
                <th scope="col">share of what all cost</th>
                <th scope="col" className="numeric">
                  narrower by, on average
                </th>
              </tr>
            </thead>
            <tbody>
              {costs.slice(0, shown).map((cost) => (
                <tr key={cost.fact.at}>
                  <th scope="row">
                    <Link to={`/units/${unit.id}/${placeOf(cost)}`}>{nameOf(cost, unit)}</Link>
                  </th>
                  <td>
                    <span className="doubt-share">
                      <svg className="ledger-bar" viewBox="0 0 100 10" preserveAspectRatio="none" aria-hidden="true">
                        <rect x={0} y={2} height={6} width={(cost[index] / all) * 100} />
                      </svg>
                      {((cost[index] / all) * 100).toFixed(0)} %
                    </span>
                  </td>
                  <td className="numeric">{cost[index] < 0.05 ? 'less than 0.1' : cost[index].toFixed(1)}</td>
                </tr>
              ))}
            </tbody>
          </table>
          {costs.length > shown && <p className="note">And {costs.length - shown} more that cost less.</p>}
        </>
      )}
    </section>
  );
}

const fields: Record<string, string> = { count: 'how many there are', layer: 'where it is in view' };
const fieldName = (field: string) => fields[field] ?? label(field);

function placeOf({ fact }: Cost): string {
  if (fact.field === 'way') return 'bench';
  if (fact.step != null) return `bench#${encodeURIComponent(fact.step)}`;
  if (fact.part != null) return `parts#${encodeURIComponent(fact.part)}`;
  return fact.kind != null ? `parts#${encodeURIComponent(fact.at)}` : 'intake';
}

function nameOf({ fact }: Cost, unit: Unit): string {
  if (fact.step != null)
    return `${unit.record.steps.find((step) => step.id === fact.step)?.title ?? fact.step}: ${fieldName(fact.field)}`;
  if (fact.part != null) return `${fact.part}: ${fieldName(fact.field)}`;
  return fact.kind == null ? heading(fact.field) : `${heading(fact.kind)}, not seen`;
}
