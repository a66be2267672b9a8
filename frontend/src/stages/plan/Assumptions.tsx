import { Button, Select } from 'antd';
import { useState } from 'react';
import { api, asProblem, type Schemas, seen, takeSetting } from '../../api/client';
import { partKindValues } from '../../api/schema';
import { useChange, useServices } from '../../api/queries';
import { ProblemNote } from '../../app/ProblemNote';
import { save } from '../../charts/exportSvg';
import { Numeric } from '../../record/fields';
import { label } from '../../words';
import { services } from './plan';

type Profile = Schemas['FailureProfile'];
/** What stood, and the revision that a change of it must have seen. */
export type Stood = Profile & { revision: number };
type Assumption = Schemas['FailureAssumption'];

const put = ({ damageShare, assumptions }: Profile, revision: number) =>
  takeSetting(api.PUT('/api/settings/failures', { body: { damageShare, assumptions }, ...seen(revision) }));

const nameOf = ({ kind, service }: Pick<Assumption, 'kind' | 'service'>) =>
  `${label(kind)}: ${service == null ? 'fails' : services[service]}`;

interface AssumptionsProps {
  profile: Stood;
  /** The profile that stood before the last change, to be put back. */
  before: Stood | null;
  onChanged: (stood: Stood | null) => void;
}

/** What the house assumes of failures and services, to be read, changed and taken out. */
export function Assumptions({ profile, before, onChanged }: AssumptionsProps) {
  const [rows, setRows] = useState(profile.assumptions);
  const [damage, setDamage] = useState<number | null>(Number((profile.damageShare * 100).toPrecision(12)));
  const [from] = useState(profile.revision);
  const change = useChange(async (act: (revision: number) => Promise<Stood>) => {
    const { revision } = await act(from);
    onChanged({ ...profile, revision });
  });
  const undo = useChange(async (stood: Stood) => {
    await put(stood, stood.revision);
    onChanged(null);
  });
  const saveFile = () =>
    save(
      'failures.json',
      'application/json',
      `${JSON.stringify({ damageShare: profile.damageShare, assumptions: profile.assumptions }, null, 2)}\n`,
    );
  const failure = change.error ?? undo.error;
  const edited = { damageShare: (damage ?? 0) / 100, assumptions: rows };
  const isEdited =
    edited.damageShare !== profile.damageShare || JSON.stringify(rows) !== JSON.stringify(profile.assumptions);
  const set = (at: number, part: Partial<Assumption>) =>
    setRows(rows.map((row, i) => (i === at ? { ...row, ...part } : row)));
  const served = useServices();
  const open = partKindValues.flatMap((kind) =>
    [null, ...(served.data?.find((one) => one.kind === kind)?.services ?? [])]
      .filter((service) => !rows.some((row) => row.kind === kind && (row.service ?? null) === service))
      .map((service) => ({ kind, service })),
  );
  return (
    <>
      <p>
        Years from new, or from the last time, on the average. Wear 1 is by chance at any age; the more above it, the
        closer to the average. What is not in the list never happens.
      </p>
      <table className="plain assumed">
        <thead>
          <tr>
            <th scope="col">What happens</th>
            <th scope="col">every so many years</th>
            <th scope="col">wear</th>
            <td />
          </tr>
        </thead>
        <tbody>
          {rows.map((row, at) => (
            <tr key={nameOf(row)}>
              <th scope="row">{nameOf(row)}</th>
              <td>
                <Numeric
                  name={`${nameOf(row)}, every`}
                  unit="years"
                  value={row.everyYears}
                  onChange={(everyYears) => set(at, { everyYears: everyYears ?? 0 })}
                />
              </td>
              <td>
                <Numeric
                  name={`${nameOf(row)}, wear`}
                  value={row.wear}
                  onChange={(wear) => set(at, { wear: wear ?? 0 })}
                />
              </td>
              <td>
                <Button
                  size="small"
                  aria-label={`Remove: ${nameOf(row)}`}
                  onClick={() => setRows(rows.filter((_, i) => i !== at))}
                >
                  Remove
                </Button>
              </td>
            </tr>
          ))}
          <tr>
            <th scope="row">Damage on the way to a part costs</th>
            <td colSpan={3}>
              <Numeric name="Damage" unit="% of the machine" value={damage} onChange={setDamage} />
            </td>
          </tr>
        </tbody>
      </table>
      <div className="plan-sheets">
        <Select<string>
          aria-label="Assume more"
          className="years-beside"
          showSearch={{ optionFilterProp: 'label' }}
          placeholder="Assume more"
          value={null}
          options={open.map((one) => ({ value: nameOf(one), label: nameOf(one) }))}
          onChange={(name) => {
            const one = open.find((other) => nameOf(other) === name);
            if (one !== undefined) setRows([...rows, { ...one, everyYears: 10, wear: 1 }]);
          }}
        />
        <Button type="primary" disabled={!isEdited} onClick={() => change.mutate((revision) => put(edited, revision))}>
          Use these
        </Button>
        <Button
          onClick={() => change.mutate((revision) => takeSetting(api.DELETE('/api/settings/failures', seen(revision))))}
        >
          Use as shipped
        </Button>
        <Button onClick={() => saveFile()}>Save as a file</Button>
        {before !== null && <Button onClick={() => undo.mutate(before)}>Undo</Button>}
      </div>
      <p role="status">{before !== null && 'Other assumptions are in use now.'}</p>
      {failure !== null && <ProblemNote problem={asProblem(failure)} />}
    </>
  );
}
