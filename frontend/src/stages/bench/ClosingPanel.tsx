import { Button, Select } from 'antd';
import { useState } from 'react';
import type { BenchEntry, BenchView, Schemas, Step } from '../../api/client';
import { wellName } from '../../charts/Tray';
import { describe } from '../../record/actions';
import { countText } from '../../record/counts';
import { Numeric, Text } from '../../record/fields';

interface Props {
  closing: Schemas['ClosingView'];
  bench: BenchView;
  onLog: (entry: BenchEntry) => void;
  onLeave: () => void;
  onMissing: () => void;
  /** So many there were, of one action of a step: the record has it from now on. */
  onCount: (stepId: string, action: number, count: number) => void;
  steps: readonly Step[];
}

/** Putting back: the steps in reverse, a tick for each well, and the count at the end. */
export function ClosingPanel({ closing, bench, onLog, onLeave, onMissing, onCount, steps }: Props) {
  const current = closing.steps.find((step) => !step.done);
  const left = closing.steps.filter((step) => !step.done).length;
  return (
    <section className="closing log-scroll" aria-label="Putting back">
      <p className="closing-count">
        <b>
          {closing.returned}
          {closing.expected !== null && ` of ${closing.expected}`}
        </b>{' '}
        screws back{closing.expected === null && ', of as many as turn out to be there'},{' '}
        {left === 0 ? 'no step left' : left === 1 ? '1 step left' : `${left} steps left`}
      </p>
      {bench.missingCount > 0 && (
        <p className="warning">
          {bench.missingCount === 1 ? '1 thing is' : `${bench.missingCount} things are`} not recorded yet, and what is
          closed cannot be looked at.{' '}
          <Button size="small" onClick={onMissing}>
            Show what is missing
          </Button>
        </p>
      )}
      {closing.mayStayOpen.length > 0 && (
        <label className="inline-field">
          Put back
          <Select<string>
            aria-label="How far it goes back"
            showSearch={{ optionFilterProp: 'label' }}
            value={closing.staysOpen ?? ''}
            options={[
              { value: '', label: 'all of it' },
              ...closing.mayStayOpen.map((layer) => ({
                value: layer,
                label: `what is behind ${layer}, which stays open`,
              })),
            ]}
            popupMatchSelectWidth={false}
            onChange={(layer) => onLog({ kind: 'closingTo', text: layer === '' ? null : layer })}
          />
        </label>
      )}
      {current !== undefined && (
        <Back
          key={current.stepId}
          step={current}
          actions={steps.find((one) => one.id === current.stepId)?.actions ?? []}
          bench={bench}
          onLog={onLog}
          onCount={(action, count) => onCount(current.stepId, action, count)}
        />
      )}
      {current === undefined && closing.staysOpen !== null && (
        <p className="note">
          That is as far as it goes: {closing.staysOpen} stays open, and the power stays off as long as it does.
        </p>
      )}
      {current === undefined && closing.staysOpen === null && (
        <p className="note">
          The first start may take longer than usual and may ask for the clock; a fan that runs up once is no fault.
          What smells, swells or gets hot: off at once.
        </p>
      )}
      {current === undefined && <Count closing={closing} onLog={onLog} />}
      <ol className="closing-steps" aria-label="The way back">
        {closing.steps.map((step) => (
          <li key={step.stepId} className={step.done ? 'done' : ''}>
            {step.done ? '✓ ' : ''}
            {step.title}
            {step.done && (
              <Button
                size="small"
                type="link"
                aria-label={`Undo the tick of ${step.title}`}
                onClick={() => untick(step, onLog)}
              >
                undo
              </Button>
            )}
          </li>
        ))}
      </ol>
      <div className="tools">
        <Button onClick={onLeave}>Show the steps</Button>
        <Button onClick={() => onLog({ kind: 'closingBegun' })}>Begin again</Button>
      </div>
    </section>
  );
}

function untick(step: Schemas['ClosingStepView'], onLog: (entry: BenchEntry) => void) {
  const groups = step.wells.length === 0 ? [0] : step.wells.map((well) => well.group);
  for (const group of groups) onLog({ kind: 'closingTicked', step: step.stepId, group, count: null });
}

function Back({
  step,
  actions,
  bench,
  onLog,
  onCount,
}: {
  step: Schemas['ClosingStepView'];
  actions: Step['actions'];
  bench: BenchView;
  onLog: (entry: BenchEntry) => void;
  onCount: (action: number, count: number) => void;
}) {
  const screwsAt = actions.flatMap((action, i) => (action.do === 'unscrew' ? [i] : []));
  return (
    <div className="closing-step">
      <h3 className="closing-title">{step.title}</h3>
      {step.heed.map((line) => (
        <p key={line} className="surprise-seen">
          {line}
        </p>
      ))}
      {step.words.length > 0 && (
        <ol className="closing-words" aria-label="In words">
          {step.words.map((line, i) => (
            <li key={i}>{line}</li>
          ))}
        </ol>
      )}
      {step.tightening.length > 0 && <p>Tighten in this order: {step.tightening.join(', ')}</p>}
      {step.uncounted.map((action) => {
        const of = actions[action];
        return of === undefined ? null : <CountNow key={action} of={of} onCount={(count) => onCount(action, count)} />;
      })}
      {step.wells.length === 0 && (
        <Button autoFocus onClick={() => onLog({ kind: 'closingTicked', step: step.stepId, group: 0, count: 0 })}>
          Back in place
        </Button>
      )}
      {step.wells
        .filter((well) => well.returned === null)
        .map((well, i) => (
          <WellBack
            key={well.group}
            well={well}
            first={i === 0}
            name={wellNameOf(bench, well.number)}
            onBack={(count) => {
              // Who puts them back has counted them.
              if (well.expected === null && count > 0) onCount(screwsAt[well.group] ?? 0, count);
              onLog({ kind: 'closingTicked', step: step.stepId, group: well.group, count });
            }}
          />
        ))}
    </div>
  );
}

