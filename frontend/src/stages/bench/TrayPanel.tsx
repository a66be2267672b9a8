import { Button } from 'antd';
import { memo, useMemo } from 'react';
import type { BenchView, Schemas, Well } from '../../api/client';
import { Tray } from '../../charts/Tray';
import { tally } from '../../record/counts';

interface Props {
  bench: BenchView;
  /** Wells of the line that is being typed. */
  coming: readonly Well[];
  started: boolean;
  /** Whether the machine is being put back together. */
  goingBack: boolean;
  onStrip: () => void;
  onGoBack: () => void;
}

/** The tray, what lies in it, and the way back. Drawn anew for a key in the line only as that fills a well. */
export const TrayPanel = memo(function TrayPanel({ bench, coming, started, goingBack, onStrip, onGoBack }: Props) {
  const { closing, tray } = bench;
  const returned = useMemo(() => returnedWells(closing), [closing]);
  return (
    <>
      <Tray
        wells={tray}
        coming={coming}
        returned={returned}
        inHand={goingBack && closing !== null ? wellBack(closing) : (coming.at(-1)?.number ?? tray.length)}
      />
      <TraySum bench={bench} />
      {tray.length > 0 && <Button onClick={onStrip}>As one strip</Button>}{' '}
      {started && !goingBack && (
        <Button onClick={onGoBack}>{closing === null ? 'Put it back together' : 'Go on putting it back'}</Button>
      )}
    </>
  );
});

function TraySum({ bench }: { bench: BenchView }) {
  const loose = bench.tray.filter((well) => well.captive !== true);
  const layers = new Set(loose.filter((well) => well.difference !== 'none').map((well) => well.layer));
  if (bench.tray.length === 0)
    return <p className="state">The tray is empty: each group of screws gets a well of its own.</p>;
  return (
    <p className="tray-sum">
      {tally(loose.map((well) => well.count))} in the tray.
      {layers.size > 0 &&
        ` Lengths differ in ${[...layers].join(', ')}: a long one in a short hole marks what is behind.`}
    </p>
  );
}

/** The well whose screws go back next. */
function wellBack(closing: Schemas['ClosingView']): number | null {
  const step = closing.steps.find((one) => !one.done);
  return step?.wells.find((well) => well.returned === null)?.number ?? null;
}

function returnedWells(closing: Schemas['ClosingView'] | null): ReadonlySet<number> {
  const wells = (closing?.steps ?? []).flatMap((step) => step.wells);
  return new Set(
    wells.filter((well) => well.returned !== null && well.returned === well.expected).map((well) => well.number),
  );
}
