import { Button, Select } from 'antd';
import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { asProblem, type Problem, type Schemas } from '../../api/client';
import { stream, type WorkProgress } from '../../api/stream';
import { ProblemNote } from '../../app/ProblemNote';
import { Watched } from '../../app/Watched';
import { IndexFigure } from '../../record/IndexFigure';
import { placeName, valueName } from './places';

type Preview = Schemas['RubricPreview'];
type UnitEffect = Schemas['UnitEffect'];
type Index = 'repair' | 'upgrade' | 'combined';

const indices = [
  { value: 'repair', label: 'Repair' },
  { value: 'upgrade', label: 'Upgrade' },
  { value: 'combined', label: 'Repair and Upgrade together' },
] as const;

const shown = 60;

interface Props {
  /** The rubric's text as it stands, valid. */
  text: string;
  differences: Schemas['RubricDifference'][];
}

/** What the rubric would do to every unit on the shelf, and on demand which single number moves whom. */
export function Effect({ text, differences }: Props) {
  const [index, setIndex] = useState<Index>('repair');
  const preview = useStream<Preview>('/api/rubrics/preview', text);
  return (
    <section className="card rubric-effect" aria-label="What it would do">
      <div className="bench-head">
        <h2>What it would do</h2>
        <span className="grow" />
        <Select<Index>
          aria-label="Index shown"
          size="small"
          value={index}
          options={[...indices]}
          onChange={setIndex}
          popupMatchSelectWidth={false}
        />
      </div>
      {preview.problem !== null && <ProblemNote problem={preview.problem} />}
      {preview.progress !== null && (
        <Watched progress={preview.progress} what="Units scored anew" onStop={preview.stop} />
      )}
      {preview.result === null && preview.problem === null && preview.progress === null && (
        <p className="note">
          Stopped. <Button onClick={preview.start}>Score the shelf again</Button>
        </p>
      )}
      {preview.result !== null && preview.text !== text && preview.progress === null && (
        <p className="note">
          These figures stand for the numbers before the last change.{' '}
          <Button size="small" onClick={preview.start}>
            Score the shelf again
          </Button>
        </p>
      )}
      {preview.result !== null && <Moves preview={preview.result} index={index} />}
      <Numbers key={text} text={text} index={index} count={differences.length} />
    </section>
  );
}

function Moves({ preview, index }: { preview: Preview; index: Index }) {
  const moved = preview.units.filter((unit) => isMoved(unit, index));
  const places = preview.units.filter((unit) => unit[index].placeBefore !== unit[index].placeAfter).length;
  const order = [...moved].sort(
    (a, b) =>
      Math.abs(b[index].placeBefore - b[index].placeAfter) - Math.abs(a[index].placeBefore - a[index].placeAfter) ||
      change(b, index) - change(a, index),
  );
  return (
    <>
      {preview.faults.length > 0 && (
        <div className="warning">
          <p>It cannot be used while these units are on the shelf:</p>
          <ul className="faults">
            {preview.faults.slice(0, 10).map((fault, i) => (
              <li key={i}>{fault.message}</li>
            ))}
          </ul>
        </div>
      )}
      <p role="status">
        {moved.length === 0
          ? `None of ${preview.units.length} units moves in this index.`
          : `${moved.length} of ${preview.units.length} units move, ${places} to another place.`}
      </p>
      {moved.length > 0 && <UnitMoves units={order.slice(0, shown)} index={index} />}
      {moved.length > shown && <p className="note">And {moved.length - shown} more that move less.</p>}
    </>
  );
}

