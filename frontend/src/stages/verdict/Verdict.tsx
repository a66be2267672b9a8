import { Switch } from 'antd';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { asProblem, type Quantity, type Schemas, type Verdict as View } from '../../api/client';
import { useVerdict } from '../../api/queries';
import { Failed, Loading } from '../../app/states';
import { verdictViews } from '../../app/views';
import { useWorkpiece } from '../../app/Workspace';
import { RangeBar } from '../../charts/RangeBar';
import { type Exactness, percent, share } from '../../format';
import { leastEffort } from '../../record/effort';
import { hasFigure, IndexFigure } from '../../record/IndexFigure';
import { heading, label } from '../../words';
import { DoubtCard } from './DoubtCard';
import { EffortCard } from './EffortCard';
import { Ledger } from './Ledger';
import { PartDetails } from './PartDetails';
import { ReasonsCard } from './ReasonsCard';
import { SignOff } from './SignOff';
import { SummaryCard } from './SummaryCard';
import { WayInCard } from './WayInCard';
import { WhatIfCard } from './WhatIfCard';

type Kind = Schemas['KindView'];

/** The indices of a unit, how far they can be relied on, and what each kind gives to them. */
export function Verdict() {
  const unit = useWorkpiece();
  const { data, error, refetch } = useVerdict(unit.id);
  const [exactness, setExactness] = useState<Exactness>('rounded');
  const [search] = useSearchParams();
  const view = verdictViews.find((one) => one.id === search.get('view'))?.id ?? 'summary';
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
          Show six decimals
          <Switch
            size="small"
            aria-label="Show six decimals"
            checked={exactness === 'exact'}
            onChange={(checked) => setExactness(checked ? 'exact' : 'rounded')}
          />
        </label>
      </div>
      <div className="indices">
        <IndexCard
          name="Repair"
          quantity={data.repair}
          verdict={data}
          wanting={data.repairWanting}
          exactness={exactness}
        />
        <IndexCard
          name="Upgrade"
          quantity={data.upgrade}
          verdict={data}
          wanting={data.upgradeWanting}
          exactness={exactness}
        />
        <IndexCard
          name={`Combined, ${rubric.repairWeight} to ${rubric.upgradeWeight}`}
          quantity={data.combined}
          verdict={data}
          exactness={exactness}
        />
      </div>
      <EitherOr verdict={data} />
      <nav className="views" aria-label="Views of the verdict">
        {verdictViews.map((one) => (
          <Link
            key={one.id}
            to={one.id === 'summary' ? '?' : `?view=${one.id}`}
            replace
            aria-current={one.id === view ? 'page' : undefined}
          >
            {one.name}
          </Link>
        ))}
      </nav>
      {view === 'summary' && (
        <>
          <SummaryCard unit={unit} verdict={data} />
          <SignOff unit={unit} verdict={data} />
        </>
      )}
      {view === 'way-in' && <WayInCard verdict={data} effort={rubric.effort} powerFirst={rubric.powerFirst} />}
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
  const reasons = verdict.reasons.map((reason) =>
    reason === 'order' ? openOrder(verdict) : reason === 'power' ? label('power') : label(reason),
  );
  return `${heading(verdict.status)}. ${[...reasons, ...notSeen, ...observed].map((text) => `${text.charAt(0).toUpperCase()}${text.slice(1)}.`).join(' ')}`;
}

/** The steps of which the order was not asked for, in a few words. */
function openOrder({ openOrder: open }: View): string {
  const titles = open.slice(0, 3).map((one) => `“${one.title}”`);
  const more = open.length > titles.length ? ` and ${open.length - titles.length} more` : '';
  return `what has to come before ${titles.join(', ')}${more} was not asked`;
}

interface IndexCardProps {
  name: string;
  quantity: Quantity;
  verdict: View;
  /** What the index lacks to have a figure; of both together it is told by the two. */
  wanting?: Schemas['Wanting'];
  exactness: Exactness;
}

