import { Switch } from 'antd';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { asProblem, type Quantity, type Schemas, type Verdict as View } from '../../api/client';
import { useVerdict } from '../../api/queries';
import { Failed, Loading } from '../../app/states';
import { verdictViews } from '../../app/views';
import { useWorkpiece } from '../../app/Workspace';
import { RangeBar } from '../../charts/RangeBar';
import { type Exactness, indexRange, indexValue, percent, share } from '../../format';
import { leastEffort } from '../../record/effort';
import { heading, label } from '../../words';
import { DoubtCard } from './DoubtCard';
import { EffortCard } from './EffortCard';
import { Ledger } from './Ledger';
import { PartDetails } from './PartDetails';
import { ReasonsCard } from './ReasonsCard';
import { SignOff } from './SignOff';
import { WayInCard } from './WayInCard';
import { WhatIfCard } from './WhatIfCard';

type Kind = Schemas['KindView'];

/** The indices of a unit, how far they can be relied on, and what each kind gives to them. */
export function Verdict() {
  const unit = useWorkpiece();
  const { data, error, refetch } = useVerdict(unit.id);
  const [exactness, setExactness] = useState<Exactness>('rounded');
  const [search] = useSearchParams();
  const view = verdictViews.find((one) => one.id === search.get('view'))?.id ?? 'way-in';
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
        <a href={`/api/units/${data.id}/record`} download>
          Save the record
        </a>
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
      <nav className="views" aria-label="Views of the verdict">
        {verdictViews.map((one) => (
          <Link
            key={one.id}
            to={one.id === 'way-in' ? '?' : `?view=${one.id}`}
            replace
            aria-current={one.id === view ? 'page' : undefined}
          >
            {one.name}
          </Link>
        ))}
      </nav>
      {view === 'way-in' && (
        <>
          <WayInCard verdict={data} effort={rubric.effort} powerFirst={rubric.powerFirst} />
          <SignOff unit={unit} />
        </>
      )}
      {view === 'ledger' && <Ledger unit={unit} verdict={data} />}
      {view === 'reasons' && <ReasonsCard unit={unit} />}
      {view === 'what-if' && <WhatIfCard unit={unit} verdict={data} />}
      {view === 'doubt' && <DoubtCard unit={unit} verdict={data} />}
      {view === 'effort' && <EffortCard unit={unit} />}
      {view === 'kinds' && (
        <section aria-label="Kinds and parts">
          <KindTable verdict={data} exactness={exactness} />
        </section>
      )}
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
  const [open, setOpen] = useState<readonly string[]>([]);
  const toggle = (kind: string) =>
    setOpen(open.includes(kind) ? open.filter((other) => other !== kind) : [...open, kind]);
  return (
    <table className="plain kinds">
      <thead>
        <tr>
          <th scope="col">kind</th>
          <th scope="col">parts</th>
          <th scope="col">effort</th>
          <th scope="col">repair, 0 to 1</th>
          <th scope="col" className="numeric">
            weight
          </th>
          <th scope="col">upgrade, 0 to 1</th>
          <th scope="col" className="numeric">
            weight
          </th>
        </tr>
      </thead>
      <tbody>
        {verdict.kinds.map((kind) => (
          <KindRows
            key={kind.kind}
            kind={kind}
            exactness={exactness}
            open={open.includes(kind.kind)}
            onToggle={() => toggle(kind.kind)}
          />
        ))}
      </tbody>
    </table>
  );
}

interface KindRowsProps {
  kind: Kind;
  exactness: Exactness;
  open: boolean;
  onToggle: () => void;
}

function KindRows({ kind, exactness, open, onToggle }: KindRowsProps) {
  const name = heading(kind.kind);
  return (
    <>
      <tr className="kind-first">
        <th scope="row">
          {kind.parts.length > 0 ? (
            <button className="opener" type="button" aria-expanded={open} onClick={onToggle}>
              <span className="opener-mark" aria-hidden="true">
                {open ? '−' : '+'}
              </span>
              {name}
            </button>
          ) : (
            <span className="opener">{name}</span>
          )}
        </th>
        <td>{holding(kind)}</td>
        <td>{leastEffort(kind)}</td>
        <td>
          <KindFigure score={kind.repair} exactness={exactness} />
        </td>
        <td className="numeric">{kind.repair?.weight}</td>
        <td>
          <KindFigure score={kind.upgrade} exactness={exactness} />
        </td>
        <td className="numeric">{kind.upgrade?.weight}</td>
      </tr>
      {open && (
        <tr>
          <td colSpan={7}>
            <KindDetails kind={kind} exactness={exactness} />
          </td>
        </tr>
      )}
    </>
  );
}

/** How a kind's parts are held, in a few words. */
function holding(kind: Kind): string {
  if (kind.absent) return 'absent';
  if (kind.parts.length === 0) return 'not seen';
  const mountings = [
    ...new Set(kind.parts.map((part) => (part.mounting === null ? 'mounting unknown' : label(part.mounting)))),
  ];
  return `${kind.parts.length > 1 ? `${kind.parts.length}, ` : ''}${mountings.join(', ')}`;
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
