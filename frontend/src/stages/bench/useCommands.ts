import { useEffect, useLayoutEffect, useRef } from 'react';
import type { KeyBinding } from '../../api/client';
import { pedalEvent } from '../../app/useNews';
import { isDialogOpen } from '../../keys/dialog';
import { type Command, commandOf, keyName, longPress, type Press, waitsForRelease } from './keys';

const presses: readonly string[] = ['short', 'long'] satisfies Press[];

/** Gives the commands of the bench to the keys of the house, and to its pedal. */
export function useCommands(bindings: readonly KeyBinding[], onCommand: (command: Command) => void) {
  const latest = useRef(onCommand);
  // Before the next key can come: a key must not meet the line of the last drawing.
  useLayoutEffect(() => {
    latest.current = onCommand;
  });
  useEffect(() => {
    const held = new Map<string, number>();
    const give = (command: Command | null, event: KeyboardEvent) => {
      if (command === null || !mayHave(command, event)) return;
      event.preventDefault();
      latest.current(command);
    };
    const onDown = (event: KeyboardEvent) => {
      const key = keyName(event);
      if (event.defaultPrevented || event.isComposing) return;
      if (!waitsForRelease(bindings, key)) {
        if (!event.repeat) give(commandOf(bindings, key, 'short'), event);
      } else if (!held.has(key)) {
        held.set(key, event.timeStamp);
        event.preventDefault();
      }
    };
    const onUp = (event: KeyboardEvent) => {
      const key = keyName(event);
      const since = held.get(key);
      if (since === undefined) return;
      held.delete(key);
      give(commandOf(bindings, key, event.timeStamp - since >= longPress ? 'long' : 'short'), event);
    };
    const onPedal = (event: Event) => {
      const [key = '', press = ''] = event instanceof CustomEvent ? String(event.detail).split(' ') : [];
      const command = presses.includes(press) ? commandOf(bindings, key, press as Press) : null;
      if (command !== null && !isDialogOpen()) latest.current(command);
    };
    window.addEventListener('keydown', onDown);
    window.addEventListener('keyup', onUp);
    window.addEventListener(pedalEvent, onPedal);
    return () => {
      window.removeEventListener('keydown', onDown);
      window.removeEventListener('keyup', onUp);
      window.removeEventListener(pedalEvent, onPedal);
    };
  }, [bindings]);
}

/** Enter belongs to the line alone, and undo to a text that is being typed. */
function mayHave(command: Command, event: KeyboardEvent): boolean {
  const target = event.target;
  const inLine = target instanceof HTMLElement && target.dataset['line'] !== undefined;
  if (isDialogOpen()) return false;
  if (event.key === 'Enter') return inLine && command === 'commit';
  if (command !== 'undo') return true;
  return !((target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement) && target.value !== '');
}
