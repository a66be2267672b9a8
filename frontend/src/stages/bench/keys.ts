import type { KeyBinding } from '../../api/client';

export type Command = KeyBinding['command'];
export type Press = KeyBinding['press'];

/** Milliseconds from which a press is a long one. */
export const longPress = 500;

interface Pressed {
  key: string;
  ctrlKey: boolean;
  metaKey: boolean;
  altKey: boolean;
  shiftKey: boolean;
}

/** The name of a key as the key map writes it: Ctrl and Alt in front, and Shift where the key is no letter. */
export function keyName(event: Pressed): string {
  const one = event.key.length === 1;
  const key = one ? event.key.toLowerCase() : event.key;
  return [
    event.ctrlKey || event.metaKey ? 'Ctrl+' : '',
    event.altKey ? 'Alt+' : '',
    event.shiftKey && (!one || event.ctrlKey) ? 'Shift+' : '',
    key,
  ].join('');
}

/** The command of a key held for so long, or null. */
export function commandOf(bindings: readonly KeyBinding[], key: string, press: Press): Command | null {
  return bindings.find((binding) => binding.key === key && binding.press === press)?.command ?? null;
}

/** Whether a key has to be let go before it is known what it means. */
export function waitsForRelease(bindings: readonly KeyBinding[], key: string): boolean {
  return bindings.some((binding) => binding.key === key && binding.press === 'long');
}

/** Keys that a person reads: the first of each command that is no pedal's. */
export function shownKey(bindings: readonly KeyBinding[], command: Command): string {
  const own = bindings.filter((binding) => binding.command === command);
  const key = own.find((binding) => !binding.key.startsWith('Pedal')) ?? own[0];
  if (key === undefined) return '';
  const name = key.key.replace(/\+(.)$/, (_, letter: string) => ` ${letter.toUpperCase()}`).replace('+', ' ');
  return key.press === 'long' ? `${name}, held` : name;
}
