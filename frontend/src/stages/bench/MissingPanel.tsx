import { Button } from 'antd';
import { type KeyboardEvent, useEffect, useLayoutEffect, useRef, useState } from 'react';
import type { Part, Schemas, Step, Unit } from '../../api/client';
import { useDoubt } from '../../api/queries';
import { mountingValues } from '../../api/schema';
import { Word } from '../../record/fields';
import { heading, label } from '../../words';
import { questionText } from './chips';
import { byCost } from './missingCosts';

type Missing = Schemas['MissingFact'];

export interface MissingAnswers {
  onLookedUnder: (cover: string) => void;
  onPack: (swollen: boolean) => void;
  onStep: (step: Step, action: number | null) => void;
  onFree: (partId: string) => void;
  onHasOne: (kind: string) => void;
  onAbsent: (kind: string) => void;
  onMark: (mark: string, yes: boolean) => void;
  onMounting: (part: Part, mounting: NonNullable<Part['mounting']>) => void;
  onSeenIn: (part: Part, layer: string) => void;
  onNeedsNoOther: (step: Step) => void;
  onOrder: (steps: readonly Step[]) => void;
  /** These come before the step. */
  onAfter: (step: Step, after: string[]) => void;
  /** Something was unplugged for the board that this step brings out; or nothing was. */
  onCables: (step: Step, some: boolean) => void;
  /** The power was off before this step. */
  onPowerOff: (step: Step) => void;
}

interface Answer {
  key: string;
  text: string;
  give: () => void;
}

/**
 * What machines of this class usually have and this record has not, each one key away from an answer; the first of them, where there are more
 * than the server tells at a time.
 */
export function MissingPanel({
  unit,
  missing,
  count,
  ...answers
}: { unit: Unit; missing: readonly Missing[]; count: number } & MissingAnswers) {
  const list = useRef<HTMLOListElement>(null);
  const rested = useRested(unit);
  const doubt = useDoubt(rested);
  const isOld =
    doubt.isPlaceholderData || rested.revision !== unit.revision || rested.teardownRevision !== unit.teardownRevision;
  // A row that is answered leaves the focus in the list: the next answer is one key away too.
  const inHand = useRef<{ row: string; at: number } | null>(null);
  useLayoutEffect(() => {
    const { current } = inHand;
    if (current === null || (document.activeElement !== document.body && document.activeElement !== null)) return;
    const rows = [...(list.current?.querySelectorAll<HTMLElement>('[data-row]') ?? [])];
    (rows.find((row) => row.dataset['row'] === current.row) ?? rows[Math.min(current.at, rows.length - 1)])?.focus();
  });
  const focusAt = (index: number) => {
    const rows = list.current?.querySelectorAll<HTMLElement>('[data-row]');
    rows?.item(Math.max(0, Math.min(rows.length - 1, index))).focus();
  };
  if (missing.length === 0)
    return (
      <p className="state">
        Nothing is missing: every kind is recorded or absent, and every fact of the steps is known.
      </p>
    );
  const sorted = byCost(missing, doubt.data?.costs ?? []);
  return (
    <>
      <p className="note">
        Arrows go through the list; the marked key answers. What widens the range most comes first
        {doubt.data === undefined && doubt.error === null && ', as soon as that is known'}
        {doubt.data !== undefined && isOld && ', as it was before the last change'}
        {doubt.error !== null && ': that could not be asked, so they stand as a bench would look'}.
      </p>
      <ol className="missing" ref={list} aria-label="What is missing">
        {sorted.map(({ missing: one, points }, i) => {
          const offered = answersOf(one, unit, answers);
          const part =
            one.kind === 'mountingUnknown' ? unit.record.parts.find((other) => other.id === one.about) : undefined;
          const place =
            one.kind === 'placeNotSeen' || one.kind === 'partNotFreed'
              ? unit.record.parts.find((other) => other.id === one.about)
              : undefined;
          const onKeyDown = (event: KeyboardEvent<HTMLLIElement>) => {
            if (event.target !== event.currentTarget || event.ctrlKey || event.altKey || event.metaKey) return;
            const answer = offered.find((other) => other.key.toLowerCase() === event.key.toLowerCase());
            if (event.key === 'ArrowDown') focusAt(i + 1);
            else if (event.key === 'ArrowUp') focusAt(i - 1);
            else if (answer !== undefined) answer.give();
            else return;
            event.preventDefault();
          };
          return (
            // A row takes keys of its own: it is a stop on the way through the list, and its buttons say the same.
            // eslint-disable-next-line jsx-a11y/no-noninteractive-element-interactions
            <li
              key={keyOf(one)}
              data-row={keyOf(one)}
              onFocus={() => (inHand.current = { row: keyOf(one), at: i })}
              onBlur={(event) => {
                if (!(list.current?.contains(event.relatedTarget) ?? false)) inHand.current = null;
              }}
              // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex
              tabIndex={i === 0 ? 0 : -1}
              className={one.usual ? '' : 'unusual'}
              onKeyDown={onKeyDown}
            >
              <span className="grow">
                {missingText(one, unit)}
                {points !== null && points >= 0.05 && (
                  <span className="second"> {points.toFixed(1)} points of the range</span>
                )}
              </span>
              {part !== undefined && (
                <Word
                  name={`Mounting of ${part.id}`}
                  words={mountingValues}
                  value={part.mounting}
                  onChange={(mounting) => {
                    if (mounting !== null) answers.onMounting(part, mounting);
                  }}
                />
              )}
              {place !== undefined && (
                <Word
                  name={`Layer where ${place.id} is in view`}
                  words={unit.record.layers}
                  labels={(layer) => layer}
                  value={place.layer}
                  onChange={(layer) => {
                    if (layer !== null) answers.onSeenIn(place, layer);
                  }}
                />
              )}
              {offered.map((answer) => (
                <Button key={answer.key} size="small" onClick={answer.give}>
                  {answer.text} <kbd>{answer.key}</kbd>
                </Button>
              ))}
            </li>
          );
        })}
      </ol>
      {count > missing.length && (
        <p className="note">
          These are the first {missing.length} of {count}; the next ones come as they are answered.
        </p>
      )}
    </>
  );
}

