import { useQuery } from '@tanstack/react-query';
import { Select } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, asProblem, type Schemas, take, type Unit, type Verdict } from '../../api/client';
import { ProblemNote } from '../../app/ProblemNote';
import { Empty } from '../../app/states';
import { ChartCard } from '../../charts/ChartCard';
import type { Spent } from '../../charts/ledger';
import { LedgerChart } from '../../charts/LedgerChart';
import type { Exactness } from '../../format';
import { heading, label } from '../../words';
import { LedgerTable } from './LedgerTable';

type Line = Schemas['LedgerLine'];
type Index = 'repair' | 'upgrade';

/** Which line: the index, the kind, and the names on the way down from it. */
interface At {
  unit: Unit;
  index: Index;
  path: readonly string[];
}

/** From 100 down to the index: what each kind cost, and inside it each part, criterion and single action, one click from where it was read. */
export function Ledger({ unit, verdict, exactness }: { unit: Unit; verdict: Verdict; exactness: Exactness }) {
  const [index, setIndex] = useState<Index>('repair');
  const ledger = index === 'repair' ? verdict.repairLedger : verdict.upgradeLedger;
  const name = index === 'repair' ? 'Repair' : 'Upgrade';
  if (ledger.lines.length === 0) {
    return (
      <section className="card ledger" aria-label="Ledger">
        <Choice index={index} onIndex={setIndex} />
        <Empty>
          <p>Too little has been seen of every kind to take points off it.</p>
        </Empty>
        <div className="grid-scroll">
          <LedgerTable verdict={verdict} index={index} lines={[]} exactness={exactness} />
        </div>
      </section>
    );
  }
  const table = <LedgerTable verdict={verdict} index={index} lines={ledger.lines} exactness={exactness} />;
  const unseen = ledger.lines.filter((line) => !line.known);
  if (ledger.index === null) {
    return (
      <section className="card ledger" aria-label="Ledger">
        <div className="bench-head">
          <h2>Ledger</h2>
          <Choice index={index} onIndex={setIndex} />
        </div>
        <p>
          {name} has no figure yet, and so there is nothing to go down to. Each kind that has been seen enough is
          charged by itself, from 100 down.
        </p>
        <Lines key={index} at={{ unit, index, path: [] }} lines={ledger.lines} whole={100} />
        <div className="grid-scroll">{table}</div>
      </section>
    );
  }
  return (
    <ChartCard
      title="Ledger"
      note={<Choice index={index} onIndex={setIndex} />}
      file={`${verdict.modelCode}-ledger-${index}`}
      chart={<LedgerChart name={name} ledgers={[spent(ledger.index, ledger.lines)]} />}
      table={table}
    >
      <div className="ledger">
        <p>
          100 less {(100 - ledger.index).toFixed(2)} is <b>{ledger.index.toFixed(2)}</b>.
        </p>
        <Lines
          key={index}
          at={{ unit, index, path: [] }}
          lines={ledger.lines}
          whole={Math.max(...ledger.lines.map((line) => line.points), 0.01)}
        />
        {unseen.length > 0 && (
          <p className="note">
            Not seen enough, and charged as the others are on the average, as far as what is known of them allows:{' '}
            {unseen.map((line) => label(line.name)).join(', ')}.
          </p>
        )}
      </div>
    </ChartCard>
  );
}

/** A ledger as it is drawn. */
export function spent(index: number, lines: readonly Line[]): Spent {
  return {
    index,
    costs: lines.map((line) => ({
      name: line.known ? label(line.name) : `${label(line.name)}, not seen enough`,
      points: line.points,
    })),
  };
}

export function Choice({ index, onIndex }: { index: Index; onIndex: (index: Index) => void }) {
  return (
    <Select<Index>
      aria-label="Ledger of"
      showSearch={{ optionFilterProp: 'label' }}
      size="small"
      value={index}
      options={[
        { value: 'repair', label: 'Repair' },
        { value: 'upgrade', label: 'Upgrade' },
      ]}
      onChange={onIndex}
    />
  );
}

