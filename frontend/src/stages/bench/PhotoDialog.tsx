import { Button, Modal } from 'antd';
import { type KeyboardEvent, type MouseEvent, useState } from 'react';
import { api, asProblem, type BenchView, type Photo, seen, take, type Unit, type Well } from '../../api/client';
import { useChange } from '../../api/queries';
import { ProblemNote } from '../../app/ProblemNote';
import { useForm } from '../../edits/useForm';
import { wellName } from '../../charts/Tray';
import { FormNotes } from '../../record/FormNotes';
import { Check, Field, Text, Word } from '../../record/fields';
import { Notes } from '../../record/Notes';

type Mark = NonNullable<Photo['marks']>[number];

interface Props {
  unit: Unit;
  bench: BenchView;
  photo: Photo;
  onClose: () => void;
}

const nudges: Record<string, [number, number]> = {
  ArrowLeft: [-0.01, 0],
  ArrowRight: [0.01, 0],
  ArrowUp: [0, -0.01],
  ArrowDown: [0, 0.01],
};

/** One photo: what it shows, and the places of screws on it, each tied to its well. */
export function PhotoDialog({ unit, bench, photo, onClose }: Props) {
  const form = useForm(`photo ${unit.teardownId} ${photo.id}`, photo);
  const { value: draft, set: setDraft } = form;
  const close = () => {
    form.discard();
    onClose();
  };
  const [well, setWell] = useState<Well | undefined>(
    bench.tray.find((one) => one.stepId === photo.step) ?? bench.tray[0],
  );
  const params = { path: { teardownId: unit.teardownId, photoId: photo.id } };
  const save = useChange((body: Photo) =>
    take(api.PUT('/api/teardowns/{teardownId}/photos/{photoId}', { params, body, ...seen(unit.teardownRevision) })),
  );
  const remove = useChange(() =>
    take(api.DELETE('/api/teardowns/{teardownId}/photos/{photoId}', { params, ...seen(unit.teardownRevision) })),
  );
  const marks = draft.marks ?? [];
  const setMarks = (changed: Mark[]) => setDraft({ ...draft, marks: changed });
  const place = (x: number, y: number) => {
    if (well !== undefined) setMarks([...marks, { x, y, step: well.stepId, group: well.group }]);
  };
  const onClick = (event: MouseEvent<HTMLElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    place(within((event.clientX - box.left) / box.width), within((event.clientY - box.top) / box.height));
  };
  const onMarkKey = (event: KeyboardEvent<HTMLButtonElement>, index: number) => {
    const nudge = nudges[event.key];
    if (nudge !== undefined) {
      const [dx, dy] = nudge;
      setMarks(
        marks.map((mark, i) => (i === index ? { ...mark, x: within(mark.x + dx), y: within(mark.y + dy) } : mark)),
      );
    } else if (event.key === 'Delete' || event.key === 'Backspace') {
      setMarks(marks.filter((_, i) => i !== index));
    } else {
      return;
    }
    event.preventDefault();
  };
  const failure = save.error ?? remove.error;
  return (
    <Modal
      open
      title="Photo"
      width={960}
      onCancel={onClose}
      footer={[
        <Button key="remove" loading={remove.isPending} onClick={() => remove.mutate(undefined, { onSuccess: close })}>
          Remove the photo
        </Button>,
        <Button
          key="save"
          type="primary"
          loading={save.isPending}
          disabled={form.clashes.length > 0}
          onClick={() => save.mutate(draft, { onSuccess: close })}
        >
          Save
        </Button>,
      ]}
    >
      <div className="photo-dialog">
        <div className="photo-stage">
          {/* The marks have a button of their own for the keyboard. */}
          <div className="photo-plate" onClick={onClick} role="presentation">
            <img src={`/api/photos/${photo.sha256}/${photo.type}`} alt={draft.caption ?? 'Photo of the bench'} />
          </div>
          {marks.map((mark, i) => (
            <button
              key={i}
              type="button"
              className="mark"
              ref={(button) => {
                // Set here: the policy of the page allows no style in the markup.
                if (button === null) return;
                button.style.left = `${mark.x * 100}%`;
                button.style.top = `${mark.y * 100}%`;
              }}
              aria-label={`Mark ${i + 1}, well ${numberOf(bench, mark)}: arrows move it, Delete takes it away`}
              onKeyDown={(event) => onMarkKey(event, i)}
            >
              {numberOf(bench, mark)}
            </button>
          ))}
        </div>
        <div className="photo-facts">
          <Field name="Caption">
            <Text
              name="Caption"
              value={draft.caption}
              onChange={(caption) => setDraft({ ...draft, caption: caption ?? undefined })}
            />
          </Field>
          <Field name="Step">
            <Word
              name="Step that it shows"
              none="none"
              words={unit.record.steps.map((step) => step.id)}
              labels={(id) => unit.record.steps.find((step) => step.id === id)?.title ?? id}
              value={draft.step}
              onChange={(step) => setDraft({ ...draft, step: step ?? undefined })}
            />
          </Field>
          <Field name="Part">
            <Word
              name="Part that it shows"
              none="none"
              words={unit.record.parts.map((part) => part.id)}
              labels={(id) => id}
              value={draft.part}
              onChange={(part) => setDraft({ ...draft, part: part ?? undefined })}
            />
          </Field>
          <Notes of="the photo" value={draft} onChange={setDraft} />
          <Check
            name="Shows the label"
            value={draft.label ?? false}
            onChange={(shows) => setDraft({ ...draft, label: shows })}
          />
          {bench.tray.length > 0 && (
            <>
              <Field name="Marks are of well" hint="Click on the picture to set one.">
                <Word
                  name="Marks are of well"
                  required
                  words={bench.tray.map((one) => String(one.number))}
                  labels={(number) => wellLabel(bench, number)}
                  value={well === undefined ? null : String(well.number)}
                  onChange={(number) => setWell(bench.tray.find((one) => String(one.number) === number))}
                />
              </Field>
              <Button onClick={() => place(0.5, 0.5)}>Set a mark in the middle</Button>
            </>
          )}
        </div>
      </div>
      <FormNotes form={form} />
      {failure !== null && <ProblemNote problem={asProblem(failure)} inForm />}
    </Modal>
  );
}

function within(share: number): number {
  return Math.round(Math.min(1, Math.max(0, share)) * 1_000) / 1_000;
}

function numberOf(bench: BenchView, mark: Mark): number | string {
  return bench.tray.find((well) => well.stepId === mark.step && well.group === (mark.group ?? 0))?.number ?? '?';
}

function wellLabel(bench: BenchView, number: string): string {
  const well = bench.tray.find((one) => String(one.number) === number);
  return well === undefined ? number : `${number}: ${wellName(well)}`;
}
