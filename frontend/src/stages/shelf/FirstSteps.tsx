import { Button } from 'antd';
import { api, asProblem, take } from '../../api/client';
import { useChange } from '../../api/queries';
import { ProblemNote } from '../../app/ProblemNote';
import type { ShelfDeed } from '../../app/views';

/** Three beginnings, for a shelf with nothing on it. */
export function FirstSteps({ onDeed }: { onDeed: (deed: ShelfDeed) => void }) {
  const look = useChange(() => take(api.POST('/api/samples')));
  return (
    <>
      <h2>Nothing on the shelf yet</h2>
      <ul className="beginnings">
        <li className="card">
          <h3>Log a machine now</h3>
          <p>Name the machine, and say step by step what you undo. The ranges are there from the first step on.</p>
          <Button type="primary" onClick={() => onDeed('new')}>
            Log a machine
          </Button>
        </li>
        <li className="card">
          <h3>Import files</h3>
          <p>Records that another shelf saved: choose them, or drop them anywhere on this page.</p>
          <Button onClick={() => onDeed('bring')}>Import files</Button>
        </li>
        <li className="card">
          <h3>Look around in sample machines</h3>
          <p>A made-up bench and its comparison. Change whatever you like: you leave them again with one press.</p>
          <Button loading={look.isPending} onClick={() => look.mutate()}>
            Look around
          </Button>
          {look.error !== null && <ProblemNote problem={asProblem(look.error)} />}
        </li>
      </ul>
    </>
  );
}

/** Says that what is on the shelf is made up, and leads out again. */
export function SampleBand() {
  const leave = useChange(() => take(api.DELETE('/api/samples')));
  return (
    <div className="sample-band" role="status">
      <span>These are sample machines of a made-up bench. What you add yourself stays when you leave them.</span>
      <Button loading={leave.isPending} onClick={() => leave.mutate()}>
        Leave the sample machines
      </Button>
      {leave.error !== null && <ProblemNote problem={asProblem(leave.error)} />}
    </div>
  );
}
