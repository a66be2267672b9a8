import { Modal } from 'antd';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, asProblem, type Schemas, take } from '../../api/client';
import { useChange } from '../../api/queries';
import { machineClassValues, sampleValues } from '../../api/schema';
import { ProblemNote } from '../../app/ProblemNote';
import { today } from '../../format';
import { Amount, Field, Text, Word } from '../../record/fields';
import { TwinNote } from '../../record/TwinNote';
import { label } from '../../words';

/** A unit begun by hand: enough to open its bench; the rest is asked for at intake. */
export function NewUnit({ onClose }: { onClose: () => void }) {
  const navigate = useNavigate();
  const [unit, setUnit] = useState<Schemas['Unit']>({ maker: '', model: '', modelCode: '' });
  const [teardown, setTeardown] = useState<Schemas['Teardown']>({ date: today(), bench: '' });
  const create = useChange((body: Schemas['NewUnit']) => take(api.POST('/api/units', { body })));
  const save = () =>
    create.mutate({ unit, teardown }, { onSuccess: (shelved) => void navigate(`/units/${shelved.id}/bench`) });
  return (
    <Modal
      open
      title="New unit"
      okText="Begin"
      onOk={save}
      onCancel={onClose}
      confirmLoading={create.isPending}
      width={640}
    >
      <form
        className="fields"
        onSubmit={(event) => {
          event.preventDefault();
          save();
        }}
      >
        <Field name="Maker">
          <Text
            name="Maker"
            autoFocus
            value={unit.maker}
            onChange={(maker) => setUnit({ ...unit, maker: maker ?? '' })}
          />
        </Field>
        <Field name="Model">
          <Text name="Model" value={unit.model} onChange={(model) => setUnit({ ...unit, model: model ?? '' })} />
        </Field>
        <Field name="Model code" hint="Exactly as on the machine: names repeat, codes do not.">
          <Text
            name="Model code"
            code
            value={unit.modelCode}
            onChange={(modelCode) => setUnit({ ...unit, modelCode: modelCode ?? '' })}
          />
        </Field>
        <Field name="Class">
          <Word
            name="Class"
            words={machineClassValues}
            value={unit.class}
            onChange={(machineClass) => setUnit({ ...unit, class: machineClass })}
          />
        </Field>
        <Field name="Price as configured">
          <Amount name="Price as configured" value={unit.price} onChange={(price) => setUnit({ ...unit, price })} />
        </Field>
        <Field name="Bench">
          <Text
            name="Bench"
            value={teardown.bench}
            onChange={(bench) => setTeardown({ ...teardown, bench: bench ?? '' })}
          />
        </Field>
        <Field name="Date">
          <Text
            name="Date"
            code
            value={teardown.date}
            onChange={(date) => setTeardown({ ...teardown, date: date ?? '' })}
          />
        </Field>
        <Field name="Sample">
          <Word
            name="Sample"
            words={sampleValues}
            required
            value={teardown.sample ?? 'retail'}
            labels={(word) => (word === 'early' ? 'early sample: at most provisional' : label(word))}
            onChange={(sample) => setTeardown({ ...teardown, sample: sample ?? 'retail' })}
          />
        </Field>
        <div className="field wide">
          <TwinNote unit={unit} />
        </div>
        <button className="unseen" type="submit" tabIndex={-1} aria-hidden="true" />
      </form>
      {create.error && <ProblemNote problem={asProblem(create.error)} />}
    </Modal>
  );
}