/** A count that nobody took on the way out, asked for while its things are in hand; unanswered it stays open. */
function CountNow({ of, onCount }: { of: Step['actions'][number]; onCount: (count: number) => void }) {
  const [count, setCount] = useState<number | null>(null);
  const name = describe(of).replace(/^\? × /, '');
  return (
    <form
      className="well-back"
      onSubmit={(event) => {
        event.preventDefault();
        if (count !== null) onCount(count);
      }}
    >
      <span className="grow">
        {name}
        <span className="second">: how many are there?</span>
      </span>
      <Numeric name={`How many: ${name}`} placeholder="?" value={count} onChange={setCount} />
      <Button htmlType="submit" disabled={count === null || count < 1}>
        Note it
      </Button>
    </form>
  );
}

function wellNameOf(bench: BenchView, number: number): string {
  const well = bench.tray.find((other) => other.number === number);
  return well === undefined ? '' : wellName(well);
}

function WellBack({
  well,
  first,
  name,
  onBack,
}: {
  well: Schemas['ClosingWellView'];
  first: boolean;
  name: string;
  onBack: (count: number) => void;
}) {
  // Of a well that nobody counted for certain, who puts its screws back says how many there are.
  const uncertain = well.expected === null;
  const [count, setCount] = useState<number | null>(well.expected);
  return (
    <form
      className="well-back"
      onSubmit={(event) => {
        event.preventDefault();
        if (count !== null) onBack(count);
      }}
    >
      <span className="well-number">{well.number}</span>
      <span className="grow">
        {name}
        {uncertain && (
          <span className="second">
            {well.count == null ? ', not counted' : `, ${countText(well.count)} noted`}: how many are there?
          </span>
        )}
      </span>
      <Numeric name={`Screws back from well ${well.number}`} placeholder="?" value={count} onChange={setCount} />
      <Button htmlType="submit" autoFocus={first && !uncertain} disabled={count === null}>
        {uncertain
          ? count === null
            ? 'Back in place'
            : `${count} back, and that is all`
          : count === well.expected
            ? well.expected === 1
              ? 'It is back'
              : `All ${well.expected} back`
            : `${count ?? 0} of ${well.expected} back`}
      </Button>
    </form>
  );
}

function Count({ closing, onLog }: { closing: Schemas['ClosingView']; onLog: (entry: BenchEntry) => void }) {
  const [left, setLeft] = useState<number | null>(closing.leftOver ?? 0);
  const [answer, setAnswer] = useState('');
  if (closing.leftOver === null) {
    return (
      <form
        className="well-back"
        onSubmit={(event) => {
          event.preventDefault();
          if (left !== null) onLog({ kind: 'closingCounted', count: left });
        }}
      >
        <span className="grow">
          {closing.staysOpen === null
            ? 'Screws that lie in the tray now'
            : 'Screws that lie in the wells of these steps now'}
        </span>
        <Numeric name="Screws left in the tray" value={left} onChange={setLeft} />
        <Button htmlType="submit">Count</Button>
      </form>
    );
  }
  if (closing.clean)
    return (
      <p className="closing-clean">
        Every screw is where it belongs.{closing.staysOpen === null && ' The first start may take a while.'}
      </p>
    );
  const missing = closing.missing ?? 0;
  return (
    <div className="warning" role="alert">
      <p>
        {closing.leftOver > 0 && <b>{closing.leftOver} left over. </b>}
        {missing > 0 && <b>{missing} missing. </b>}
        {missing < 0 && <b>{-missing} more than came out. </b>}
        Find out before power: a screw inside shorts a board.
      </p>
      {closing.answer === null ? (
        <form
          className="caution-answer"
          onSubmit={(event) => {
            event.preventDefault();
            onLog({ kind: 'closingAnswered', text: answer });
          }}
        >
          <span className="grow">
            <Text
              name="What became of them"
              placeholder="What became of them"
              value={answer}
              onChange={(text) => setAnswer(text ?? '')}
            />
          </span>
          <Button htmlType="submit" disabled={answer.trim() === ''}>
            Answer
          </Button>
        </form>
      ) : (
        <p>Answered: {closing.answer}</p>
      )}
    </div>
  );
}
