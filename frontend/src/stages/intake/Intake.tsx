import type { UseMutationResult } from '@tanstack/react-query';
import { Button } from 'antd';
import { useMemo } from 'react';
import { api, asProblem, type Schemas, seen, take, type Unit } from '../../api/client';
import { useChange } from '../../api/queries';
import { benchDriverValues, conditionValues, machineClassValues, sampleValues } from '../../api/schema';
import { useWorkpiece } from '../../app/Workspace';
import { type Form, useForm } from '../../edits/useForm';
import { AdviceList } from '../../record/AdviceList';
import { Amount, Field, Numeric, Several, Text, Word, YesNo } from '../../record/fields';
import { FormFaults } from '../../record/FormFaults';
import { FormNotes } from '../../record/FormNotes';
import { Notes } from '../../record/Notes';
import { TwinNote } from '../../record/TwinNote';
import { DamageList } from './DamageList';
import { LoanFields } from './LoanFields';
import { Ports } from './Ports';
import { StatePictures } from './StatePictures';
import { Teardowns } from './Teardowns';
import { Variants } from './Variants';
import './intake.css';

/** What the machine is, on whose bench, and what helps a repairer. */
export function Intake() {
  const unit = useWorkpiece();
  return (
    <div className="two-columns">
      <Machine unit={unit} />
      <div className="column">
        <TeardownData unit={unit} />
        <Teardowns unit={unit} />
        <Variants unit={unit} />
        <StatePictures unit={unit} />
      </div>
    </div>
  );
}

function Machine({ unit }: { unit: Unit }) {
  const form = useForm(`machine ${unit.id}`, unit.record.unit);
  const machine = form.value;
  const save = useChange((body: Schemas['Unit']) =>
    take(
      api.PUT('/api/units/{unitId}/heading', {
        params: { path: { unitId: unit.id } },
        body: { unit: body, absent: unit.record.absent ?? [] },
        ...seen(unit.revision),
      }),
    ),
  );
  const set = (part: Partial<Schemas['Unit']>) => form.set({ ...machine, ...part });
  const setCeilings = (of: 'memory' | 'storage' | 'battery', part: Schemas['Ceilings']) =>
    set({ ceilings: { ...machine.ceilings, [of]: { ...machine.ceilings?.[of], ...part } } });
  return (
    <section className="card" aria-label="The machine">
      <FormFaults problem={save.error && asProblem(save.error)}>
        <h2>The machine</h2>
        <div className="fields">
          <Field name="Maker" at="unit.maker">
            <Text name="Maker" value={machine.maker} onChange={(maker) => set({ maker: maker ?? '' })} />
          </Field>
          <Field name="Model" at="unit.model">
            <Text name="Model" value={machine.model} onChange={(model) => set({ model: model ?? '' })} />
          </Field>
          <Field name="Model code" at="unit.modelCode">
            <Text
              name="Model code"
              code
              value={machine.modelCode}
              onChange={(modelCode) => set({ modelCode: modelCode ?? '' })}
            />
          </Field>
          <Field name="Code found at" at="unit.codeFoundAt">
            <Text
              name="Code found at"
              placeholder="unknown"
              value={machine.codeFoundAt}
              onChange={(codeFoundAt) => set({ codeFoundAt })}
            />
          </Field>
          <Field name="Class" at="unit.class">
            <Word
              name="Class"
              words={machineClassValues}
              value={machine.class}
              onChange={(machineClass) => set({ class: machineClass })}
            />
          </Field>
          <Field name="Year" at="unit.year">
            <Numeric name="Year" value={machine.year} onChange={(year) => set({ year })} />
          </Field>
          <Field name="Price as configured" at="unit.price" wide>
            <Amount name="Price as configured" value={machine.price} onChange={(price) => set({ price })} />
          </Field>
          <div className="field wide">
            <TwinNote unit={machine} except={unit.id} />
          </div>
          <Field name="Embargo until" at="unit.embargo">
            <Text
              name="Embargo until"
              code
              placeholder="none, or 2026-12-01"
              value={machine.embargo}
              onChange={(embargo) => set({ embargo: embargo ?? undefined })}
            />
          </Field>
          <Field name="Findings also cover" at="unit.covers" hint="Other model codes.">
            <Several
              name="Findings also cover"
              free
              placeholder="no other code"
              value={machine.covers ?? []}
              options={[]}
              onChange={(covers) => set({ covers })}
            />
          </Field>
          {(['memory', 'storage', 'battery'] as const).map((of) => (
            <Field
              key={of}
              name={`Whole machine takes: ${of}`}
              at={`unit.ceilings.${of}`}
              hint="As the maker states, as the bench proved, as the platform allows."
              wide
            >
              <span className="amount">
                {(['maker', 'bench', 'platform'] as const).map((source) => (
                  <Numeric
                    key={source}
                    name={`Ceiling of ${of}, ${source}`}
                    unit={of === 'battery' ? 'Wh' : 'GB'}
                    placeholder={source}
                    value={machine.ceilings?.[of]?.[source]}
                    onChange={(value) => setCeilings(of, { [source]: value })}
                  />
                ))}
              </span>
            </Field>
          ))}
          <Field name="For whoever does this after us" wide>
            <AdviceList
              of="machine"
              id={unit.id}
              advice={machine.advice ?? []}
              onChange={(advice) => set({ advice })}
            />
          </Field>
          <Notes of="the machine" at="unit.notes" value={machine} onChange={form.set} />
        </div>
        <Ports
          ports={machine.ports ?? []}
          boards={unit.record.parts.map((part) => part.id)}
          onChange={(ports) => set({ ports })}
        />
        <LoanFields loan={machine.loan ?? null} onChange={(loan) => set({ loan: loan ?? undefined })} />
      </FormFaults>
      <SaveRow name="Save the machine" form={form} save={save} />
    </section>
  );
}

