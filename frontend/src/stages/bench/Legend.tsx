import { Button } from 'antd';
import { memo } from 'react';
import type { KeyBinding } from '../../api/client';
import { shownKey } from './keys';

interface Props {
  bindings: readonly KeyBinding[];
  /** Whether nothing is typed. */
  empty: boolean;
  /** Whether a logged step is being changed. */
  editing: boolean;
  byHand: boolean;
  started: boolean;
  /** Whether a photo is on its way. */
  busy: boolean;
  /** What undo would take back; null: nothing. */
  undo: string | null;
  redo: string | null;
  onCommit: () => void;
  onByHand: () => void;
  onRepeat: () => void;
  onPhoto: () => void;
  onHiddenScrew: () => void;
  onDamage: () => void;
  onUndo: () => void;
  onRedo: () => void;
  onKeys: () => void;
}

/** What can be done at the line, each with its key. Not drawn anew for a key in the line. */
export const Legend = memo(function Legend(props: Props) {
  const { bindings, empty, editing, byHand, started, busy, undo, redo } = props;
  return (
    <div className="legend">
      <Button type="primary" disabled={empty} onClick={props.onCommit}>
        {editing ? 'Save the step' : 'Log the step'} <kbd>{shownKey(bindings, 'commit')}</kbd>
      </Button>
      <Button aria-pressed={byHand} onClick={props.onByHand}>
        {byHand ? 'Steps' : 'By hand'}
      </Button>
      <Button disabled={!started} onClick={props.onRepeat}>
        Repeat <kbd>↑</kbd>
      </Button>
      <Button onClick={props.onPhoto} loading={busy}>
        Photo <kbd>{shownKey(bindings, 'photo')}</kbd>
      </Button>
      <Button onClick={props.onHiddenScrew}>
        Hidden screw <kbd>{shownKey(bindings, 'surprise')}</kbd>
      </Button>
      <Button onClick={props.onDamage}>
        Damage <kbd>{shownKey(bindings, 'damage')}</kbd>
      </Button>
      <Button disabled={undo === null} title={undo ?? ''} onClick={props.onUndo}>
        Undo <kbd>{shownKey(bindings, 'undo')}</kbd>
      </Button>
      <Button disabled={redo === null} title={redo ?? ''} onClick={props.onRedo}>
        Redo <kbd>Ctrl Y</kbd>
      </Button>
      <span className="grow" />
      <Button onClick={props.onKeys}>
        Keys <kbd>F1</kbd>
      </Button>
    </div>
  );
});