function UnitMoves({ units, index }: { units: UnitEffect[]; index: Index }) {
  return (
    <table className="plain effect">
      <thead>
        <tr>
          <th scope="col">unit</th>
          <th scope="col">before</th>
          <th scope="col">after</th>
          <th scope="col">place</th>
        </tr>
      </thead>
      <tbody>
        {units.map((unit) => (
          <tr key={unit.id}>
            <th scope="row">
              <Link to={`/units/${unit.id}/verdict`} title={unit.model} className="code">
                {unit.modelCode}
              </Link>
            </th>
            <td>
              <IndexFigure index={unit[index].before} />
            </td>
            <td>
              <IndexFigure index={unit[index].after} />
            </td>
            <td className="place-move">{place(unit[index])}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function place({ placeBefore, placeAfter }: Schemas['IndexEffectView']): string {
  if (placeBefore === placeAfter) return String(placeAfter);
  return `${placeBefore} → ${placeAfter}`;
}

/** On demand: what each changed number does by itself. */
function Numbers({ text, index, count }: { text: string; index: Index; count: number }) {
  const [asked, setAsked] = useState(false);
  return (
    <div className="numbers">
      <Button disabled={asked || count === 0} onClick={() => setAsked(true)}>
        Which number moves whom
      </Button>
      {asked && <NumbersAsked text={text} index={index} />}
    </div>
  );
}

function NumbersAsked({ text, index }: { text: string; index: Index }) {
  const numbers = useStream<Schemas['NumberEffects']>('/api/rubrics/numbers', text);
  return (
    <>
      {numbers.problem !== null && <ProblemNote problem={numbers.problem} />}
      {numbers.progress !== null && (
        <Watched progress={numbers.progress} what="Numbers tried one by one" onStop={numbers.stop} />
      )}
      {numbers.result?.numbers.map((number) => {
        const moved = number.moved.filter((unit) => isMoved(unit, index));
        return (
          <section key={number.difference.at} className="number-effect" aria-label={placeName(number.difference.at)}>
            <h3>
              {placeName(number.difference.at)}: {valueName(number.difference.before)} →{' '}
              {valueName(number.difference.after)}
            </h3>
            {number.refused !== null ? (
              <p className="note">Not by itself: {number.refused}.</p>
            ) : moved.length === 0 ? (
              <p className="note">By itself it moves no unit in this index.</p>
            ) : (
              <UnitMoves units={moved} index={index} />
            )}
          </section>
        );
      })}
    </>
  );
}

const isMoved = (unit: UnitEffect, index: Index) =>
  change(unit, index) > 5e-7 || unit[index].placeBefore !== unit[index].placeAfter;

function change(unit: UnitEffect, index: Index): number {
  const { before, after } = unit[index];
  return Math.max(
    Math.abs(after.low - before.low),
    Math.abs(after.high - before.high),
    after.value === null || before.value === null
      ? Number(after.value !== before.value)
      : Math.abs(after.value - before.value),
  );
}

interface Streamed<T> {
  /** For which text it stands. */
  text: string;
  result: T | null;
  progress: WorkProgress | null;
  problem: Problem | null;
}

interface Stream<T> extends Streamed<T> {
  start: () => void;
  stop: () => void;
}

/** Long work over a text: begun at once and again with every other text; the old result stays until the new one is there. */
function useStream<T>(path: string, text: string): Stream<T> {
  const [state, setState] = useState<Streamed<T>>({
    text,
    result: null,
    progress: { done: 0, of: 0, waiting: false },
    problem: null,
  });
  const [round, setRound] = useState(0);
  const controller = useRef<AbortController | null>(null);
  useEffect(() => {
    const own = new AbortController();
    controller.current = own;
    const tell = (part: Partial<Streamed<T>>) => {
      if (!own.signal.aborted) setState((before) => ({ ...before, ...part }));
    };
    stream<T>(path, text, (progress) => tell({ progress, problem: null }), own.signal).then(
      (result) => tell({ text, result, progress: null, problem: null }),
      (error: unknown) => tell({ progress: null, problem: asProblem(error) }),
    );
    return () => own.abort();
  }, [path, text, round]);
  return {
    ...state,
    start: () => setRound((before) => before + 1),
    stop: () => {
      controller.current?.abort();
      setState((before) => ({ ...before, progress: null }));
    },
  };
}
