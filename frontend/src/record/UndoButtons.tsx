import { Button } from 'antd';
import type { Unit } from '../api/client';

/** Takes back what this window changed in the unit, and does it again; each says what. */
export function UndoButtons({
  unit,
  busy,
  onUndo,
  onRedo,
}: {
  unit: Unit;
  busy: boolean;
  onUndo: () => void;
  onRedo: () => void;
}) {
  return (
    <>
      <Button size="small" disabled={busy || unit.undo === null} title={unit.undo ?? ''} onClick={onUndo}>
        Undo
      </Button>
      <Button size="small" disabled={busy || unit.redo === null} title={unit.redo ?? ''} onClick={onRedo}>
        Redo
      </Button>
    </>
  );
}
