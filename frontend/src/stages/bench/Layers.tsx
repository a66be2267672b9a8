import { Button } from 'antd';
import { useState } from 'react';
import { api, asProblem, seen, take, type Unit } from '../../api/client';
import { useChange } from '../../api/queries';
import { ProblemNote } from '../../app/ProblemNote';
import { Text } from '../../record/fields';

/** The layers: each is made by the step that opens it and goes with it; here they get other names. */
export function Layers({ unit }: { unit: Unit }) {
  const [renaming, setRenaming] = useState<string | null>(null);
  const [name, setName] = useState('');
  const { teardownId, teardownRevision } = unit;
  const rename = useChange((layer: string) =>
    take(
      api.POST('/api/teardowns/{teardownId}/layers/rename', {
        params: { path: { teardownId }, query: { layer, name } },
        ...seen(teardownRevision),
      }),
    ),
  );
  return (
    <section className="layers" aria-label="Layers">
      <h3>Layers</h3>
      <ul>
        {unit.record.layers.map((layer, i) => {
          const openers = unit.record.steps.filter((step) => step.opens === layer).map((step) => step.title);
          if (renaming === layer) {
            return (
              <li key={layer}>
                <form
                  className="amount"
                  onSubmit={(event) => {
                    event.preventDefault();
                    rename.mutate(layer, { onSuccess: () => setRenaming(null) });
                  }}
                >
                  <Text name={`New name of ${layer}`} value={name} onChange={(text) => setName(text ?? '')} />
                  <Button htmlType="submit" loading={rename.isPending}>
                    Rename
                  </Button>
                  <Button onClick={() => setRenaming(null)}>Cancel</Button>
                </form>
                {rename.error && <ProblemNote problem={asProblem(rename.error)} />}
              </li>
            );
          }
          return (
            <li key={layer}>
              <b>{layer}</b>{' '}
              <span className="second">{i === 0 ? 'always in view' : `opened by ${openers.join(' or ')}`}</span>{' '}
              <Button
                type="link"
                size="small"
                aria-label={`Rename ${layer}`}
                onClick={() => {
                  rename.reset();
                  setName(layer);
                  setRenaming(layer);
                }}
              >
                rename
              </Button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
