import { useQuery } from '@tanstack/react-query';
import { api, asProblem, take, type Unit } from '../../api/client';
import { ProblemNote } from '../../app/ProblemNote';
import { Anew } from '../../app/states';
import { minutes } from '../../format';
import { Numeric } from '../../record/fields';
import { nameOf } from '../../record/names';
import { amount } from './plan';
import { useRate } from './useRate';

/** Repair or replace: parts, time at a rate and the risk, beside the price of the machine; and part or assembly, where both can be bought. */
export function CostCard({ unit, parts }: { unit: Unit; parts: readonly string[] }) {
  const [rate, setRate] = useRate();
  const hour = Math.max(0, rate ?? 0);
  const cost = useQuery({
    queryKey: ['cost', unit.id, unit.revision, unit.teardownRevision, parts, hour],
    queryFn: ({ signal }) =>
      take(
        api.GET('/api/units/{unitId}/plan/cost', {
          params: { path: { unitId: unit.id }, query: { for: parts.join(','), rate: hour } },
          signal,
        }),
      ),
    placeholderData: (before) => before,
  });
  const { data } = cost;
  const least = data?.atLeast === true ? 'at least ' : '';
  return (
    <section className="card" aria-label="Repair or replace">
      <div className="bench-head">
        <h2>Repair or replace</h2>
        <span className="grow" />
        <span>an hour costs</span>
        <Numeric
          name="What an hour costs"
          unit={data?.currency ?? ''}
          placeholder="0"
          value={rate}
          onChange={setRate}
        />
      </div>
      <Anew of={cost} />
      {cost.error !== null && <ProblemNote problem={asProblem(cost.error)} />}
      {data !== undefined && (
        <>
          <table className="plain cost">
            <tbody>
              <tr>
                <th scope="row">Parts</th>
                <td className="numeric">
                  {least}
                  {amount(data.parts, data.currency)}
                </td>
                <td className="second">
                  {data.units.length === 0
                    ? 'nothing is swapped'
                    : data.units
                        .map((one) =>
                          `${nameOf(unit, one.unit)} ${one.price === null ? 'not known' : amount(one.price, '')}`.trim(),
                        )
                        .join(', ')}
                </td>
              </tr>
              <tr>
                <th scope="row">Time</th>
                <td className="numeric">{amount(data.time, data.currency)}</td>
                <td className="second">the way there and back</td>
              </tr>
              <tr>
                <th scope="row">Risk</th>
                <td className="numeric">{data.risk === null ? 'not known' : amount(data.risk, data.currency)}</td>
                <td className="second">{`the chance of damage times ${(100 * data.damageShare).toFixed(0)} % of what the machine costs, as in Years`}</td>
              </tr>
              <tr>
                <th scope="row">Together</th>
                <td className="numeric">
                  <b>
                    {least}
                    {amount(data.sum, data.currency)}
                  </b>
                </td>
                <td className="second">
                  {data.machine === null
                    ? 'what the machine costs is not known'
                    : `${((100 * data.sum) / data.machine).toFixed(0)} % of the ${amount(data.machine, data.currency)} that the machine costs`}
                </td>
              </tr>
            </tbody>
          </table>
          {data.assemblies.map((one) => (
            <p key={one.part}>
              The {nameOf(unit, one.part)} alone: {minutes(one.aloneEffort)}, {priced(one.alonePrice, data.currency)},{' '}
              {damaged(one.aloneDamage)}. With the {nameOf(unit, one.assembly)}, which it is within:{' '}
              {minutes(one.effort)}, {priced(one.price, data.currency)}, {damaged(one.damage)}.
            </p>
          ))}
        </>
      )}
    </section>
  );
}

const damaged = (chance: number) => `${(100 * chance).toFixed(0)} % to damage something`;

const priced = (price: number | null, currency: string) =>
  price === null ? 'price not known' : amount(price, currency);
