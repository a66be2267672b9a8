import { describe, expect, it } from 'vitest';
import type { KeyBinding } from '../../api/client';
import { commandOf, keyName, shownKey, waitsForRelease } from './keys';

const bindings: KeyBinding[] = [
  { command: 'lap', key: 'F2', press: 'short' },
  { command: 'undo', key: 'Ctrl+z', press: 'short' },
  { command: 'photo', key: 'Pedal1', press: 'long' },
  { command: 'photo', key: 'F4', press: 'short' },
  { command: 'surprise', key: 'F4', press: 'long' },
  { command: 'damage', key: 'Pedal2', press: 'long' },
];

const pressed = (key: string, held: Partial<Parameters<typeof keyName>[0]> = {}) =>
  keyName({ key, ctrlKey: false, metaKey: false, altKey: false, shiftKey: false, ...held });

describe('keys of the bench', () => {
  it('names a key as the key map writes it', () => {
    expect(pressed('F2')).toBe('F2');
    expect(pressed('Z', { ctrlKey: true })).toBe('Ctrl+z');
    expect(pressed('z', { metaKey: true })).toBe('Ctrl+z');
    expect(pressed('F2', { altKey: true, shiftKey: true })).toBe('Alt+Shift+F2');
    // A capital letter is its own key, not one that is held with another.
    expect(pressed('A', { shiftKey: true })).toBe('a');
  });

  it('tells a short press from a long one, and waits only where it must', () => {
    expect(commandOf(bindings, 'F4', 'short')).toBe('photo');
    expect(commandOf(bindings, 'F4', 'long')).toBe('surprise');
    expect(commandOf(bindings, 'F2', 'long')).toBeNull();
    expect(waitsForRelease(bindings, 'F4')).toBe(true);
    expect(waitsForRelease(bindings, 'F2')).toBe(false);
  });

  it('shows a key of the keyboard before one of a pedal', () => {
    expect(shownKey(bindings, 'undo')).toBe('Ctrl Z');
    expect(shownKey(bindings, 'photo')).toBe('F4');
    expect(shownKey(bindings, 'damage')).toBe('Pedal2, held');
    expect(shownKey(bindings, 'commit')).toBe('');
  });
});
