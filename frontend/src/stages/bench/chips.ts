import type { LineView, Schemas, Step } from '../../api/client';
import { describe } from '../../record/actions';
import { label } from '../../words';

/** A chip's words. */
export function chipText(chip: Schemas['LineChip'], reading: Pick<LineView, 'step' | 'parts'>): string {
  switch (chip.kind) {
    case 'action': {
      const action = reading.step.actions[chip.index];
      return action === undefined ? '' : describe(action);
    }
    case 'opens':
      return `opens ${chip.text}`;
    case 'frees': {
      const part = reading.parts[chip.index];
      const kind = part?.newKind == null ? '' : `, new ${label(part.newKind)}`;
      const mounting = part?.mounting == null ? '' : `, ${label(part.mounting)}`;
      return `frees ${chip.text}${kind}${mounting}`;
    }
    case 'seen': {
      const part = reading.parts[chip.index];
      const mounting = part?.mounting == null ? '' : `, ${label(part.mounting)}`;
      return `in view: ${chip.text}${mounting}${part?.empty === true ? ', an empty place' : ''}`;
    }
    case 'layer':
      return `in ${chip.text}`;
    case 'after':
      return `after ${chip.text}`;
    case 'off':
      return 'power off from here';
    case 'live':
      return 'may be done with the power on';
    case 'needsNothing':
      return 'needs no other step first';
    case 'advice':
      return `advice: ${chip.text}`;
    case 'together':
      return 'parts only together';
    case 'title':
      return `“${chip.text}”`;
    case 'took':
      return `took ${chip.text}`;
    case 'tighten':
      return `tighten ${chip.text}`;
    case 'surprise':
      return `surprise: ${chip.text}`;
    case 'remark':
      return 'remark';
    case 'aside':
      return chip.text;
  }
}

const questions: Record<Schemas['OpenFact'], string> = {
  count: 'how many',
  drive: 'which drive',
  size: 'which size',
  thread: 'which thread',
  length: 'how long',
  captive: 'captive or loose',
  cover: 'hidden by what',
  connector: 'which connection',
  what: 'what exactly',
  bond: 'which bond',
  bondLength: 'how long a bond',
};

/** An open question, with the action that it is about where the step has several. */
export function questionText({ action, fact }: Schemas['OpenQuestion'], step: Step): string {
  return questionsText({ action, facts: [fact] }, step);
}

/** What is open of one action. */
export interface OpenAction {
  action: number;
  facts: Schemas['OpenFact'][];
}

/** The open questions of a step, action by action. */
export function byAction(open: readonly Schemas['OpenQuestion'][]): OpenAction[] {
  const actions: OpenAction[] = [];
  for (const { action, fact } of open) {
    const known = actions.find((one) => one.action === action);
    if (known === undefined) actions.push({ action, facts: [fact] });
    else known.facts.push(fact);
  }
  return actions;
}

/** What is open of an action in one question, with its number where the step has several. */
export function questionsText({ action, facts }: OpenAction, step: Step): string {
  const asked = facts.map((fact) => questions[fact]).join(', ');
  return step.actions.length === 1 ? `${asked}?` : `${action + 1}: ${asked}?`;
}
