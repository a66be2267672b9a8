import { Switch } from 'antd';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { asProblem, type Index, type Schemas, type Verdict as View } from '../../api/client';
import { useVerdict } from '../../api/queries';
import { Failed, Loading } from '../../app/states';
import { verdictViews } from '../../app/views';
import { useWorkpiece } from '../../app/Workspace';
import { type Exactness, percent } from '../../format';
import { hasFigure, IndexBar, IndexFigure } from '../../record/IndexFigure';
import { heading, label } from '../../words';
import { DoubtCard } from './DoubtCard';
import { EffortCard } from './EffortCard';
import { Ledger } from './Ledger';
import { ReasonsCard } from './ReasonsCard';
import { SignOff } from './SignOff';
import { SummaryCard } from './SummaryCard';
import { WayInCard } from './WayInCard';
import { WhatIfCard } from './WhatIfCard';
import './verdict.css';

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
        <IndexCard name="Repair" quantity={data.repair} wanting={data.repairWanting} exactness={exactness} />
        <IndexCard name="Upgrade" quantity={data.upgrade} wanting={data.upgradeWanting} exactness={exactness} />
        <IndexCard
          name={`Combined, ${rubric.repairWeight} to ${rubric.upgradeWeight}`}
          quantity={data.combined}
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
      {view === 'ledger' && <Ledger unit={unit} verdict={data} exactness={exactness} />}
      {view === 'reasons' && <ReasonsCard unit={unit} />}
      {view === 'what-if' && <WhatIfCard unit={unit} verdict={data} />}
      {view === 'doubt' && <DoubtCard unit={unit} verdict={data} />}
      {view === 'effort' && <EffortCard unit={unit} />}
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
  quantity: Index;
  /** What the index lacks to have a figure; of both together it is told by the two. */
  wanting?: Schemas['Wanting'];
  exactness: Exactness;
}

function IndexCard({ name, quantity, wanting, exactness }: IndexCardProps) {
  return (
    <section className="card index" aria-label={name}>
      <h2>{name}</h2>
      <p className={exactness === 'exact' ? 'index-figures exact' : 'index-figures'}>
        <IndexFigure index={quantity} exactness={exactness} />
      </p>
      <IndexBar index={quantity} />
      {!hasFigure(quantity) && <p className="note">{wantingText(quantity, wanting)}</p>}
      <p className="note">
        {exactness === 'exact'
          ? `coverage ${quantity.coverage.toFixed(6)}`
          : `${heading(quantity.status)}: ${percent(quantity.coverage)} of the weight is known`}
      </p>
    </section>
  );
}

/** What would make a figure of a range. */
function wantingText(quantity: Index, wanting: Schemas['Wanting'] | undefined): string {
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
              U <IndexFigure index={choice.upgrade} />
              {i === 0 && ', which U counts on'}
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}
