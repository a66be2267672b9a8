import { Select } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import type { PartKind, Schemas, Unit, Verdict } from '../../api/client';
import { Empty } from '../../app/states';
import { heading, label } from '../../words';

type Line = Schemas['LedgerLine'];
type Index = 'repair' | 'upgrade';

const most = 6;

/** From 100 down to the index: what each kind cost, and inside it each part and criterion down to where it was read. */
export function Ledger({ unit, verdict }: { unit: Unit; verdict: Verdict }) {
  const [index, setIndex] = useState<Index>('repair');
  const ledger = index === 'repair' ? verdict.repairLedger : verdict.upgradeLedger;
  return (
    <section className="card ledger" aria-label="Ledger">
      <div className="bench-head">
        <h2>What it cost</h2>
        <span className="grow" />
        <Select<Index>
          aria-label="Ledger of"
          showSearch={{ optionFilterProp: 'label' }}
          size="small"
          value={index}
          options={[
            { value: 'repair', label: 'R, repair' },
            { value: 'upgrade', label: 'U, upgrade' },
          ]}
          onChange={setIndex}
        />
      </div>
      {ledger == null ? (
        <Empty>
          <p>Nothing is known of any kind yet.</p>
        </Empty>
      ) : (
        <>
          <p>
            100 less {(100 - ledger.index).toFixed(2)} is <b>{ledger.index.toFixed(2)}</b>.
          </p>
          <Lines unit={unit} lines={ledger.lines} whole={Math.max(...ledger.lines.map((line) => line.points), 0.01)} />
          {ledger.notCounted.length > 0 && (
            <p className="note">Not counted, for nothing is known of them: {names(ledger.notCounted)}.</p>
          )}
        </>
      )}
    </section>
  );
}

const names = (kinds: readonly PartKind[]) => kinds.map((kind) => label(kind)).join(', ');

function Lines({ unit, lines, whole }: { unit: Unit; lines: readonly Line[]; whole: number }) {
  const order = [...lines].sort((a, b) => b.points - a.points);
  return (
    <ul className="ledger-lines">
      {order.map((line) => (
        <li key={`${line.sort} ${line.name}`}>
          {line.lines.length === 0 ? (
            <Row unit={unit} line={line} whole={whole} />
          ) : (
            <details>
              <summary>
                <Row unit={unit} line={line} whole={whole} />
              </summary>
              <Lines unit={unit} lines={line.lines} whole={whole} />
            </details>
          )}
        </li>
      ))}
    </ul>
  );
}

function Row({ unit, line, whole }: { unit: Unit; line: Line; whole: number }) {
  return (
    <span className="ledger-row">
      <span className="ledger-name">{line.sort === 'part' ? line.name : heading(line.name)}</span>
      <svg className="ledger-bar" viewBox="0 0 100 10" preserveAspectRatio="none" aria-hidden="true">
        <rect x={0} y={2} height={6} width={Math.min(100, (line.points / whole) * 100)} />
      </svg>
      <span className="ledger-points">{line.points < 0.005 ? '0.00' : `−${line.points.toFixed(2)}`}</span>
      <span className="second">at {line.value.toFixed(2)}</span>
      {line.sort === 'criterion' && line.points > 0 && <Facts unit={unit} line={line} />}
    </span>
  );
}

/** Where a criterion was read: steps on the bench, or facts of a part. */
function Facts({ unit, line }: { unit: Unit; line: Line }) {
  const steps = line.steps
    .map((id) => unit.record.steps.find((step) => step.id === id))
    .filter((step) => step !== undefined);
  return (
    <span className="ledger-facts">
      {steps.slice(-most).map((step) => (
        <Link key={step.id} to={`/units/${unit.id}/bench#${encodeURIComponent(step.id)}`}>
          {step.title}
        </Link>
      ))}
      {steps.length > most && <span className="second">and {steps.length - most} before</span>}
      {line.part != null && <Link to={`/units/${unit.id}/parts#${encodeURIComponent(line.part)}`}>{line.part}</Link>}
      {line.name === 'guidance' && <Link to={`/units/${unit.id}/intake`}>the four marks</Link>}
    </span>
  );
}
