import { Button } from 'antd';
import { useEffect, useRef, useState } from 'react';
import type { LineView, Step, Unit } from '../../api/client';
import { deeds, newAction } from '../../record/actions';
import { Check, Field, Numeric, Several, Text, Word } from '../../record/fields';
import { AdviceList } from '../../record/AdviceList';
import { Notes } from '../../record/Notes';
import { PartForm } from '../../record/PartForm';
import { label } from '../../words';
import { ActionFields } from './ActionFields';

interface Props {
  unit: Unit;
  /** What the line says. */
  reading: LineView | null;
  /** What was changed here last, which the line says a moment later. */
  hand: Step | null;
  /** The layer in which a step stands that says nothing of it. */
  layer: string;
  stepId: string | null;
  /** The action to begin with; null: the step's own facts. */
  focus: number | null;
  onChange: (step: Step) => void;
}

const newLayer = ' a new layer';

/** The step by hand: the same step as the line's, in fields. What is changed here is written back into the line. */
export function StepFields({ unit, reading, hand, layer, stepId, focus, onChange }: Props) {
  const { record } = unit;
  const [naming, setNaming] = useState(false);
  const [makingPart, setMakingPart] = useState(false);
  const titled = reading?.chips.some((chip) => chip.kind === 'title') ?? false;
  const read: Step = reading?.step ?? { id: '', title: '', layer, actions: [] };
  // Without a title of its own a step is named by what it does: the line says nothing of it.
  const step: Step = hand ?? { ...read, title: titled ? read.title : '' };
  const set = (changed: Partial<Step>) => onChange({ ...step, ...changed });
  const actions = useRef<HTMLOListElement>(null);
  useEffect(() => {
    // Who types in the line stays there.
    if (document.activeElement?.matches('[data-line]') === true) return;
    if (focus !== null) actions.current?.children.item(focus)?.querySelector<HTMLElement>('input')?.focus();
  }, [focus]);
  const others = record.steps.filter((other) => other.id !== stepId);
  const partIds = [...record.parts.map((part) => part.id), ...(step.frees ?? [])];
  return (
    <section className="by-hand" aria-label="The step by hand">
      <div className="deeds" role="group" aria-label="Add an action">
        {deeds.map(({ deed, name }) => (
          <Button key={deed} onClick={() => set({ actions: [...step.actions, newAction(deed)] })}>
            + {name}
          </Button>
        ))}
      </div>
      <ol className="actions" ref={actions}>
        {step.actions.map((action, i) => (
          <ActionFields
            key={i}
            position={i}
            action={action}
            onChange={(changed) => set({ actions: step.actions.map((other, j) => (j === i ? changed : other)) })}
            onRemove={() => set({ actions: step.actions.filter((_, j) => j !== i) })}
          />
        ))}
      </ol>
      <div className="fields">
        <Field name="In layer">
          <Word
            name="In layer"
            words={record.layers}
            labels={(word) => word}
            required
            value={step.layer}
            onChange={(chosen) => set({ layer: chosen ?? layer })}
          />
        </Field>
        <Field name="Opens">
          <Word
            name="Opens"
            words={[
              'nothing',
              ...new Set([...record.layers.slice(1), ...(step.opens == null ? [] : [step.opens])]),
              newLayer,
            ]}
            required
            labels={(word) => word.trim()}
            value={naming ? newLayer : (step.opens ?? 'nothing')}
            onChange={(word) => {
              setNaming(word === newLayer);
              set({ opens: word === null || word === 'nothing' || word === newLayer ? undefined : word });
            }}
          />
        </Field>
        {naming && (
          <Field name="Name of the new layer" wide>
            <NewLayer
              onName={(opens) => {
                setNaming(false);
                set({ opens });
              }}
            />
          </Field>
        )}
        <Field name="Frees" wide>
          <span className="amount">
            <Several
              name="Frees"
              placeholder="no part"
              value={step.frees ?? []}
              options={[...new Set(partIds)].map((id) => {
                const kind = record.parts.find((part) => part.id === id)?.kind;
                return { value: id, label: kind === undefined ? id : `${id}, ${label(kind)}` };
              })}
              onChange={(frees) => set({ frees })}
            />
            <Button onClick={() => setMakingPart(true)}>New part</Button>
          </span>
        </Field>
        <Field name="After" wide>
          <Several
            name="After"
            placeholder="no other step"
            value={step.after ?? []}
            options={others.map((other) => ({ value: other.id, label: other.title }))}
            onChange={(after) => set({ after, orderAssumed: false })}
          />
        </Field>
        <Field name="For whoever does this after us" wide>
          <AdviceList of="step" id={step.id} advice={step.advice ?? []} onChange={(advice) => set({ advice })} />
        </Field>
        <Notes of="the step" value={step} onChange={set} />
        <Field name="Title" wide>
          <Text
            name="Title"
            placeholder={read.title}
            value={step.title}
            onChange={(title) => set({ title: title ?? '' })}
          />
        </Field>
        <div className="field wide checks">
          <Check
            name="Disconnects power"
            value={step.disconnectsPower ?? false}
            onChange={(disconnectsPower) => set({ disconnectsPower })}
          />
          <Check
            name="May be done with the power on, by its maker’s word"
            value={step.powerOn ?? false}
            onChange={(powerOn) => set({ powerOn })}
          />
          <Check
            name="Needs no other step of its layer first"
            value={step.needsNoOther ?? false}
            onChange={(needsNoOther) => set({ needsNoOther })}
          />
          {(step.frees?.length ?? 0) > 1 && (
            <Check
              name="The parts only come out together"
              value={step.together ?? false}
              onChange={(together) => set({ together })}
            />
          )}
          <span className="amount observed">
            Stopwatch
            <Numeric
              name="Observed seconds"
              unit="s"
              value={step.observedSeconds}
              onChange={(seconds) => set({ observedSeconds: seconds ?? undefined })}
            />
          </span>
        </div>
      </div>
      {makingPart && (
        <PartForm
          unit={unit}
          onClose={(part) => {
            setMakingPart(false);
            if (part !== null) set({ frees: [...(step.frees ?? []), part.id] });
          }}
        />
      )}
    </section>
  );
}

function NewLayer({ onName }: { onName: (name: string) => void }) {
  const [name, setName] = useState('');
  return (
    <form
      className="amount"
      onSubmit={(event) => {
        event.preventDefault();
        if (name.trim() !== '') onName(name.trim());
      }}
    >
      <Text name="Name of the new layer" placeholder="inside" value={name} onChange={(text) => setName(text ?? '')} />
      <Button htmlType="submit">Open it</Button>
    </form>
  );
}
