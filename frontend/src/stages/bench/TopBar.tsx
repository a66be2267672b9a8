import { Button } from 'antd';
import { memo, useEffect, useState } from 'react';
import type { BenchView, LineView, Schemas } from '../../api/client';
import { clock } from '../../format';
import { Numeric } from '../../record/fields';
import { label } from '../../words';

type Happened = Schemas['StopwatchEvent'];

export interface WatchCommands {
  onStopwatch: (happened: Happened) => void;
  onCorrect: (seconds: number) => void;
}

interface Props extends WatchCommands {
  bench: BenchView;
  reading: LineView | null;
  lapKey: string;
}

/** The path of layers, the tool in hand, and the stopwatch. */
export function TopBar({ bench, reading, lapKey, onStopwatch, onCorrect }: Props) {
  const changes = reading?.toolChanges ?? [];
  return (
    <header className="bench-top">
      <p className="path" aria-label="Layer in hand">
        {bench.path.map((layer, i) => (
          <span key={layer}>
            {i > 0 && <span aria-hidden="true"> › </span>}
            {i === bench.path.length - 1 ? <b>{layer}</b> : layer}
          </span>
        ))}
      </p>
      <p className="in-hand">
        in hand <b>{bench.inHand === null ? 'nothing' : toolName(bench.inHand)}</b>
        {bench.inHand !== null && changes.length === 0 && (
          <span className="second">, another one {bench.changeSeconds} s</span>
        )}
        {changes.length > 0 && (
          <span>
            {' '}
            → {changes.map(toolName).join(', ')}{' '}
            <span className="second">+{changes.length * bench.changeSeconds} s</span>
          </span>
        )}
      </p>
      <span className="grow" />
      <Watch watch={bench.stopwatch} lapKey={lapKey} onStopwatch={onStopwatch} onCorrect={onCorrect} />
    </header>
  );
}

export function toolName({ tool, size }: Schemas['HeldTool']): string {
  return size ?? label(tool);
}

const states: Record<Schemas['StopwatchState'], string> = {
  idle: 'stopwatch not started',
  working: 'at work',
  logging: 'writing it up',
  paused: 'paused',
};

/** Seconds as they were told, and running on from there. */
function Ticking({ seconds, runs }: { seconds: number; runs: boolean }) {
  const [since, setSince] = useState(0);
  useEffect(() => {
    if (!runs) return;
    const start = performance.now();
    const timer = setInterval(() => setSince((performance.now() - start) / 1_000), 250);
    return () => clearInterval(timer);
  }, [runs]);
  return <>{clock(seconds + (runs ? since : 0))}</>;
}

interface WatchProps extends WatchCommands {
  watch: Schemas['StopwatchView'];
  lapKey: string;
}

const Watch = memo(function Watch({ watch, lapKey, onStopwatch, onCorrect }: WatchProps) {
  const [correcting, setCorrecting] = useState(false);
  const [seconds, setSeconds] = useState<number | null>(null);
  const working = watch.state === 'working';
  const lap = watch.laps[0];
  return (
    <div className="watch" role="group" aria-label="Stopwatch">
      {watch.state !== 'idle' && (
        <>
          <span className="watch-work" role="timer" aria-label="Work so far">
            <Ticking key={watch.work} seconds={watch.work} runs={working} />
          </span>
          <span className="watch-facts">
            <span>
              this step{' '}
              <b>
                <Ticking key={`${lap} ${watch.step}`} seconds={lap ?? watch.step} runs={working && lap === undefined} />
              </b>
              {watch.laps.length > 1 && `, ${watch.laps.length} steps to log`}
            </span>
            <span className="second">
              {states[watch.state]}, logging{' '}
              <Ticking key={watch.logging} seconds={watch.logging} runs={watch.state === 'logging'} />
            </span>
          </span>
        </>
      )}
      {!correcting ? (
        <>
          <Button onClick={() => onStopwatch('lap')}>
            {watch.state === 'idle' ? 'Start the stopwatch' : working ? 'Lap' : 'Go on'} <kbd>{lapKey}</kbd>
          </Button>
          {(working || watch.state === 'logging') && <Button onClick={() => onStopwatch('pause')}>Pause</Button>}
          {watch.state !== 'idle' && <Button onClick={() => setCorrecting(true)}>Correct the time</Button>}
          {watch.state === 'paused' && <Button onClick={() => onStopwatch('stop')}>Stop</Button>}
        </>
      ) : (
        <form
          className="amount"
          onSubmit={(event) => {
            event.preventDefault();
            if (seconds !== null) onCorrect(seconds);
            setCorrecting(false);
          }}
        >
          <Numeric name="This step took" unit="s" placeholder="seconds" value={seconds} onChange={setSeconds} />
          <Button htmlType="submit">Set</Button>
          <Button onClick={() => setCorrecting(false)}>Leave</Button>
        </form>
      )}
    </div>
  );
});
