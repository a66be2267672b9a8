import { Modal } from 'antd';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, asProblem, type Schemas, take } from '../../api/client';
import { useChange } from '../../api/queries';
import { machineClassValues, sampleValues } from '../../api/schema';
import { useForm } from '../../edits/useForm';
import { today } from '../../format';
import { FormFaults } from '../../record/FormFaults';
import { FormNotes } from '../../record/FormNotes';
import { Amount, Field, Text, Word } from '../../record/fields';
import { TwinNote } from '../../record/TwinNote';
import { label } from '../../words';

/** The bench that was named last at this machine. */
const benchKey = 'wide-lever-bench';

/** A unit begun by hand: enough to open its bench; the rest is asked for at intake. */
export function NewUnit({ onClose }: { onClose: () => void }) {
  const navigate = useNavigate();
  const [first] = useState<Schemas['NewUnit']>(() => ({
    unit: { maker: '', model: '', modelCode: '' },
    teardown: { date: today(), bench: localStorage.getItem(benchKey) ?? '' },
  }));
  const form = useForm('new unit', first);
  const { unit, teardown } = form.value;
  const setUnit = (changed: Schemas['Unit']) => form.set({ unit: changed, teardown });
  const setTeardown = (changed: Schemas['Teardown']) => form.set({ unit, teardown: changed });
  const create = useChange((body: Schemas['NewUnit']) => take(api.POST('/api/units', { body })));
  const save = () =>
    create.mutate(
      { unit, teardown },
      {
        onSuccess: (shelved) => {
          localStorage.setItem(benchKey, teardown.bench);
          form.discard();
          void navigate(`/units/${shelved.id}/bench`);
        },
      },
    );
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
      <FormNotes form={form} />
      <FormFaults problem={create.error && asProblem(create.error)}>
        <form
          className="fields"
          onSubmit={(event) => {
            event.preventDefault();
            save();
          }}
        >
          <Field name="Maker" at="unit.maker">
            <Text
              name="Maker"
              autoFocus
              value={unit.maker}
              onChange={(maker) => setUnit({ ...unit, maker: maker ?? '' })}
            />
          </Field>
          <Field name="Model" at="unit.model">
            <Text name="Model" value={unit.model} onChange={(model) => setUnit({ ...unit, model: model ?? '' })} />
          </Field>
          <Field name="Model code" at="unit.modelCode" hint="Exactly as on the machine: names repeat, codes do not.">
            <Text
              name="Model code"
              code
              value={unit.modelCode}
              onChange={(modelCode) => setUnit({ ...unit, modelCode: modelCode ?? '' })}
            />
          </Field>
          <Field name="Class" at="unit.class">
            <Word
              name="Class"
              words={machineClassValues}
              value={unit.class}
              onChange={(machineClass) => setUnit({ ...unit, class: machineClass })}
            />
          </Field>
          <Field name="Price as configured" at="unit.price">
            <Amount name="Price as configured" value={unit.price} onChange={(price) => setUnit({ ...unit, price })} />
          </Field>
          <Field name="Bench" at="teardown.bench">
            <Text
              name="Bench"
              value={teardown.bench}
              onChange={(bench) => setTeardown({ ...teardown, bench: bench ?? '' })}
            />
          </Field>
          <Field name="Date" at="teardown.date">
            <Text
              name="Date"
              code
              value={teardown.date}
              onChange={(date) => setTeardown({ ...teardown, date: date ?? '' })}
            />
          </Field>
          <Field name="Sample" at="teardown.sample">
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
      </FormFaults>
    </Modal>
  );
}
