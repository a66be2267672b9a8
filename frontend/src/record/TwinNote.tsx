import { Link } from 'react-router';
import type { Schemas } from '../api/client';
import { useTwins } from '../api/queries';

const reasons: Record<Schemas['TwinKind'], string> = {
  sameCode: 'carries the same code',
  nearCode: 'has a code that differs in a character or two',
  sameName: 'is sold under the same name',
};

/** Units on the shelf that this one could be taken for: names repeat across years, and one shell hides different boards. */
export function TwinNote({ unit, except }: { unit: Schemas['Unit']; except?: string }) {
  const { data = [] } = useTwins(unit.maker, unit.model, unit.modelCode, except);
  if (data.length === 0) return null;
  return (
    <section className="warning" aria-label="Could be taken for">
      {data.slice(0, 5).map((twin) => (
        <p key={twin.id}>
          <Link to={`/units/${twin.id}/intake`}>
            {twin.maker} {twin.model}
          </Link>{' '}
          <span className="code">{twin.modelCode}</span> {reasons[twin.kind]}.
        </p>
      ))}
      {data.length > 5 && <p>And {data.length - 5} more.</p>}
    </section>
  );
}