const keyOf = ({ kind, about, action, fact }: Missing) => `${kind} ${about} ${action} ${fact}`;

/** A unit as it stands once nothing was changed for a moment: what is asked of it takes longer than a step. */
function useRested(unit: Unit): Unit {
  const [rested, setRested] = useState(unit);
  useEffect(() => {
    const timer = setTimeout(() => setRested(unit), 700);
    return () => clearTimeout(timer);
  }, [unit]);
  return rested;
}

const marks: Record<string, string> = {
  manual: 'A manual that anyone can get',
  labels: 'Screws and connectors labelled',
  partNumbers: 'Numbers on the parts',
  order: 'An order shown',
};

const covers: Record<string, string> = { foot: 'feet', label: 'labels', seal: 'seals', plug: 'plugs' };

export function missingText(one: Missing, { record }: Pick<Unit, 'record'>): string {
  switch (one.kind) {
    case 'coverNotLookedUnder':
      return `Under the ${covers[one.about] ?? one.about}: any screws?`;
    case 'openFact': {
      const step = record.steps.find((other) => other.id === one.about);
      if (step === undefined || one.fact == null) return one.about;
      return `${step.title}, ${questionText({ action: one.action ?? 0, fact: one.fact }, step)}`;
    }
    case 'packNotLookedAt':
      return 'Is the battery flat or swollen?';
    case 'kindNotRecorded':
      return `${heading(one.about)}: has it one?${one.usual ? '' : ' Seldom in this class'}`;
    case 'partNotFreed': {
      const layer = record.parts.find((part) => part.id === one.about)?.layer;
      return `No step frees ${one.about}${layer == null ? '' : `, in view in ${layer}`}`;
    }
    case 'placeNotSeen':
      return `Where is the empty place ${one.about} in view?`;
    case 'leadsToNothing':
      return `“${titleOf(one.about, record)}” leads to nothing: what is it needed for?`;
    case 'orderAssumed':
      return `“${titleOf(one.about, record)}” is taken to come after ${namesOf(one.about, record)}: is that so?`;
    case 'orderNotAsked':
      return `“${titleOf(one.about, record)}”: what has to come before it?`;
    case 'cablesNotAsked':
      return `“${titleOf(one.about, record)}” unplugs nothing for its board: were there cables?`;
    case 'powerLeftOn':
      return 'No step disconnects the power: was it off?';
    case 'mountingUnknown':
      return `What holds ${one.about}?`;
    case 'guidanceMark':
      return `${marks[one.about] ?? one.about}?`;
  }
}

function titleOf(stepId: string, record: Unit['record']): string {
  return record.steps.find((step) => step.id === stepId)?.title ?? stepId;
}