function Lines({ at, lines, whole }: { at: At; lines: readonly Line[]; whole: number }) {
  // Those that are told together come last, whatever they cost together.
  const order = [...lines].sort(
    (a, b) => Number(a.sort === 'others') - Number(b.sort === 'others') || b.points - a.points,
  );
  return (
    <ul className="ledger-lines">
      {order.map((line, i) => (
        <li key={`${line.sort} ${line.name} ${i}`}>
          <LineOf at={{ ...at, path: [...at.path, line.name] }} line={line} whole={whole} />
        </li>
      ))}
    </ul>
  );
}

function LineOf({ at, line, whole }: { at: At; line: Line; whole: number }) {
  const [open, setOpen] = useState(false);
  const ofActions = line.sort === 'criterion' && line.steps.length > 0 && line.points > 0;
  if (!line.known || (line.lines.length === 0 && !ofActions)) return <Row unit={at.unit} line={line} whole={whole} />;
  return (
    <details onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary>
        <Row unit={at.unit} line={line} whole={whole} />
      </summary>
      {open &&
        (line.lines.length > 0 ? (
          <Lines at={at} lines={line.lines} whole={whole} />
        ) : (
          <Actions at={at} whole={whole} />
        ))}
    </details>
  );
}

/** The single actions of a criterion, which are fetched when it is opened. */
function Actions({ at, whole }: { at: At; whole: number }) {
  const [kind = '', ...path] = at.path;
  const { data, error } = useQuery({
    queryKey: ['ledger', at.unit.id, at.unit.revision, at.unit.teardownRevision, at.index, kind],
    queryFn: ({ signal }) =>
      take(
        api.GET('/api/units/{unitId}/ledger/{index}/{kind}', {
          params: { path: { unitId: at.unit.id, index: at.index, kind } },
          signal,
        }),
      ),
  });
  if (error !== null) return <ProblemNote problem={asProblem(error)} />;
  if (data === undefined) return <p className="note">Reading the actions…</p>;
  const line = path.reduce<Line | undefined>((inner, name) => inner?.lines.find((one) => one.name === name), data);
  return <Lines at={at} lines={line?.lines ?? []} whole={whole} />;
}

function isOwnName(line: Line): boolean {
  return line.sort === 'part' || line.sort === 'action' || line.sort === 'others';
}

function nameOf(line: Line): string {
  if (line.sort === 'others') return `${line.name} more, each no dearer than these`;
  return isOwnName(line) ? line.name : heading(line.name);
}

function Row({ unit, line, whole }: { unit: Unit; line: Line; whole: number }) {
  return (
    <span className="ledger-row">
      <span className={isOwnName(line) ? 'ledger-name-own' : 'ledger-name-own kind'}>{nameOf(line)}</span>
      <svg className="ledger-bar" viewBox="0 0 100 10" preserveAspectRatio="none" aria-hidden="true">
        <rect x={0} y={2} height={6} width={Math.min(100, (line.points / whole) * 100)} />
      </svg>
      <span className="ledger-points">{line.points < 0.005 ? '0.00' : `−${line.points.toFixed(2)}`}</span>
      <span className="second">
        {line.sort === 'action' || line.sort === 'others'
          ? `${(line.value * 100).toFixed(0)} % of it`
          : line.known
            ? `at ${line.value.toFixed(2)}`
            : `not known enough, stands at ${line.value.toFixed(2)}`}
      </span>
      {line.points > 0 && <Facts unit={unit} line={line} />}
    </span>
  );
}

/** Where a line was read: the step of an action, or the facts of a part. */
function Facts({ unit, line }: { unit: Unit; line: Line }) {
  const step = line.sort === 'action' ? unit.record.steps.find((one) => one.id === line.steps[0]) : undefined;
  return (
    <span className="ledger-facts">
      {step !== undefined && <Link to={`/units/${unit.id}/bench#${encodeURIComponent(step.id)}`}>{step.title}</Link>}
      {line.sort !== 'action' && line.part != null && line.lines.length === 0 && (
        <Link to={`/units/${unit.id}/parts#${encodeURIComponent(line.part)}`}>{line.part}</Link>
      )}
      {line.name === 'guidance' && <Link to={`/units/${unit.id}/intake`}>the four marks</Link>}
    </span>
  );
}
