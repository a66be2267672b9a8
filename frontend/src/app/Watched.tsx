import { Button, Progress } from 'antd';
import type { WorkProgress } from '../api/stream';

/** How far long work is, and the way to stop it. */
export function Watched({ progress, what, onStop }: { progress: WorkProgress; what: string; onStop: () => void }) {
  return (
    <div className="progress">
      {progress.waiting ? (
        <p role="status">Waits: other long work runs first.</p>
      ) : (
        <Progress
          percent={progress.of === 0 ? 0 : Math.round((progress.done / progress.of) * 100)}
          aria-label={what}
          size="small"
        />
      )}
      <Button size="small" onClick={onStop}>
        Stop
      </Button>
    </div>
  );
}