const marks = [
  ['manual', 'A manual for anyone'],
  ['labels', 'Screws and connectors labelled'],
  ['partNumbers', 'Numbers on the parts'],
  ['order', 'An order shown'],
] as const;

function TeardownData({ unit }: { unit: Unit }) {
  const { record } = unit;
  const document = useMemo(
    () => ({ teardown: record.teardown, guidance: record.guidance ?? {}, notes: record.notes ?? undefined }),
    [record.teardown, record.guidance, record.notes],
  );
  const form = useForm(`teardown ${unit.teardownId}`, document);
  const { teardown, guidance, notes } = form.value;
  const save = useChange((body: typeof document) =>
    take(
      api.PUT('/api/teardowns/{teardownId}/heading', {
        params: { path: { teardownId: unit.teardownId } },
        body,
        ...seen(unit.teardownRevision),
      }),
    ),
  );
  const set = (part: Partial<Schemas['Teardown']>) => form.set({ ...form.value, teardown: { ...teardown, ...part } });
  return (
    <section className="card" aria-label="The teardown">
      <FormFaults problem={save.error && asProblem(save.error)}>
        <h2>The teardown</h2>
        <div className="fields">
          <Field name="Date" at="teardown.date">
            <Text name="Date" code value={teardown.date} onChange={(date) => set({ date: date ?? '' })} />
          </Field>
          <Field name="Bench" at="teardown.bench">
            <Text name="Bench" value={teardown.bench} onChange={(bench) => set({ bench: bench ?? '' })} />
          </Field>
          <Field name="Driver" hint="Shown beside the stopwatch, never scored.">
            <Word
              name="Driver"
              words={benchDriverValues}
              required
              value={teardown.driver ?? 'hand'}
              onChange={(driver) => set({ driver: driver ?? 'hand' })}
            />
          </Field>
          <Field name="Condition" at="teardown.condition">
            <Word
              name="Condition"
              words={conditionValues}
              value={teardown.condition}
              onChange={(condition) => set({ condition })}
            />
          </Field>
          <Field name="Damage as found" at="teardown.damage" hint="Each sort brings its own caution on Bench." wide>
            <DamageList damage={teardown.damage ?? []} onChange={(damage) => set({ damage })} />
          </Field>
          <Field name="Sample" at="teardown.sample">
            <Word
              name="Sample"
              words={sampleValues}
              required
              value={teardown.sample ?? 'retail'}
              onChange={(sample) => set({ sample: sample ?? 'retail' })}
            />
          </Field>
          <Field name="A seal was in place" at="teardown.seal">
            <YesNo name="A seal was in place" value={teardown.seal} onChange={(seal) => set({ seal })} />
          </Field>
        </div>
        <h2>Guidance</h2>
        <div className="fields">
          {marks.map(([mark, name]) => (
            <Field key={mark} name={name}>
              <YesNo
                name={name}
                value={guidance[mark]}
                onChange={(value) => form.set({ ...form.value, guidance: { ...guidance, [mark]: value } })}
              />
            </Field>
          ))}
          <Notes
            of="the guidance"
            value={guidance}
            onChange={(changed) => form.set({ ...form.value, guidance: changed })}
          />
        </div>
        <h2>Notes</h2>
        <div className="fields">
          <Notes
            of="the teardown"
            at="teardown.notes"
            value={teardown}
            onChange={(changed) => form.set({ ...form.value, teardown: changed })}
          />
          <Notes
            of="the whole record"
            at="notes"
            value={{ notes }}
            onChange={(changed) => form.set({ ...form.value, notes: changed.notes })}
          />
        </div>
      </FormFaults>
      <SaveRow name="Save the teardown" form={form} save={save} />
    </section>
  );
}

interface SaveRowProps<T> {
  name: string;
  form: Form<T>;
  save: UseMutationResult<Schemas['Committed'], Error, T>;
}

function SaveRow<T>({ name, form, save }: SaveRowProps<T>) {
  const send = () => {
    const sent = form.value;
    save.mutate(sent, { onSuccess: () => form.saved(sent) });
  };
  return (
    <>
      <FormNotes form={form} />
      <div className="form-end">
        <Button type="primary" loading={save.isPending} disabled={form.clashes.length > 0} onClick={send}>
          {name}
        </Button>
        {save.isSuccess && !form.isTyped && <span role="status">Saved.</span>}
      </div>
    </>
  );
}
