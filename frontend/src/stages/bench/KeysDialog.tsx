import { Button, Modal } from 'antd';
import { useState } from 'react';
import { api, asProblem, type KeyBinding, seen, takeSetting } from '../../api/client';
import { ProblemNote } from '../../app/ProblemNote';
import { useSettingChange } from '../../app/UndoOffer';
import { Word } from '../../record/fields';
import { benchCommandValues, keyPressValues } from '../../api/schema';
import { type Command, keyName } from './keys';

const commands: Record<Command, string> = {
  lap: 'lap: begin the next step’s time, or go on with the work',
  commit: 'commit the line',
  photo: 'photo from the bench camera',
  surprise: 'a screw found late',
  damage: 'something broke',
  undo: 'undo',
};

const fixed: readonly [string, string][] = [
  ['Tab', 'take the completion that is shown'],
  ['↑ ↓', 'another completion; ↑ in an empty line repeats the last step'],
  ['Esc', 'no completion; again: leave the change of a step'],
  ['Ctrl Y', 'do again what was undone'],
  ['F1', 'these keys'],
];

/** The keys of the bench, and how they are mapped: to other keys, or to a pedal, which is a keyboard. */
export function KeysDialog({
  bindings,
  revision,
  onWords,
  onClose,
}: {
  bindings: readonly KeyBinding[];
  /** Of the keys as they are set. */
  revision: number;
  onWords: () => void;
  onClose: () => void;
}) {
  const [draft, setDraft] = useState<readonly KeyBinding[]>(bindings);
  const [from] = useState(revision);
  const [before] = useState(bindings);
  const save = useSettingChange('The keys of the bench are changed', (keys: readonly KeyBinding[], seenAt) =>
    takeSetting(api.PUT('/api/settings/keys', { body: { bindings: [...keys] }, ...seen(seenAt) })),
  );
  const set = (index: number, changed: Partial<KeyBinding>) =>
    setDraft(draft.map((binding, i) => (i === index ? { ...binding, ...changed } : binding)));
  return (
    <Modal
      open
      title="Keys of the bench"
      width={720}
      onCancel={onClose}
      footer={[
        <Button key="words" onClick={onWords}>
          Words of the house
        </Button>,
        <Button key="add" onClick={() => setDraft([...draft, { command: 'lap', key: '', press: 'short' }])}>
          Another key
        </Button>,
        <Button
          key="save"
          type="primary"
          loading={save.isPending}
          onClick={() => save.mutate({ before, after: draft, revision: from }, { onSuccess: onClose })}
        >
          Save the keys
        </Button>,
      ]}
    >
      <table className="keys">
        <thead>
          <tr>
            <th>Key</th>
            <th>Held</th>
            <th>Does</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {draft.map((binding, i) => (
            <tr key={i}>
              <td>
                <input
                  className="key-input"
                  aria-label={`Key ${i + 1}`}
                  value={binding.key}
                  placeholder="press it"
                  onChange={(event) => set(i, { key: event.target.value })}
                  onKeyDown={(event) => {
                    // Keys that move the focus or the caret stay free; Pedal1 and the like are written.
                    if (/^(Tab|Shift|Control|Alt|Meta|Backspace|Delete|Arrow.*)$/.test(event.key)) return;
                    if (event.key.length === 1 && !event.ctrlKey && !event.altKey) return;
                    event.preventDefault();
                    set(i, { key: keyName(event) });
                  }}
                />
              </td>
              <td>
                <Word
                  name={`Press of key ${i + 1}`}
                  required
                  words={keyPressValues}
                  value={binding.press}
                  onChange={(press) => set(i, { press: press ?? 'short' })}
                />
              </td>
              <td>
                <Word
                  name={`Command of key ${i + 1}`}
                  required
                  words={benchCommandValues}
                  labels={(command) => commands[command]}
                  value={binding.command}
                  onChange={(command) => set(i, { command: command ?? 'lap' })}
                />
              </td>
              <td>
                <Button
                  type="text"
                  aria-label={`Remove key ${i + 1}`}
                  onClick={() => setDraft(draft.filter((_, j) => j !== i))}
                >
                  ×
                </Button>
              </td>
            </tr>
          ))}
          {fixed.map(([key, does]) => (
            <tr key={key}>
              <td>
                <kbd>{key}</kbd>
              </td>
              <td>–</td>
              <td colSpan={2}>{does}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="note">
        A pedal sends keys like a keyboard: press its button in a key field. Pedal1 to Pedal3 are the buttons of a pedal
        that speaks to the program itself; <a href="/devices/pedal.html">a simulated one</a> is part of it.
      </p>
      {save.error && <ProblemNote problem={asProblem(save.error)} />}
    </Modal>
  );
}
