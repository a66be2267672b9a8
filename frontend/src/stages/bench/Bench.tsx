import { Button } from 'antd';
import { useEffect, useState } from 'react';
import { api, asProblem, type Effort, seen, type Step, take, type Unit } from '../../api/client';
import { useChange } from '../../api/queries';
import { ProblemNote } from '../../app/ProblemNote';
import { useWorkpiece } from '../../app/Workspace';
import { minutes } from '../../format';
import { describe } from '../../record/actions';
import { Cautions } from './Cautions';
import { Layers } from './Layers';
import { StepForm } from './StepForm';

/** Logging a teardown: the steps in the order carried out, and a form for the one in hand. */
export function Bench() {
  const unit = useWorkpiece();
  const { steps } = unit.record;
  const [chosen, setChosen] = useState<string | null>(null);
  const [logged, setLogged] = useState(0);
  const { teardownId, teardownRevision } = unit;
  const undo = useChange(() =>
    take(api.POST('/api/teardowns/{teardownId}/undo', { params: { path: { teardownId } } })),
  );
  const move = useChange(({ stepId, to }: { stepId: string; to: number }) =>
    take(
      api.POST('/api/teardowns/{teardownId}/steps/{stepId}/move', {
        params: { path: { teardownId, stepId }, query: { to } },
        ...seen(teardownRevision),
      }),
    ),
  );
  useUndoKey(() => undo.mutate());
  const step = steps.find((other) => other.id === chosen) ?? null;
  const failure = undo.error ?? move.error;
  return (
    <div className="bench">
      <Cautions />
      <div className="bench-columns">
        <section aria-label="Steps">
          <div className="bench-head">
            <h2>{steps.length === 1 ? '1 step' : `${steps.length} steps`}</h2>
            <span className="grow" />
            <Button size="small" loading={undo.isPending} onClick={() => undo.mutate()}>
              Undo <kbd>Ctrl Z</kbd>
            </Button>
            <Button size="small" onClick={() => setChosen(null)} disabled={step === null}>
              New step
            </Button>
          </div>
          {failure !== null && <ProblemNote problem={asProblem(failure)} />}
          {steps.length === 0 && (
            <p className="state">
              Nothing is logged yet. The first step is done on the {unit.record.layers[0]}: say what it takes, what it
              opens and what it frees.
            </p>
          )}
          <ol className="steps">
            {steps.map((other, i) => (
              <StepLine
                key={other.id}
                step={other}
                position={i}
                last={i === steps.length - 1}
                effort={unit.efforts[i]}
                current={other.id === chosen}
                onChoose={() => setChosen(other.id)}
                onMove={(to) => move.mutate({ stepId: other.id, to })}
              />
            ))}
          </ol>
          <Layers unit={unit} />
          <Hints unit={unit} />
        </section>
        <StepForm
          key={step?.id ?? `new ${logged}`}
          unit={unit}
          step={step}
          onSaved={() => {
            setChosen(null);
            setLogged(logged + 1);
          }}
          onClose={() => setChosen(null)}
        />
      </div>
    </div>
  );
}

interface StepLineProps {
  step: Step;
  position: number;
  last: boolean;
  effort: Effort | undefined;
  current: boolean;
  onChoose: () => void;
  onMove: (to: number) => void;
}

function StepLine({ step, position, last, effort, current, onChoose, onMove }: StepLineProps) {
  return (
    <li className={current ? 'step current' : 'step'}>
      <span className="step-number">{position + 1}</span>
      <div className="step-body">
        <button className="step-title" type="button" aria-pressed={current} onClick={onChoose}>
          {step.title}
        </button>
        <p className="step-actions">{step.actions.map(describe).join('; ')}</p>
        <p className="step-facts">
          in {step.layer}
          {step.opens != null && `, opens ${step.opens}`}
          {step.frees !== undefined && `, frees ${step.frees.join(', ')}`}
          {step.disconnectsPower === true && ', power off from here'}
          {step.observedSeconds != null && `, ${step.observedSeconds} s on the stopwatch`}
        </p>
      </div>
      <span className="step-effort">{effort !== undefined && minutes(effort)}</span>
      <span className="step-move">
        <Button
          type="text"
          size="small"
          aria-label={`Move ${step.title} up`}
          disabled={position === 0}
          onClick={() => onMove(position - 1)}
        >
          ↑
        </Button>
        <Button
          type="text"
          size="small"
          aria-label={`Move ${step.title} down`}
          disabled={last}
          onClick={() => onMove(position + 1)}
        >
          ↓
        </Button>
      </span>
    </li>
  );
}

function Hints({ unit }: { unit: Unit }) {
  if (unit.hints.length === 0) return null;
  return (
    <section className="hints" aria-label="Hints">
      <h3>Worth a second look</h3>
      <ul className="faults">
        {unit.hints.map((hint, i) => (
          <li key={i}>
            <code>{hint.at}</code> {hint.message}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Ctrl Z takes back the last change, except where text is being typed: there it is the text's own. */
function useUndoKey(onUndo: () => void) {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLInputElement && event.target.value !== '';
      if (!(event.ctrlKey || event.metaKey) || event.shiftKey || event.key.toLowerCase() !== 'z' || typing) return;
      event.preventDefault();
      onUndo();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [onUndo]);
}
