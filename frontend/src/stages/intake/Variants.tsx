import { Button } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, asProblem, take, type Unit } from '../../api/client';
import { useChange } from '../../api/queries';
import { ProblemNote } from '../../app/ProblemNote';
import { Field, Text } from '../../record/fields';
import { label } from '../../words';

/** Variants of one shell share the teardown and differ in parts. */
export function Variants({ unit }: { unit: Unit }) {
  const [code, setCode] = useState('');
  const [model, setModel] = useState('');
  const make = useChange(() =>
    take(
      api.POST('/api/units/{unitId}/variants', {
        params: { path: { unitId: unit.id } },
        body: { modelCode: code, ...(model !== '' && { model }) },
      }),
    ),
  );
  return (
    <section className="card" aria-label="Variants">
      <h2>Variants of this shell</h2>
      {unit.variants.length === 0 && (
        <p className="second">
          A variant shares this teardown and has parts of its own: begin it here, then say in Parts what differs.
        </p>
      )}
      <ul className="variants">
        {unit.variants.map((variant) => (
          <li key={variant.id}>
            <Link to={`/units/${variant.id}/parts`}>{variant.model}</Link>{' '}
            <span className="code">{variant.modelCode}</span>
            <span className="second">
              {variant.differences.length === 0
                ? ': no difference is recorded yet'
                : `: ${variant.differences.map((one) => `${one.title} ${label(one.how)}`).join(', ')}`}
            </span>
          </li>
        ))}
      </ul>
      <form
        className="fields"
        onSubmit={(event) => {
          event.preventDefault();
          make.mutate(undefined, {
            onSuccess: () => {
              setCode('');
              setModel('');
            },
          });
        }}
      >
        <Field name="Code of the variant">
          <Text name="Code of the variant" code value={code} onChange={(text) => setCode(text ?? '')} />
        </Field>
        <Field name="Sold as">
          <Text
            name="The variant is sold as"
            placeholder={unit.record.unit.model}
            value={model}
            onChange={(text) => setModel(text ?? '')}
          />
        </Field>
        <Button htmlType="submit" loading={make.isPending} disabled={code.trim() === ''}>
          Begin the variant
        </Button>
      </form>
      {make.error && <ProblemNote problem={asProblem(make.error)} />}
    </section>
  );
}