function IndexCard({ name, quantity, verdict, wanting, exactness }: IndexCardProps) {
  return (
    <section className="card index" aria-label={name}>
      <h2>{name}</h2>
      <p className={exactness === 'exact' ? 'index-figures exact' : 'index-figures'}>
        <IndexFigure quantity={quantity} status={verdict.status} exactness={exactness} />
      </p>
      <RangeBar quantity={hasFigure(quantity, verdict.status) ? quantity : { ...quantity, value: null }} to={100} />
      {!hasFigure(quantity, verdict.status) && <p className="note">{wantingText(quantity, wanting)}</p>}
      <p className="note">
        {exactness === 'exact'
          ? `coverage ${quantity.coverage.toFixed(6)}`
          : `${percent(quantity.coverage)} of the weight is known`}
      </p>
    </section>
  );
}

/** What would make a figure of a range. */
function wantingText(quantity: Quantity, wanting: Schemas['Wanting'] | undefined): string {
  if (wanting === undefined) return 'No figure yet: both indices have to have one.';
  if (quantity.value !== null) return 'No figure yet: too little of the whole is known.';
  const kinds: string[] = wanting.kinds.slice(0, wanting.enough).map((kind) => label(kind.kind));
  const last = kinds.pop() ?? '';
  const named = [kinds.join(', '), last].filter((words) => words !== '').join(' and ');
  return `No figure yet: ${percent(wanting.has)} of the weight has a value, ${percent(wanting.from)} is needed. Look at: ${named}.`;
}

/** Places that cannot be used at the same time: what U counts on, and what it would be with the others. */
function EitherOr({ verdict }: { verdict: View }) {
  const { choices } = verdict;
  if (choices.length < 2) return null;
  const excluded = [...new Set(choices.flatMap((choice) => choice.leftOut))];
  const used = (leftOut: readonly string[]) => excluded.filter((id) => !leftOut.includes(id));
  return (
    <section className="either-or" aria-label="Either or">
      <b>Either or:</b>
      <ol>
        {choices.map((choice, i) => (
          <li key={choice.leftOut.join(' ')} className={i === 0 ? 'chosen' : undefined}>
            <span className="code">{used(choice.leftOut).join(' + ')}</span>{' '}
            <span className="second">
              U <IndexFigure quantity={choice.upgrade} status={verdict.status} />
              {i === 0 && ', which U counts on'}
            </span>
          </li>
        ))}
      </ol>
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
            steps={verdict.routeSteps}
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
  steps: readonly Schemas['RouteStep'][];
  exactness: Exactness;
  open: boolean;
  onToggle: () => void;
}

function KindRows({ kind, steps, exactness, open, onToggle }: KindRowsProps) {
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
            <KindDetails kind={kind} steps={steps} exactness={exactness} />
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

const froms: Record<Schemas['CeilingFrom'], string> = {
  school: 'stated',
  proved: 'proved on the bench, may take more',
  open: 'the rubric’s, for an open standard',
  own: 'the rubric’s: what is fitted',
  nothing: 'nothing says how much',
};

function ceilingText(ceiling: Schemas['CeilingView'], kind: string): string {
  const unit = kind === 'battery' ? 'Wh' : 'GB';
  if (ceiling.value === null) return froms.nothing;
  const most = ceiling.high === null || ceiling.high === ceiling.low ? '' : ` (${ceiling.low}–${ceiling.high})`;
  return `${ceiling.high === null ? 'at least ' : ''}${ceiling.value}${most} ${unit}, ${froms[ceiling.from]}`;
}

function KindDetails({
  kind,
  steps,
  exactness,
}: {
  kind: Kind;
  steps: readonly Schemas['RouteStep'][];
  exactness: Exactness;
}) {
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
      {upgrade?.places.some((place) => place.ceiling != null) && (
        <p>
          Counted on:{' '}
          {upgrade.places
            .map((place) => `${place.part}${place.ceiling == null ? '' : `, ${ceilingText(place.ceiling, kind.kind)}`}`)
            .join('; ')}
          .
        </p>
      )}
      {kind.parts.map((part) => (
        <PartDetails key={part.id} part={part} steps={steps} exactness={exactness} />
      ))}
    </div>
  );
}
