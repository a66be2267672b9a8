import { Button } from 'antd';
import { useState } from 'react';
import { api, asProblem, type Step, seen, take, type Unit } from '../../api/client';
import { useChange } from '../../api/queries';
import { ProblemNote } from '../../app/ProblemNote';
import { deeds, newAction } from '../../record/actions';
import { Check, Field, Numeric, Several, Text, Word } from '../../record/fields';
import { PartForm } from '../../record/PartForm';
import { idFrom, label } from '../../words';
import { ActionFields } from './ActionFields';

interface Props {
  unit: Unit;
  /** The step to change; null makes a new one at the end. */
  step: Step | null;
  onSaved: (step: Step) => void;
  onClose: () => void;
}

const newLayer = ' a new layer';

/** One step: what is done in which layer, and what that opens, frees and disconnects. */
export function StepForm({ unit, step, onSaved, onClose }: Props) {
  const { record, teardownId } = unit;
  const [draft, setDraft] = useState<Step>(step ?? blank);
  // A change is made on what was seen when it began: at once for a step that is there, with the first key for a new one.
  const [begun, setBegun] = useState(step === null ? null : unit.teardownRevision);
  const revision = begun ?? unit.teardownRevision;
  const layer = draft.layer === '' ? lastOpened(unit) : draft.layer;
  const [naming, setNaming] = useState(false);
  const [makingPart, setMakingPart] = useState(false);
  const set = (changed: Partial<Step>) => {
    setBegun(revision);
    setDraft({ ...draft, ...changed });
  };
  const save = useChange((body: Step) =>
    take(
      step === null
        ? api.POST('/api/teardowns/{teardownId}/steps', { params: { path: { teardownId } }, body, ...seen(revision) })
        : api.PUT('/api/teardowns/{teardownId}/steps/{stepId}', {
            params: { path: { teardownId, stepId: step.id } },
            body,
            ...seen(revision),
          }),
    ),
  );
  const remove = useChange((stepId: string) =>
    take(
      api.DELETE('/api/teardowns/{teardownId}/steps/{stepId}', {
        params: { path: { teardownId, stepId } },
        ...seen(revision),
      }),
    ),
  );
  const submit = () => {
    const taken = record.steps.map((other) => other.id);
    const body = { ...draft, layer, ...(step === null && { id: idFrom(draft.title, taken) }) };
    save.mutate(body, { onSuccess: () => onSaved(body) });
  };
  const failure = save.error ?? remove.error;
  const openable = record.layers.slice(1);
  const others = record.steps.filter((other) => other.id !== draft.id);
  return (
    <section className="card step-form" aria-label={step === null ? 'New step' : `Step ${step.title}`}>
      <h2>{step === null ? `Step ${record.steps.length + 1}` : 'Change the step'}</h2>
      <form
        className="fields"
        onSubmit={(event) => {
          event.preventDefault();
          submit();
        }}
      >
        <Field name="Title" wide>
          <Text
            name="Title"
            placeholder="Open the base"
            value={draft.title}
            onChange={(title) => set({ title: title ?? '' })}
          />
        </Field>
        <Field name="In layer">
          <Word
            name="In layer"
            words={record.layers}
            labels={(layer) => layer}
            required
            value={layer}
            onChange={(chosen) => set({ layer: chosen ?? layer })}
          />
        </Field>
        <Field name="Opens">
          <Word
            name="Opens"
            words={['nothing', ...openable, newLayer]}
            required
            labels={(layer) => layer.trim()}
            value={naming ? newLayer : (draft.opens ?? 'nothing')}
            onChange={(layer) => {
              setNaming(layer === newLayer);
              set({ opens: layer === null || layer === 'nothing' || layer === newLayer ? undefined : layer });
            }}
          />
        </Field>
        {naming && (
          <Field name="Name of the new layer" wide>
            <Text
              name="Name of the new layer"
              placeholder="inside"
              value={draft.opens}
              onChange={(opens) => set({ opens: opens ?? undefined })}
            />
          </Field>
        )}
        <Field name="Frees" wide>
          <span className="amount">
            <Several
              name="Frees"
              placeholder="no part"
              value={draft.frees ?? []}
              options={record.parts.map((part) => ({ value: part.id, label: `${part.id}, ${label(part.kind)}` }))}
              onChange={(frees) => set({ frees })}
            />
            <Button onClick={() => setMakingPart(true)}>New part</Button>
          </span>
        </Field>
        <Field name="After" wide>
          <Several
            name="After"
            placeholder="no other step"
            value={draft.after ?? []}
            options={others.map((other) => ({ value: other.id, label: other.title }))}
            onChange={(after) => set({ after })}
          />
        </Field>
        <div className="field wide checks">
          <Check
            name="Disconnects power"
            value={draft.disconnectsPower ?? false}
            onChange={(disconnectsPower) => set({ disconnectsPower })}
          />
          {(draft.frees?.length ?? 0) > 1 && (
            <Check
              name="The parts only come out together"
              value={draft.together ?? false}
              onChange={(together) => set({ together })}
            />
          )}
          <span className="amount observed">
            Stopwatch
            <Numeric
              name="Observed seconds"
              unit="s"
              value={draft.observedSeconds}
              onChange={(observedSeconds) => set({ observedSeconds })}
            />
          </span>
        </div>
        <button className="unseen" type="submit" tabIndex={-1} aria-hidden="true" />
      </form>
      <h3>Actions</h3>
      {draft.actions.length === 0 && <p className="note">A step needs at least one action.</p>}
      <ol className="actions">
        {draft.actions.map((action, i) => (
          <ActionFields
            key={i}
            position={i}
            action={action}
            onChange={(changed) => set({ actions: draft.actions.map((other, j) => (j === i ? changed : other)) })}
            onRemove={() => set({ actions: draft.actions.filter((_, j) => j !== i) })}
          />
        ))}
      </ol>
      <div className="deeds" role="group" aria-label="Add an action">
        {deeds.map(({ deed, name }) => (
          <Button key={deed} size="small" onClick={() => set({ actions: [...draft.actions, newAction(deed)] })}>
            + {name}
          </Button>
        ))}
      </div>
      {failure !== null && (
        <ProblemNote
          problem={asProblem(failure)}
          onTakeTheirs={() => {
            setBegun(unit.teardownRevision);
            save.reset();
            remove.reset();
          }}
        />
      )}
      <div className="form-end">
        <Button type="primary" loading={save.isPending} onClick={submit}>
          {step === null ? 'Log the step' : 'Save the step'}
        </Button>
        {step !== null && (
          <>
            <Button onClick={onClose}>Cancel</Button>
            <span className="grow" />
            <Button loading={remove.isPending} onClick={() => remove.mutate(step.id, { onSuccess: onClose })}>
              Remove the step
            </Button>
          </>
        )}
      </div>
      {makingPart && (
        <PartForm
          unit={unit}
          onClose={(part) => {
            setMakingPart(false);
            if (part !== null) set({ frees: [...(draft.frees ?? []), part.id] });
          }}
        />
      )}
    </section>
  );
}

const blank: Step = { id: '', title: '', layer: '', actions: [] };

/** A new step starts in the layer that was opened last. */
function lastOpened({ record }: Unit): string {
  const opened = record.steps.map((step) => step.opens).filter((layer) => layer != null);
  return opened.at(-1) ?? record.layers[0] ?? '';
}
