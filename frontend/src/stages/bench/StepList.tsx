import { Button } from 'antd';
import { memo, type ReactNode, useEffect, useRef } from 'react';
import type { BenchView, Effort, Photo, Schemas, Step } from '../../api/client';
import { clock, minutes } from '../../format';
import { describe } from '../../record/actions';
import { useWorkpiece } from '../../app/Workspace';
import { nameOf } from '../../record/names';

export interface StepCommands {
  onEdit: (step: Step) => void;
  onInsertBefore: (step: Step) => void;
  onMove: (step: Step, to: number) => void;
  onSplit: (step: Step, actions: number) => void;
  onMerge: (step: Step) => void;
  onRemove: (step: Step) => void;
  onSurprise: (step: Step, kind: Schemas['SurpriseKind']) => void;
}

interface Commands extends StepCommands {
  onChoose: (stepId: string | null) => void;
}

interface Props extends Commands {
  steps: readonly Step[];
  efforts: readonly Effort[];
  photos: readonly Photo[];
  bench: BenchView;
  chosen: string | null;
}

/** The steps in the order carried out: the last one large, the chosen one with what can be done to it. A key in the line draws none anew. */
export const StepList = memo(function StepList({ steps, efforts, photos, bench, chosen, ...commands }: Props) {
  const list = useRef<HTMLOListElement>(null);
  useEffect(() => {
    if (location.hash !== '') list.current?.querySelector('.chosen')?.scrollIntoView({ block: 'center' });
  }, []);
  return (
    <ol className="log" aria-label="Steps" ref={list}>
      {steps.map((step, i) => (
        <LoggedStep
          key={step.id}
          step={step}
          position={i}
          last={i === steps.length - 1}
          effort={efforts[i]}
          line={bench.lines[i] ?? ''}
          early={bench.early}
          photos={photos}
          chosen={chosen === step.id}
          {...commands}
        />
      ))}
    </ol>
  );
});

interface StepProps extends Commands {
  step: Step;
  position: number;
  last: boolean;
  effort: Effort | undefined;
  line: string;
  early: BenchView['early'];
  photos: readonly Photo[];
  chosen: boolean;
}

const surprises: Record<Schemas['SurpriseKind'], string> = {
  foundLate: 'found late',
  damage: 'damage',
  partCameAlong: 'came along',
  hard: 'went hard',
  fragile: 'fragile',
  gaveUp: 'tried and left',
  missing: 'missing on arrival',
};

/** What a step frees, by name. */
function Freed({ parts }: { parts: readonly string[] }) {
  const unit = useWorkpiece();
  return `, frees the ${parts.map((id) => nameOf(unit, id)).join(', the ')}`;
}

const LoggedStep = memo(function LoggedStep(props: StepProps) {
  const { step, position, last, effort, line, chosen, onChoose } = props;
  const early = props.early.filter((one) => one.stepId === step.id).map((one) => one.needs);
  const photos = props.photos.filter((photo) => photo.step === step.id);
  return (
    <li className={`logged ${last ? 'last' : ''} ${chosen ? 'chosen' : ''}`}>
      <button
        type="button"
        className="logged-head"
        aria-expanded={chosen}
        onClick={() => onChoose(chosen ? null : step.id)}
      >
        <span className="logged-number">{position + 1}</span>
        <span className="logged-title">{step.title}</span>
        <span className="logged-effort">
          {effort !== undefined && minutes(effort)}
          {step.observedSeconds != null && <span className="second"> {clock(step.observedSeconds)}</span>}
        </span>
      </button>
      {(last || chosen) && (
        <>
          <p className="logged-actions">{step.actions.map(describe).join(' · ')}</p>
          <p className="logged-facts">
            layer “{step.layer}”{step.opens != null && `, opens “${step.opens}”`}
            {step.frees !== undefined && <Freed parts={step.frees} />}
            {step.together === true && ' together'}
            {step.disconnectsPower === true && ', power off from here'}
            {step.tightening !== undefined && `, tighten ${step.tightening.join(', ')}`}
          </p>
          {[step, ...step.actions].map(
            ({ notes }, i) =>
              notes != null && (
                <p key={i} className="logged-facts logged-notes">
                  {notes}
                </p>
              ),
          )}
        </>
      )}
      {early.map((needs) => (
        <p key={needs} className="warning">
          Out of order: {needs}
        </p>
      ))}
      {(step.surprises ?? []).map((surprise, i) => (
        <p key={i} className="surprise">
          <b>{surprises[surprise.kind]}</b> {surprise.text}
          {surprise.seconds != null && `, ${surprise.seconds} s`}
        </p>
      ))}
      {photos.length > 0 && (
        <span className="thumbs">
          {photos.map((photo) => (
            <img
              key={photo.id}
              src={`/api/photos/${photo.sha256}/thumbnail`}
              alt={photo.caption ?? `Photo of ${step.title}`}
            />
          ))}
        </span>
      )}
      {chosen && <StepTools {...props} line={line} />}
    </li>
  );
});

function StepTools({
  step,
  position,
  last,
  line,
  onEdit,
  onInsertBefore,
  onMove,
  onSplit,
  onMerge,
  onRemove,
  onSurprise,
}: StepProps) {
  return (
    <div className="step-tools">
      <code className="logged-line">{line}</code>
      <Tools name="Change the step">
        <Button onClick={() => onEdit(step)}>Change the line</Button>
        <Button onClick={() => onInsertBefore(step)}>Insert before</Button>
        <Button
          disabled={position === 0}
          aria-label={`Move ${step.title} up`}
          onClick={() => onMove(step, position - 1)}
        >
          ↑
        </Button>
        <Button disabled={last} aria-label={`Move ${step.title} down`} onClick={() => onMove(step, position + 1)}>
          ↓
        </Button>
        <Button disabled={last} onClick={() => onMerge(step)}>
          Merge with the next
        </Button>
        <Button onClick={() => onRemove(step)}>Remove</Button>
      </Tools>
      {step.actions.length > 1 && (
        <Tools name="Split after">
          <span className="second">Split after</span>
          {step.actions.slice(0, -1).map((action, i) => (
            <Button key={i} onClick={() => onSplit(step, i + 1)}>
              {describe(action)}
            </Button>
          ))}
        </Tools>
      )}
      <Tools name="Note at this step">
        <span className="second">Note</span>
        <Button onClick={() => onSurprise(step, 'foundLate')}>Hidden screw found</Button>
        <Button onClick={() => onSurprise(step, 'damage')}>Damage</Button>
        <Button onClick={() => onSurprise(step, 'partCameAlong')}>Part came along</Button>
      </Tools>
    </div>
  );
}

function Tools({ name, children }: { name: string; children: ReactNode }) {
  return (
    <div className="tools" role="group" aria-label={name}>
      {children}
    </div>
  );
}
