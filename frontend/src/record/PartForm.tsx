import { Button, Modal } from 'antd';
import { useState } from 'react';
import { api, asProblem, type Part, type PartKind, seen, take, type Unit } from '../api/client';
import { useChange } from '../api/queries';
import { mountingValues, partKindValues, standardValues, supplyValues } from '../api/schema';
import { ProblemNote } from '../app/ProblemNote';
import { useForm } from '../edits/useForm';
import { idFrom, label } from '../words';
import { AdviceList } from './AdviceList';
import { CatalogueAsk } from './CatalogueAsk';
import { FormNotes } from './FormNotes';
import { Notes } from './Notes';
import { PartPhotos } from './PartPhotos';
import { Amount, Check, Field, Numeric, Several, Text, Word, YesNo } from './fields';

const capacityUnits: Partial<Record<PartKind, string>> = { memory: 'GB', storage: 'GB', battery: 'Wh' };

interface Props {
  unit: Unit;
  /** The part to change; undefined makes a new one. */
  part?: Part;
  /** The kind that a new part starts with. */
  kind?: PartKind;
  onClose: (saved: Part | null) => void;
}

/** One part, or one empty place, and everything that is asked of it. */
export function PartForm({ unit, part, kind = 'battery', onClose }: Props) {
  const taken = unit.record.parts.map((other) => other.id);
  // The part as it is by now; one that another window took away stands as it was.
  const now = unit.record.parts.find((other) => other.id === part?.id);
  const [first] = useState<Part>(() => part ?? { id: idFrom(label(kind), taken), kind });
  const form = useForm(`part ${unit.id} ${part?.id ?? `new ${kind}`}`, now ?? first);
  const draft = form.value;
  const [named, setNamed] = useState(part !== undefined || form.wasKept);
  const set = (changed: Partial<Part>) => form.set({ ...draft, ...changed });
  const close = (saved: Part | null) => {
    form.discard();
    onClose(saved);
  };
  const save = useChange((body: Part) =>
    take(
      now === undefined
        ? api.POST('/api/units/{unitId}/parts', { params: { path: { unitId: unit.id } }, body, ...seen(unit.revision) })
        : api.PUT('/api/units/{unitId}/parts/{partId}', {
            params: { path: { unitId: unit.id, partId: now.id } },
            body,
            ...seen(unit.revision),
          }),
    ),
  );
  const remove = useChange((partId: string) =>
    take(
      api.DELETE('/api/units/{unitId}/parts/{partId}', {
        params: { path: { unitId: unit.id, partId } },
        ...seen(unit.revision),
      }),
    ),
  );
  const failure = save.error ?? remove.error;
  const unitOfCapacity = capacityUnits[draft.kind];
  const others = unit.record.parts.filter((other) => other.id !== draft.id);
  return (
    <Modal
      open
      title={part === undefined ? 'New part' : `Part ${part.id}`}
      width={720}
      // Esc and a click beside it leave what is typed for the next time; the button puts it away.
      onCancel={() => onClose(null)}
      footer={[
        now !== undefined && (
          <Button
            key="remove"
            loading={remove.isPending}
            onClick={() => remove.mutate(now.id, { onSuccess: () => close(null) })}
          >
            Remove this part
          </Button>
        ),
        <Button key="cancel" onClick={() => close(null)}>
          Cancel
        </Button>,
        <Button
          key="save"
          type="primary"
          loading={save.isPending}
          disabled={form.clashes.length > 0}
          onClick={() => save.mutate(draft, { onSuccess: () => close(draft) })}
        >
          Save the part
        </Button>,
      ]}
    >
      <div className="fields">
        <Field name="Kind">
          <Word
            name="Kind"
            words={partKindValues}
            required
            value={draft.kind}
            onChange={(chosen) => {
              const next = chosen ?? 'other';
              set({ kind: next, ...(!named && { id: idFrom(label(next), taken) }) });
            }}
          />
        </Field>
        <Field name="Id">
          <Text
            name="Id"
            code
            value={draft.id}
            onChange={(id) => {
              setNamed(true);
              set({ id: id ?? '' });
            }}
          />
        </Field>
        <Field name="Mounting">
          <Word
            name="Mounting"
            words={mountingValues}
            value={draft.mounting}
            onChange={(mounting) => set({ mounting })}
          />
        </Field>
        <Field name="Within" hint="The assembly of a soldered, laminated or riveted part.">
          <Word
            name="Within"
            words={others.map((other) => other.id)}
            labels={(id) => id}
            value={draft.within}
            onChange={(within) => set({ within })}
          />
        </Field>
        <Field name="Place" wide>
          <Check
            name="Fitted (no tick: an empty place)"
            value={draft.fitted ?? true}
            onChange={(fitted) => set({ fitted, ...(!fitted && { capacity: { ...draft.capacity, fitted: null } }) })}
          />
        </Field>
        <Field name="In view in" hint="Where it is seen, though no step takes it out.">
          <Word
            name="In view in"
            words={unit.record.layers}
            labels={(layer) => layer}
            value={draft.layer}
            onChange={(layer) => set({ layer })}
          />
        </Field>
        {unitOfCapacity !== undefined && (
          <Field name="Not together with" hint="Places that cannot be used at the same time.">
            <Several
              name="Not together with"
              placeholder="none"
              value={draft.excludes ?? []}
              options={others
                .filter((other) => capacityUnits[other.kind] !== undefined)
                .map((other) => ({ value: other.id, label: `${other.id}, ${label(other.kind)}` }))}
              onChange={(excludes) => set({ excludes })}
            />
          </Field>
        )}
        {unitOfCapacity !== undefined && (
          <Field name="Capacity: fitted, and the ceilings by maker, bench, platform" wide>
            <span className="amount">
              <Numeric
                name="Capacity fitted"
                unit={unitOfCapacity}
                value={draft.capacity?.fitted}
                onChange={(fitted) => set({ capacity: { ...draft.capacity, fitted } })}
              />
              {(['maker', 'bench', 'platform'] as const).map((source) => (
                <Numeric
                  key={source}
                  name={`Ceiling by ${source}`}
                  unit={unitOfCapacity}
                  placeholder={source}
                  value={draft.capacity?.max?.[source]}
                  onChange={(value) =>
                    set({ capacity: { ...draft.capacity, max: { ...draft.capacity?.max, [source]: value } } })
                  }
                />
              ))}
            </span>
          </Field>
        )}
        <Field name="Interface">
          <Word
            name="Interface"
            words={standardValues}
            value={draft.interface?.standard}
            onChange={(standard) => set({ interface: { ...draft.interface, standard } })}
          />
        </Field>
        <Field name="Interface name">
          <Text
            name="Interface name"
            value={draft.interface?.name}
            onChange={(name) => set({ interface: { ...draft.interface, name } })}
          />
        </Field>
        {(
          [
            ['form', 'Form'],
            ['bus', 'Bus'],
            ['generation', 'Generation'],
          ] as const
        ).map(([field, name]) => (
          <Field key={field} name={name}>
            <Text
              name={name}
              value={draft.interface?.[field]}
              onChange={(value) => set({ interface: { ...draft.interface, [field]: value } })}
            />
          </Field>
        ))}
        <Field name="Longest and thickest module, sides">
          <span className="amount">
            <Numeric
              name="Longest module"
              unit="mm"
              placeholder="long"
              value={draft.interface?.maxLengthMm}
              onChange={(maxLengthMm) => set({ interface: { ...draft.interface, maxLengthMm } })}
            />
            <Numeric
              name="Thickest module"
              unit="mm"
              placeholder="thick"
              value={draft.interface?.maxThicknessMm}
              onChange={(maxThicknessMm) => set({ interface: { ...draft.interface, maxThicknessMm } })}
            />
            <Word
              name="Sides"
              words={['1', '2']}
              labels={(word) => (word === '1' ? 'one side' : 'both sides')}
              value={draft.interface?.sides == null ? null : draft.interface.sides === 1 ? '1' : '2'}
              onChange={(word) =>
                set({ interface: { ...draft.interface, sides: word === null ? null : Number(word) } })
              }
            />
          </span>
        </Field>
        <Field name="Limits of the place" hint="What else it does not take, such as single-sided only." wide>
          <Several
            name="Limits of the place"
            free
            placeholder="none"
            value={draft.interface?.limits ?? []}
            options={[]}
            onChange={(limits) => set({ interface: { ...draft.interface, limits } })}
          />
        </Field>
        <Field name="Spare: price">
          <Amount
            name="Spare price"
            value={draft.spare?.price}
            onChange={(price) => set({ spare: { ...draft.spare, price } })}
          />
        </Field>
        <Field name="Spare: number">
          <Text
            name="Spare number"
            code
            value={draft.spare?.number}
            onChange={(number) => set({ spare: { ...draft.spare, number } })}
          />
        </Field>
        <Field name="Spare: source">
          <Word
            name="Spare source"
            words={supplyValues}
            value={draft.spare?.source}
            onChange={(source) => set({ spare: { ...draft.spare, source } })}
          />
        </Field>
        <Field name="Works only after the maker pairs it">
          <YesNo
            name="Paired"
            value={draft.spare?.paired}
            onChange={(paired) => set({ spare: { ...draft.spare, paired } })}
          />
        </Field>
        <Field name="Spare: seen on">
          <Text
            name="Spare seen on"
            code
            placeholder="2026-11-26"
            value={draft.spare?.seen}
            onChange={(seenOn) => set({ spare: { ...draft.spare, seen: seenOn } })}
          />
        </Field>
        <Field name="For whoever does this after us" wide>
          <AdviceList
            of="part"
            id={`${unit.id} ${draft.id}`}
            advice={draft.advice ?? []}
            onChange={(advice) => set({ advice })}
          />
        </Field>
        <Notes of="the part" value={draft} onChange={form.set} />
      </div>
      <CatalogueAsk unit={unit} part={draft} recorded={part !== undefined} onTake={(spare) => set({ spare })} />
      {part !== undefined && <PartPhotos unit={unit} partId={part.id} />}
      {part !== undefined && now === undefined && (
        <p className="note" role="status">
          Another window took this part away. Saving puts it back.
        </p>
      )}
      <FormNotes form={form} />
      {failure !== null && <ProblemNote problem={asProblem(failure)} inForm />}
    </Modal>
  );
}