function namesOf(stepId: string, record: Unit['record']): string {
  const after = record.steps.find((step) => step.id === stepId)?.after ?? [];
  return after.map((id) => `“${titleOf(id, record)}”`).join(', ');
}

function answersOf(one: Missing, { record }: Unit, answers: MissingAnswers): Answer[] {
  switch (one.kind) {
    case 'coverNotLookedUnder':
      return [{ key: 'n', text: 'None there', give: () => answers.onLookedUnder(one.about) }];
    case 'openFact': {
      const step = record.steps.find((other) => other.id === one.about);
      return step === undefined
        ? []
        : [{ key: 'Enter', text: 'Answer', give: () => answers.onStep(step, one.action ?? null) }];
    }
    case 'packNotLookedAt':
      return [
        { key: 'f', text: 'Flat', give: () => answers.onPack(false) },
        { key: 's', text: 'Swollen', give: () => answers.onPack(true) },
      ];
    case 'kindNotRecorded':
      return [
        { key: 'y', text: `Has one`, give: () => answers.onHasOne(one.about) },
        // What every machine has is recorded, or not known.
        ...(one.mayBeAbsent ? [{ key: 'a', text: 'Absent', give: () => answers.onAbsent(one.about) }] : []),
      ];
    case 'partNotFreed':
      return [{ key: 'Enter', text: 'Log it', give: () => answers.onFree(one.about) }];
    case 'mountingUnknown':
    case 'placeNotSeen':
      return [];
    case 'cablesNotAsked': {
      const step = record.steps.find((other) => other.id === one.about);
      return step === undefined
        ? []
        : [
            { key: 's', text: 'Some, nobody counted them', give: () => answers.onCables(step, true) },
            { key: 'n', text: 'None', give: () => answers.onCables(step, false) },
            { key: 'Enter', text: 'Say which', give: () => answers.onStep(step, null) },
          ];
    }
    case 'powerLeftOn': {
      const inside = record.steps.find(
        (step) => step.layer !== record.layers[0] || step.actions.some((action) => action.do === 'unplug'),
      );
      return inside === undefined ? [] : [{ key: 'y', text: 'It was off', give: () => answers.onPowerOff(inside) }];
    }
    case 'leadsToNothing': {
      const at = record.steps.findIndex((other) => other.id === one.about);
      const step = record.steps[at];
      if (step === undefined) return [];
      const next = record.steps
        .slice(at + 1)
        .find((other) => other.layer === step.layer && (other.opens != null || (other.frees ?? []).length > 0));
      return [
        ...(next === undefined
          ? []
          : [
              {
                key: 'n',
                text: `For “${next.title}”`,
                give: () => answers.onAfter(next, [...(next.after ?? []), step.id]),
              },
            ]),
        { key: 'Enter', text: 'Say which', give: () => answers.onStep(step, null) },
      ];
    }
    case 'orderAssumed': {
      const step = record.steps.find((other) => other.id === one.about);
      return step === undefined
        ? []
        : [
            { key: 'y', text: 'It is so', give: () => answers.onOrder([step]) },
            {
              key: 'a',
              text: 'All of these are so',
              give: () => answers.onOrder(record.steps.filter((other) => other.orderAssumed === true)),
            },
            { key: 'n', text: 'It needs none of them', give: () => answers.onNeedsNoOther(step) },
            { key: 'Enter', text: 'Say which', give: () => answers.onStep(step, null) },
          ];
    }
    case 'orderNotAsked': {
      const at = record.steps.findIndex((other) => other.id === one.about);
      const step = record.steps[at];
      if (step === undefined) return [];
      const before = record.steps.slice(0, at).filter((other) => other.layer === step.layer);
      return [
        {
          key: 'a',
          text: 'All before it',
          give: () =>
            answers.onAfter(
              step,
              before.map((other) => other.id),
            ),
        },
        { key: 'n', text: 'Nothing', give: () => answers.onNeedsNoOther(step) },
        { key: 'Enter', text: 'Say which', give: () => answers.onStep(step, null) },
      ];
    }
    case 'guidanceMark':
      return [
        { key: 'y', text: 'Yes', give: () => answers.onMark(one.about, true) },
        { key: 'n', text: 'No', give: () => answers.onMark(one.about, false) },
      ];
  }
}

/** A kind's words in the list, for its new part. */
export function partIdOf(kind: string): string {
  return label(kind).replaceAll(' ', '-');
}
