import type { Schemas } from '../../api/client';

/** The first of some faults, for people. */
export function faultText(faults: readonly Schemas['Fault'][]): string {
  const [first] = faults;
  if (first === undefined) return 'no fault is told';
  return `${first.at} ${first.message}`.trim() + (faults.length > 1 ? `, and ${faults.length - 1} more` : '');
}

/** Units that are kept and cannot be read: each with what is wrong, and its file to take away. */
export function Unreadable({ units }: { units: readonly Schemas['UnreadableUnit'][] }) {
  return (
    <section className="card" aria-label="Units that cannot be read">
      <h2 className="warning">{units.length === 1 ? 'One unit cannot be read' : `${units.length} units cannot be read`}</h2>
      <p>
        What is stored of {units.length === 1 ? 'it' : 'them'} is kept as it is. It is in no list and no comparison
        until a version of the program reads it.
      </p>
      <ul>
        {units.map((unit) => (
          <li key={unit.id}>
            <span className="code">{unit.id}</span>: {faultText(unit.faults)}.{' '}
            <a href={`/api/units/${encodeURIComponent(unit.id)}/stored`} download>
              Save what is stored of {unit.id}
            </a>
          </li>
        ))}
      </ul>
    </section>
  );
}
