import { type KeyboardEvent, type RefObject, useEffect, useState } from 'react';
import type { LineView, Schemas } from '../../api/client';
import { minutes } from '../../format';
import { byAction, chipText, questionsText } from './chips';
import type { Draft } from './useLine';

interface Props {
  draft: Draft;
  reading: LineView | null;
  inputRef: RefObject<HTMLTextAreaElement | null>;
  placeholder: string;
  onChange: (changed: Partial<Draft>) => void;
  /** The first key of a line that was empty. */
  onFirstKey: () => void;
  onLeave: () => void;
  /** A whole line that was rubbed out at once. */
  onEmptied: (line: string) => void;
  onRepeat: () => void;
  /** Takes an answer to what the line made the bench ask. */
  onAnswer: (answer: Schemas['LineAnswer']) => void;
  /** A word that the line does not know: what it means is taught. */
  onTeach: (word: string) => void;
  /** Opens the form by hand at an action, or at the step's own facts. */
  onChip: (action: number | null) => void;
}

/** What was said of an action that no fact is made of: it is its note. */
function Aside({ note }: { note?: string | null }) {
  return note == null ? null : <span className="second"> “{note}”</span>;
}

/** Questions asked at a time: more would push the step in hand out of sight, and need keys of two digits. */
const atATime = 2;

