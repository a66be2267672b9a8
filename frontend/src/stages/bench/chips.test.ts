import { describe, expect, it } from 'vitest';
import type { Schemas, Step } from '../../api/client';
import { byAction, chipText, questionsText, questionText } from './chips';

const step: Step = {
  id: 's',
  title: 't',
  layer: 'inside',
  actions: [
    { do: 'unscrew', count: 4, drive: 'cross', size: 'PH0', captive: false },
    { do: 'lift', what: 'part' },
  ],
};
const chip = (kind: Schemas['ChipKind'], text: string, index = 0): Schemas['LineChip'] => ({
  kind,
  start: 0,
  end: 1,
  text,
  index,
});

describe('chips', () => {
  it('says what a piece of the line means', () => {
    const reading = { step, parts: [{ id: 'fan', newKind: 'fan' as const, mounting: 'screwed' as const }] };
    expect(chipText(chip('action', ''), reading)).toBe('4 × cross PH0, thread ? × ? mm, loose');
    expect(chipText(chip('frees', 'fan'), reading)).toBe('frees fan, new fan, screwed');
    expect(chipText(chip('opens', 'inside'), reading)).toBe('opens inside');
    expect(chipText(chip('off', ''), reading)).toBe('power off from here');
    expect(chipText(chip('title', 'Open'), reading)).toBe('“Open”');
  });

  it('asks with the number of the action where a step has several', () => {
    expect(questionText({ action: 0, fact: 'length' }, step)).toBe('1: how long?');
    expect(questionText({ action: 0, fact: 'bond' }, { ...step, actions: step.actions.slice(1) })).toBe('which bond?');
  });

  it('asks all that is open of an action in one question', () => {
    const open = byAction([
      { action: 0, fact: 'thread' },
      { action: 1, fact: 'what' },
      { action: 0, fact: 'length' },
    ]);
    expect(open.map((one) => questionsText(one, step))).toEqual(['1: which thread, how long?', '2: what exactly?']);
  });
});
