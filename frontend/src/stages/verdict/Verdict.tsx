import { Switch, Table, type TableProps } from 'antd';
import { useState } from 'react';
import { asProblem, type Quantity, type Schemas, type Verdict as View } from '../../api/client';
import { useVerdict } from '../../api/queries';
import { Failed, Loading } from '../../app/states';
import { useWorkpiece } from '../../app/Workspace';
import { RangeBar } from '../../charts/RangeBar';
import { type Exactness, indexRange, indexValue, minutes, percent, share } from '../../format';
import { heading, label } from '../../words';
import { PartDetails } from './PartDetails';

type Kind = Schemas['KindView'];

/** The indices of a unit, how far they can be relied on, and what each kind gives to them. */
export function Verdict() {
  const unit = useWorkpiece();
  const { data, error, refetch } = useVerdict(unit.id);
  const [exactness, setExactness] = useState<Exactness>('rounded');
  if (data === undefined) {
    return error === null ? (
      <Loading what="the verdict" />
    ) : (
      <Failed problem={asProblem(error)} onRetry={() => void refetch()} />
    );
  }
  const { rubric } = data;
  return (
    <>
      <div className="verdict-head">
        <p className="second">{standing(data)}</p>
        <span className="grow" />
        <span className="second">
          {rubric.name}, revision {rubric.revision}
        </span>
        <label className="switch">
          Six places
          <Switch
            size="small"
            aria-label="Six places"
            checked={exactness === 'exact'}
            onChange={(checked) => setExactness(checked ? 'exact' : 'rounded')}
          />
        </label>
      </div>
      <div className="indices">
        <IndexCard name="Repair" quantity={data.repair} exactness={exactness} />
        <IndexCard name="Upgrade" quantity={data.upgrade} exactness={exactness} />
        <IndexCard
          name={`Combined, ${rubric.repairWeight} to ${rubric.upgradeWeight}`}
          quantity={data.combined}
          exactness={exactness}
        />
      </div>
      <section aria-label="Kinds and parts">
        <KindTable verdict={data} exactness={exactness} />
      </section>
    </>
  );
}

/** The status with its reasons, as a sentence. */
function standing(verdict: View): string {
  const notSeen = verdict.notSeen.length === 0 ? [] : [`not seen: ${verdict.notSeen.map(label).join(', ')}`];
  const observed =
    verdict.observedSteps === 0 ? [] : [`${verdict.observedSteps} of ${verdict.steps} steps have a stopwatch time`];
  return `${heading(verdict.status)}. ${[...verdict.reasons.map(label), ...notSeen, ...observed].map((text) => `${text.charAt(0).toUpperCase()}${text.slice(1)}.`).join(' ')}`;
}

function IndexCard({ name, quantity, exactness }: { name: string; quantity: Quantity; exactness: Exactness }) {
  return (
    <section className="card index" aria-label={name}>
      <h2>{name}</h2>
      <p className={exactness === 'exact' ? 'index-figures exact' : 'index-figures'}>
        <b>{indexValue(quantity, exactness)}</b> <span className="second">{indexRange(quantity, exactness)}</span>
      </p>
      <RangeBar quantity={quantity} to={100} />
      <p className="note">
        {exactness === 'exact'
          ? `coverage ${quantity.coverage.toFixed(6)}`
          : `${percent(quantity.coverage)} of the weight is known`}
      </p>
    </section>
  );
}

function KindTable({ verdict, exactness }: { verdict: View; exactness: Exactness }) {
  const columns: TableProps<Kind>['columns'] = [
    { title: 'kind', render: (_, kind) => <b>{heading(kind.kind)}</b> },
    {
      title: 'parts',
      render: (_, kind) => {
        if (kind.absent) return <span className="second">absent</span>;
        if (kind.parts.length === 0) return <span className="second">not seen</span>;
        const mountings = [
          ...new Set(kind.parts.map((part) => (part.mounting === null ? 'mounting unknown' : label(part.mounting)))),
        ];
        return `${kind.parts.length > 1 ? `${kind.parts.length}, ` : ''}${mountings.join(', ')}`;
      },
    },
    {
      title: 'effort',
      render: (_, kind) => {
        const efforts = kind.parts.map((part) => part.route?.effort).filter((effort) => effort !== undefined);
        const least = efforts.sort((a, b) => a.value - b.value)[0];
        return least === undefined ? <span className="second">–</span> : minutes(least);
      },
    },
    { title: 'repair, 0 to 1', render: (_, kind) => <KindFigure score={kind.repair} exactness={exactness} /> },
    { title: 'weight', className: 'numeric', render: (_, kind) => kind.repair?.weight },
    { title: 'upgrade, 0 to 1', render: (_, kind) => <KindFigure score={kind.upgrade} exactness={exactness} /> },
    { title: 'weight', className: 'numeric', render: (_, kind) => kind.upgrade?.weight },
  ];
  return (
    <Table
      rowKey="kind"
      size="small"
      columns={columns}
      dataSource={verdict.kinds}
      pagination={false}
      expandable={{
        rowExpandable: (kind) => kind.parts.length > 0 || kind.upgrade?.headroom != null,
        expandRowByClick: true,
        expandedRowRender: (kind) => <KindDetails kind={kind} exactness={exactness} />,
      }}
    />
  );
}

function KindFigure({ score, exactness }: { score: Schemas['KindScore'] | null; exactness: Exactness }) {
  if (score === null) return null;
  return (
    <span className="kind-figure">
      <RangeBar quantity={score.score} to={1} />
      <span>{share(score.score, exactness)}</span>
    </span>
  );
}

function KindDetails({ kind, exactness }: { kind: Kind; exactness: Exactness }) {
  const { upgrade } = kind;
  const made = [
    ['headroom', upgrade?.headroom],
    ['standard', upgrade?.standard],
    ['access', upgrade?.access],
  ] as const;
  return (
    <div className="kind-details">
      {made.some(([, quantity]) => quantity != null) && (
        <p>
          Upgrade is made of{' '}
          {made
            .filter(([, quantity]) => quantity != null)
            .map(([name, quantity]) => `${name} ${quantity == null ? '' : share(quantity, exactness)}`)
            .join(', ')}
          .
        </p>
      )}
      {kind.parts.map((part) => (
        <PartDetails key={part.id} part={part} exactness={exactness} />
      ))}
    </div>
  );
}