/** The step line with its completions, its chips, its faults and its questions. */
export function StepLineBox({
  draft,
  reading,
  inputRef,
  placeholder,
  onChange,
  onFirstKey,
  onLeave,
  onEmptied,
  onRepeat,
  onAnswer,
  onTeach,
  onChip,
}: Props) {
  const { line } = draft;
  const caret = Math.min(draft.caret, line.length);
  const [chosen, setChosen] = useState(0);
  const [dismissed, setDismissed] = useState<string | null>(null);
  const offered = (reading?.completions ?? []).filter((one) => one.end === caret && dismissed !== line);
  const completion = offered[Math.min(chosen, offered.length - 1)];

  const type = (text: string, at: number) => {
    if (line === '' && text !== '') onFirstKey();
    if (text === '' && line.length > 1) onEmptied(line);
    setChosen(0);
    setDismissed(null);
    onChange({ line: text, caret: at });
  };
  const complete = (index: number) => {
    const taken = offered[index];
    if (taken === undefined) return;
    const text = line.slice(0, taken.start) + taken.text + line.slice(taken.end);
    const at = taken.start + taken.text.length;
    type(text, at);
    const input = inputRef.current;
    input?.focus();
    requestAnimationFrame(() => input?.setSelectionRange(at, at));
  };
  const offers = reading?.offers ?? [];
  const inView = offers.slice(0, atATime);
  const asked = inView.flatMap((offer) => offer.answers.map((answer) => ({ ...answer, of: offer.question })));
  const onKeyDown = (event: KeyboardEvent<HTMLTextAreaElement>) => {
    const answer = event.altKey && !event.ctrlKey ? asked[Number(event.key) - 1] : undefined;
    if (answer !== undefined) {
      onAnswer(answer);
    } else if (event.key === 'Tab' && !event.shiftKey && completion !== undefined) {
      complete(offered.indexOf(completion));
    } else if (event.key === 'Escape') {
      if (completion !== undefined) setDismissed(line);
      else onLeave();
    } else if (event.key === 'ArrowDown' && offered.length > 1) {
      setChosen((Math.min(chosen, offered.length - 1) + 1) % offered.length);
    } else if (event.key === 'ArrowUp' && offered.length > 1) {
      setChosen((Math.min(chosen, offered.length - 1) + offered.length - 1) % offered.length);
    } else if (event.key === 'ArrowUp' && line === '') {
      onRepeat();
    } else {
      return;
    }
    event.preventDefault();
  };
  // Told to who hears the page once typing pauses, and not at every key.
  const place = completion === undefined ? 0 : offered.indexOf(completion) + 1;
  const ofThem = offered.length > 1 ? `, ${place} of ${offered.length}` : '';
  const said = useSettled(completion === undefined ? '' : `Tab completes to ${completion.text}${ofThem}.`);
  const rest = completion === undefined ? '' : ghost(line, completion.start, caret, completion.text);
  const faults =
    line === ''
      ? []
      : (reading?.faults ?? []).filter(
          // A word that is being completed is not a fault yet.
          (fault) => fault.end > fault.start && !(completion !== undefined && fault.end === caret),
        );
  return (
    <div className="line-box">
      <div className="line-field">
        <textarea
          ref={inputRef}
          data-line=""
          className="line-input"
          aria-label="Step line"
          aria-describedby="line-faults"
          autoComplete="off"
          autoCapitalize="off"
          spellCheck={false}
          rows={1}
          maxLength={40_000}
          placeholder={placeholder}
          value={line}
          onChange={(event) => type(event.target.value.replace(/\s*\n\s*/g, ' '), event.target.selectionStart)}
          onSelect={(event) => {
            const at = event.currentTarget.selectionStart;
            if (at !== draft.caret) onChange({ caret: at });
          }}
          onKeyDown={onKeyDown}
        />
        <div className="line-ghost" aria-hidden="true">
          <span className="line-typed">{line}</span>
          {caret === line.length && rest}
        </div>
      </div>
      <div className="line-below">
        {offered.length > 0 && (
          <span className="completions" role="group" aria-label="Completions">
            {offered.map((one, i) => (
              <button
                key={one.text}
                type="button"
                tabIndex={-1}
                className={one === completion ? 'completion chosen' : 'completion'}
                onClick={() => complete(i)}
              >
                {one === completion && <kbd>Tab</kbd>} {one.text}
              </button>
            ))}
          </span>
        )}
        <span className="unseen" role="status">
          {said}
        </span>
        {reading !== null && (
          <ul className="chips" aria-label="What the line says">
            {reading.chips.map((chip) => (
              <li key={`${chip.kind} ${chip.start} ${chip.index}`}>
                <button
                  type="button"
                  className={`chip chip-${chip.kind}${chip.implied === true ? ' chip-implied' : ''}`}
                  onClick={() => onChip(chip.kind === 'action' ? chip.index : null)}
                >
                  {chipText(chip, reading)}
                  <Aside note={chip.kind === 'action' ? reading.step.actions[chip.index]?.notes : null} />
                </button>
              </li>
            ))}
            {byAction(reading.questions).map((open) => (
              <li key={open.action}>
                <button type="button" className="chip chip-question" onClick={() => onChip(open.action)}>
                  {questionsText(open, reading.step)}
                </button>
              </li>
            ))}
          </ul>
        )}
        {reading !== null && reading.step.actions.length > 0 && (
          <span className="line-effort">{minutes(reading.effort)} standard</span>
        )}
      </div>
      <ul id="line-faults" className="line-faults" aria-live="polite">
        {faults.map((fault) => (
          <li key={`${fault.start} ${fault.message}`}>
            <mark>{line.slice(fault.start, fault.end)}</mark> {fault.message}
            {/^[^\s\d]{2,40}$/.test(line.slice(fault.start, fault.end)) &&
              fault.message.startsWith('unrecognised word') && (
                <button type="button" className="offer" onClick={() => onTeach(line.slice(fault.start, fault.end))}>
                  Say what it means
                </button>
              )}
          </li>
        ))}
      </ul>
      {inView.length > 0 && (
        <ul className="line-offers" aria-label="What the bench asks" aria-live="polite">
          {inView.map((offer) => (
            <li key={`${offer.question} ${offer.text}`}>
              <span>{offer.text}</span>
              {offer.answers.map((answer) => (
                <button key={answer.text} type="button" className="offer" onClick={() => onAnswer(answer)}>
                  {answer.text}{' '}
                  <kbd>Alt {asked.findIndex((one) => one.of === offer.question && one.text === answer.text) + 1}</kbd>
                </button>
              ))}
            </li>
          ))}
          {offers.length > atATime && (
            <li className="second">
              {offers.length - atATime === 1
                ? 'One more question follows'
                : `${offers.length - atATime} more questions follow`}
              ; what is left unanswered stays under Missing.
            </li>
          )}
        </ul>
      )}
    </div>
  );
}

/** A text once it has stood for a moment. */
function useSettled(text: string): string {
  const [settled, setSettled] = useState('');
  useEffect(() => {
    const wait = setTimeout(() => setSettled(text), 400);
    return () => clearTimeout(wait);
  }, [text]);
  return settled;
}

/** What would be added behind the caret, where the completion only adds. */
function ghost(line: string, start: number, caret: number, text: string): string {
  const typed = line.slice(start, caret);
  return text.toLowerCase().startsWith(typed.toLowerCase()) ? text.slice(typed.length) : '';
}
