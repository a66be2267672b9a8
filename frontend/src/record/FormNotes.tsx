import { Button } from 'antd';
import type { Form } from '../edits/useForm';
import { label, placeWords } from '../words';

/** What a person is to know of a form besides its fields: that something typed before is back in it, and what another window changed too. */
export function FormNotes<T>({ form }: { form: Form<T> }) {
  return (
    <>
      {form.wasKept && (
        <p className="note" role="status">
          What was typed here before is back, and not saved yet.{' '}
          <Button size="small" onClick={form.discard}>
            Put it away
          </Button>
        </p>
      )}
      {form.clashes.length > 0 && (
        <section className="problem" role="alert" aria-label="Changed here and in another window">
          <p className="problem-title">Changed here and in another window</p>
          <table className="plain">
            <thead>
              <tr>
                <th scope="col">what</th>
                <th scope="col">typed here</th>
                <th scope="col">in the other window</th>
              </tr>
            </thead>
            <tbody>
              {form.clashes.map((clash) => {
                const name = placeWords(clash.path.join('.'));
                return (
                  <tr key={clash.path.join('.')}>
                    <th scope="row">{name}</th>
                    <td>
                      {told(clash.mine)}{' '}
                      <Button size="small" aria-label={`Keep mine: ${name}`} onClick={() => form.settle(clash, 'mine')}>
                        Keep mine
                      </Button>
                    </td>
                    <td>
                      {told(clash.theirs)}{' '}
                      <Button
                        size="small"
                        aria-label={`Take theirs: ${name}`}
                        onClick={() => form.settle(clash, 'theirs')}
                      >
                        Take theirs
                      </Button>
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </section>
      )}
    </>
  );
}

/** A value of a record in words. */
function told(value: unknown): string {
  if (value === null || value === undefined) return 'unknown';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'number') return value.toString();
  // A word of the format; what was typed stands as it was typed.
  if (typeof value === 'string') return /^[a-z]+([A-Z][a-z]+)*$/.test(value) ? label(value) : value;
  if (Array.isArray(value)) return value.length === 0 ? 'none' : value.map(told).join('; ');
  return Object.entries(value)
    .filter(([, inner]) => inner !== null && inner !== undefined)
    .map(([field, inner]) => `${label(field)} ${told(inner)}`)
    .join(', ');
}
