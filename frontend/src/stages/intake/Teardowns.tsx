import { Button } from 'antd';
import { useState } from 'react';
import { api, asProblem, take, type Unit } from '../../api/client';
import { useChange } from '../../api/queries';
import { ProblemNote } from '../../app/ProblemNote';
import { today } from '../../format';
import { IndexFigure } from '../../record/IndexFigure';
import { Field, Text } from '../../record/fields';

/** The teardowns of the machine: one is scored, and bench and verdict show that one. */
export function Teardowns({ unit }: { unit: Unit }) {
  const [begun, setBegun] = useState<{ date: string; bench: string } | null>(null);
  const score = useChange((teardownId: string) =>
    take(
      api.POST('/api/units/{unitId}/teardowns/{teardownId}/score', {
        params: { path: { unitId: unit.id, teardownId } },
      }),
    ),
  );
  const begin = useChange((body: { date: string; bench: string }) =>
    take(api.POST('/api/units/{unitId}/teardowns', { params: { path: { unitId: unit.id } }, body })),
  );
  const failure = score.error ?? begin.error;
  return (
    <section className="card" aria-label="Teardowns">
      <h2>Teardowns of this machine</h2>
      <table className="plain">
        <thead>
          <tr>
            <th scope="col">by</th>
            <th scope="col">on</th>
            <th scope="col">steps</th>
            <th scope="col">Repair</th>
            <th scope="col">Upgrade</th>
            <th scope="col">
              <span className="unseen">what can be done</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {unit.teardowns.map((one) => (
            <tr key={one.id}>
              <th scope="row">{one.bench ?? <code>{one.id}</code>}</th>
              <td className="figure">{one.date}</td>
              <td>{one.steps}</td>
              {one.faults[0] === undefined ? (
                [one.repair, one.upgrade].map((index, i) => (
                  <td key={i}>{index !== null && <IndexFigure index={index} />}</td>
                ))
              ) : (
                <td colSpan={2}>
                  <span className="second">
                    {one.bench === null ? 'cannot be read' : 'at fault with this machine'}:{' '}
                    <code>{one.faults[0].at}</code> {one.faults[0].message}
                  </span>
                </td>
              )}
              <td className="row-end">
                {one.scored ? (
                  <span className="second">scored</span>
                ) : (
                  one.faults.length === 0 && (
                    <Button
                      size="small"
                      aria-label={`Score by the teardown of ${one.bench}, ${one.date}`}
                      onClick={() => score.mutate(one.id)}
                    >
                      Score by this one
                    </Button>
                  )
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {begun === null ? (
        <div className="form-end">
          <Button size="small" onClick={() => setBegun({ date: today(), bench: '' })}>
            Begin another teardown
          </Button>
        </div>
      ) : (
        <>
          <div className="fields">
            <Field name="On">
              <Text
                name="Date of the other teardown"
                code
                value={begun.date}
                onChange={(date) => setBegun({ ...begun, date: date ?? '' })}
              />
            </Field>
            <Field name="By">
              <Text
                name="Bench of the other teardown"
                value={begun.bench}
                onChange={(bench) => setBegun({ ...begun, bench: bench ?? '' })}
              />
            </Field>
          </div>
          <div className="form-end">
            <Button
              type="primary"
              size="small"
              loading={begin.isPending}
              onClick={() => begin.mutate(begun, { onSuccess: () => setBegun(null) })}
            >
              Begin it
            </Button>
            <Button size="small" onClick={() => setBegun(null)}>
              Cancel
            </Button>
          </div>
        </>
      )}
      {failure !== null && <ProblemNote problem={asProblem(failure)} />}
    </section>
  );
}
