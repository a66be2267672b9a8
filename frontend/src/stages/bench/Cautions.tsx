import { Button } from 'antd';
import { useState } from 'react';
import type { BenchEntry, BenchView, LineView } from '../../api/client';
import { Text } from '../../record/fields';

interface Props {
  bench: BenchView;
  reading: LineView | null;
  started: boolean;
  onLog: (entry: BenchEntry) => void;
}

/** The one caution band: preparation before the first step, then what the step in hand calls for. */
export function Cautions({ bench, reading, started, onLog }: Props) {
  const [answer, setAnswer] = useState('');
  if (bench.stopped) {
    return (
      <aside className="caution stop" aria-label="Cautions">
        <p>
          <b>{bench.swollenPack.text}</b>
        </p>
        <form
          className="caution-answer"
          onSubmit={(event) => {
            event.preventDefault();
            onLog({ kind: 'packAnswered', text: answer });
          }}
        >
          <span className="grow">
            <Text
              name="What was done about the pack"
              placeholder="What was done about the pack, and by whom"
              value={answer}
              onChange={(text) => setAnswer(text ?? '')}
            />
          </span>
          <Button htmlType="submit" disabled={answer.trim() === ''}>
            Answer and go on
          </Button>
          <Button onClick={() => onLog({ kind: 'packLookedAt', swollen: false })}>It is flat after all</Button>
        </form>
      </aside>
    );
  }
  if (!started && !bench.seen.includes('preparation')) {
    return (
      <aside className="caution" aria-label="Cautions">
        <p>
          <b>Before the first step.</b> {bench.preparation.text}
        </p>
        <Button onClick={() => onLog({ kind: 'cautionSeen', caution: 'preparation' })}>Seen and done</Button>
      </aside>
    );
  }
  const called = reading?.cautions ?? [];
  return (
    // It scrolls where a caution is long: the arrow keys reach all of it.
    // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex
    <aside className={called.length === 0 ? 'caution quiet' : 'caution'} aria-label="Cautions" tabIndex={0}>
      {called.length === 0 && (
        <p>
          Power off and discharged; inside, the battery is disconnected before anything else. The maker’s safety sheet,
          local codes and licensed practice come first.
        </p>
      )}
      {called.map((caution) => (
        <p key={caution.caution}>{caution.text}</p>
      ))}
      {called.some((caution) => caution.caution === 'lithium') && bench.packSwollen === null && (
        <span className="caution-answer">
          How does the pack look?
          <Button size="small" onClick={() => onLog({ kind: 'packLookedAt', swollen: false })}>
            Flat
          </Button>
          <Button size="small" onClick={() => onLog({ kind: 'packLookedAt', swollen: true })}>
            Swollen
          </Button>
        </span>
      )}
    </aside>
  );
}
