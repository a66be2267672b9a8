import { useQuery } from '@tanstack/react-query';
import { Button, Checkbox, InputNumber, Select } from 'antd';
import { useState } from 'react';
import { api, asProblem, type Schemas, take, type Unit, type Verdict } from '../../api/client';
import { useLongWork } from '../../api/useLongWork';
import { ProblemNote } from '../../app/ProblemNote';
import { Anew, Empty, Failed, Loading } from '../../app/states';
import { Watched } from '../../app/Watched';
import { ChartCard } from '../../charts/ChartCard';
import { LedgerChart } from '../../charts/LedgerChart';
import { WayIn } from '../../charts/WayIn';
import { minutes } from '../../format';
import { IndexBar, IndexFigure, indexText } from '../../record/IndexFigure';
import { heading, label } from '../../words';
import { wayInParts } from '../../record/wayInParts';
import { Choice, spent } from './Ledger';
import { useKept } from '../../work/useKept';
import { useWorkpiece } from '../../app/Workspace';
import { headOf } from '../../record/names';

type Change = Schemas['ChangeView'];
type Index = 'repair' | 'upgrade' | 'combined';

const indexNames = [
  { value: 'repair', label: 'Repair' },
  { value: 'upgrade', label: 'Upgrade' },
  { value: 'combined', label: 'Repair and Upgrade together' },
] as const;

/** With more candidates than this not every set is tried. */
const mostExact = 15;

/** What the maker could change, each change made to the record and scored; several together; the fewest that reach a figure. */
export function WhatIfCard({ unit, verdict }: { unit: Unit; verdict: Verdict }) {
  const [index, setIndex] = useState<Index>('combined');
  const [chosen, setChosen] = useKept<readonly string[]>(`what if ${unit.id}`, []);
  const singles = useQuery({
    queryKey: ['what-if', unit.id, unit.revision, unit.teardownRevision],
    queryFn: ({ signal }) =>
      take(api.GET('/api/units/{unitId}/what-if', { params: { path: { unitId: unit.id } }, signal })),
    placeholderData: (before) => before,
  });
  const { data, error, refetch } = singles;
  const together = useQuery({
    queryKey: ['what-if-together', unit.id, unit.revision, unit.teardownRevision, chosen],
    queryFn: ({ signal }) =>
      take(
        api.POST('/api/units/{unitId}/what-if', {
          params: { path: { unitId: unit.id } },
          body: { changes: [...chosen] },
          signal,
        }),
      ),
    enabled: chosen.length > 0,
    placeholderData: (before) => before,
  });
  if (data === undefined) {
    return error === null ? (
      <Loading what="what could be changed" />
    ) : (
      <Failed problem={asProblem(error)} onRetry={() => void refetch()} />
    );
  }
  const after = chosen.length === 0 ? undefined : together.data;
  const order = [...data.changes].sort((a, b) => gain(b, data.now, index) - gain(a, data.now, index));
  const titles = new Map(data.changes.map((change) => [change.id, titleOf(change)]));
  return (
    <>
      <section className="card what-if" aria-label="Before and after">
        <div className="bench-head">
          <h2>Before and after</h2>
          <Anew
            of={{ isPlaceholderData: singles.isPlaceholderData || (chosen.length > 0 && together.isPlaceholderData) }}
          />
          <span className="grow" />
          <span className="second" role="status">
            {chosen.length === 0
              ? 'no change chosen'
              : `${chosen.length} ${chosen.length === 1 ? 'change' : 'changes'} chosen`}
          </span>
          <Button size="small" disabled={chosen.length === 0} onClick={() => setChosen([])}>
            Choose none
          </Button>
        </div>
        {together.error !== null && chosen.length > 0 && <ProblemNote problem={asProblem(together.error)} />}
        <div className="before-after">
          {indexNames.map((name) => (
            <BeforeAfter
              key={name.value}
              name={heading(name.value)}
              before={verdict[name.value]}
              after={after?.after[name.value]}
            />
          ))}
        </div>
        {after !== undefined && after.puts.length > 0 && (
          <details>
            <summary>What they put in and take out together: {after.puts.length}</summary>
            <Puts puts={after.puts} />
          </details>
        )}
      </section>
      {after !== undefined && (
        <>
          <OverlaidWays before={verdict} after={after.after} />
          <OverlaidLedgers before={verdict} after={after.after} />
        </>
      )}
      <Smallest
        key={`${unit.revision} ${unit.teardownRevision}`}
        unit={unit}
        index={index}
        candidates={(chosen.length > 1
          ? order.filter((change) => chosen.includes(change.id))
          : order.filter((change) => gain(change, data.now, index) > 0).slice(0, mostExact)
        ).map((change) => change.id)}
        ofChosen={chosen.length > 1}
        all={order.filter((change) => gain(change, data.now, index) > 0).map((change) => change.id)}
        now={data.now[index].value}
        titles={titles}
        onTake={setChosen}
      />
      <section className="card" aria-label="Changes">
        <div className="bench-head">
          <h2>What could be changed</h2>
          <span className="grow" />
          <Select<Index>
            aria-label="Gain in"
            showSearch={{ optionFilterProp: 'label' }}
            size="small"
            value={index}
            options={[...indexNames]}
            popupMatchSelectWidth={false}
            onChange={setIndex}
          />
        </div>
        {order.length === 0 ? (
          <Empty>
            <p>None of the changes in the file applies to what is recorded of this machine.</p>
          </Empty>
        ) : (
          <table className="plain changes">
            <thead>
              <tr>
                <th scope="col">change</th>
                <th scope="col" className="numeric">
                  Repair
                </th>
                <th scope="col" className="numeric">
                  Upgrade
                </th>
                <th scope="col" className="numeric">
                  together
                </th>
                <th scope="col">puts in, takes out</th>
              </tr>
            </thead>
            <tbody>
              {order.map((change) => (
                <tr key={change.id}>
                  <th scope="row">
                    <Checkbox
                      checked={chosen.includes(change.id)}
                      onChange={(event) =>
                        setChosen(
                          event.target.checked ? [...chosen, change.id] : chosen.filter((other) => other !== change.id),
                        )
                      }
                    >
                      {titleOf(change)}
                    </Checkbox>
                  </th>
                  {indexNames.map((name) => (
                    <td key={name.value} className="numeric">
                      {signed(gain(change, data.now, name.value))}
                    </td>
                  ))}
                  <td>
                    <details>
                      <summary>{change.puts.length === 1 ? 'one place' : `${change.puts.length} places`}</summary>
                      <Puts puts={change.puts} />
                    </details>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        <p className="note">
          {data.ownFile
            ? 'The changes come from what-if.json in the data folder. '
            : 'The changes come from the file that ships with the program. '}
          <a href="/api/what-if" download="what-if.json">
            Save the file
          </a>
          {data.ownFile ? '.' : '; edited and put into the data folder as what-if.json, it counts instead.'}
        </p>
      </section>
    </>
  );
}

function titleOf(change: Change): string {
  return change.kind == null ? change.title : `${change.title}: ${label(change.kind)}`;
}

function gain(change: Change, now: Schemas['IndicesView'], index: Index): number {
  const [after, before] = [change.after[index], now[index]];
  // Without a figure a change is worth what it does to what is certain.
  return after.value === null || before.value === null ? after.low - before.low : after.value - before.value;
}

function signed(points: number): string {
  return Math.abs(points) < 0.05 ? '0.0' : `${points > 0 ? '+' : '−'}${Math.abs(points).toFixed(1)}`;
}

function BeforeAfter({
  name,
  before,
  after,
}: {
  name: string;
  before: Schemas['IndexView'];
  after: Schemas['IndexView'] | undefined;
}) {
  return (
    <div className="before-after-index">
      <h3>{name}</h3>
      <p className="index-figures">
        <IndexFigure index={before} />
        {after !== undefined && (
          <>
            {' → '}
            <IndexFigure index={after} />
          </>
        )}
      </p>
      <IndexBar index={before} />
      {after !== undefined && <IndexBar index={after} />}
    </div>
  );
}

function Puts({ puts }: { puts: readonly Schemas['RecordChange'][] }) {
  return (
    <ul className="puts">
      {puts.map((put, i) => (
        <li key={i}>
          <span className="code">{put.at}</span>{' '}
          {put.what === 'step' || put.what === 'part' ? '' : `${label(put.what)}: `}
          {put.before != null && <del>{word(put, put.before)}</del>}
          {put.before != null && put.after != null && ' → '}
          {put.after != null ? <ins>{word(put, put.after)}</ins> : put.before != null && ' taken out'}
        </li>
      ))}
    </ul>
  );
}

/** A word of the format as people read it; a line of a step, a name or a number as it is. */
function word(put: Schemas['RecordChange'], text: string): string {
  return ['mounting', 'standard', 'source', 'part'].includes(put.what) ? label(text) : text;
}

function OverlaidWays({ before, after }: { before: Verdict; after: Verdict }) {
  const unit = useWorkpiece();
  const [selected, setSelected] = useState<string | null>(null);
  // Only what moved stands twice.
  const then = wayInParts(before, 0).parts;
  const now = wayInParts(after, 1).parts;
  const stays = (id: string, seconds: number, others: typeof then) =>
    others.some((other) => other.id.slice(2) === id.slice(2) && Math.abs(other.value - seconds) < 0.05);
  const parts = [...then, ...now.filter((part) => !stays(part.id, part.value, then))];
  const layers = [
    ...before.layers,
    ...after.layers.filter((layer) => before.layers.every((one) => one.name !== layer.name)),
  ];
  return (
    <ChartCard
      title="Way in, before and after"
      note="minutes there and back; what moved stands twice"
      file={`${before.modelCode}-what-if`}
      chart={
        <WayIn
          parts={parts}
          layers={layers.map((layer) => ({ name: layer.name, under: layer.under ?? null }))}
          units={['as it is', 'with the changes']}
          selected={selected}
          onSelect={(id) => setSelected(id === selected ? null : id)}
        />
      }
      table={
        <table className="plain">
          <thead>
            <tr>
              <th scope="col">part</th>
              <th scope="col" className="numeric">
                as it is
              </th>
              <th scope="col" className="numeric">
                with the changes
              </th>
            </tr>
          </thead>
          <tbody>
            {after.kinds.flatMap((kind) =>
              kind.parts.map((part) => {
                const old = before.kinds.flatMap((one) => one.parts).find((one) => one.id === part.id);
                return (
                  <tr key={part.id}>
                    <th scope="row">{headOf(unit, part.id)}</th>
                    <td className="numeric">{old?.route == null ? 'none' : minutes(old.route.effort)}</td>
                    <td className="numeric">{part.route == null ? 'none' : minutes(part.route.effort)}</td>
                  </tr>
                );
              }),
            )}
          </tbody>
        </table>
      }
    />
  );
}

function OverlaidLedgers({ before, after }: { before: Verdict; after: Verdict }) {
  const [index, setIndex] = useState<'repair' | 'upgrade'>('repair');
  const of = (verdict: Verdict) => (index === 'repair' ? verdict.repairLedger : verdict.upgradeLedger);
  const [then, now] = [of(before), of(after)];
  // Without a figure there is nothing to go down to.
  if (then.index === null || now.index === null) return null;
  const [old, fresh] = [spent(then.index, then.lines), spent(now.index, now.lines)];
  const cost = (ledger: typeof old, name: string) => ledger.costs.find((one) => one.name === name)?.points ?? 0;
  const kinds = [...new Set([...old.costs, ...fresh.costs].map((one) => one.name))].sort(
    (a, b) => cost(old, b) - cost(fresh, b) - (cost(old, a) - cost(fresh, a)),
  );
  return (
    <ChartCard
      title="Ledger, before and after"
      note={<Choice index={index} onIndex={setIndex} />}
      file={`${before.modelCode}-what-if-ledger-${index}`}
      chart={
        <LedgerChart
          name={index === 'repair' ? 'Repair' : 'Upgrade'}
          ledgers={[old, fresh]}
          names={['as it is', 'with the changes']}
        />
      }
      table={
        <table className="plain">
          <thead>
            <tr>
              <th scope="col">kind</th>
              <th scope="col" className="numeric">
                points it costs as it is
              </th>
              <th scope="col" className="numeric">
                with the changes
              </th>
            </tr>
          </thead>
          <tbody>
            {kinds.map((name) => (
              <tr key={name}>
                <th scope="row">{name}</th>
                <td className="numeric">{cost(old, name).toFixed(2)}</td>
                <td className="numeric">{cost(fresh, name).toFixed(2)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      }
    />
  );
}

interface SmallestProps {
  unit: Unit;
  index: Index;
  /** Changes to choose from. */
  candidates: readonly string[];
  /** Whether they are the ones that are ticked. */
  ofChosen: boolean;
  /** All that bring anything by themselves. */
  all: readonly string[];
  now: number | null;
  titles: ReadonlyMap<string, string>;
  onTake: (changes: readonly string[]) => void;
}

/** What stands behind a smallest set. */
function howSure({ exact, left, tried, sets }: Schemas['SmallestSetView']): string {
  if (left) return `Left after ${tried} of ${sets} sets, for want of time: there may be a better one.`;
  return exact
    ? 'Every set was tried: there is no smaller one.'
    : 'The best change was added again and again; there may be a smaller set.';
}

function Smallest({ unit, index, candidates, ofChosen, all, now, titles, onTake }: SmallestProps) {
  const [figure, setFigure] = useState<number | null>(now === null ? null : Math.min(100, Math.ceil(now / 5) * 5 + 5));
  const work = useLongWork<Schemas['SmallestSetView'], Schemas['SmallestSetAsked']>(
    `/api/units/${unit.id}/what-if/smallest`,
  );
  const { result, asked } = work;
  const nameOf = (of: Index) =>
    of === 'repair' ? 'Repair' : of === 'upgrade' ? 'Upgrade' : 'Repair and Upgrade together';
  return (
    <section className="card" aria-label="Smallest set">
      <div className="bench-head">
        <h2>The fewest changes that bring {nameOf(index)} to</h2>
        <InputNumber<number>
          aria-label="Figure to reach"
          size="small"
          min={0}
          max={100}
          value={figure}
          onChange={setFigure}
        />
        <Button
          size="small"
          type="primary"
          disabled={figure === null || candidates.length === 0 || work.progress !== null}
          onClick={() => figure !== null && work.start({ index, figure, among: [...candidates] })}
        >
          {ofChosen ? `Out of the ${candidates.length} chosen` : `Out of the best ${candidates.length}`}
        </Button>
        {all.length > mostExact && !ofChosen && (
          <Button
            size="small"
            disabled={figure === null || work.progress !== null}
            onClick={() => figure !== null && work.start({ index, figure, among: [...all] })}
          >
            Out of all {all.length}, one after the other
          </Button>
        )}
      </div>
      {work.problem !== null && <ProblemNote problem={work.problem} />}
      {work.progress !== null && <Watched progress={work.progress} what="Sets tried" onStop={work.stop} />}
      {result !== null && asked !== null && work.progress === null && (
        <div role="status">
          <p>
            {result.changes.length === 0 && result.reached ? (
              'It is there already.'
            ) : (
              <>
                {result.reached
                  ? `${result.changes.length === 1 ? 'One change does it' : `${result.changes.length} changes do it`}: `
                  : result.left
                    ? 'It was not reached in the time that there is; nearest until then: '
                    : 'It is not reached; these come nearest: '}
                {nameOf(asked.index)} {indexText(result.after[asked.index])}, where {asked.figure} was asked for.{' '}
                {howSure(result)}
              </>
            )}
          </p>
          {result.changes.length > 0 && (
            <>
              <ul>
                {result.changes.map((id) => (
                  <li key={id}>{titles.get(id) ?? id}</li>
                ))}
              </ul>
              <Button size="small" onClick={() => onTake(result.changes)}>
                Choose these
              </Button>
            </>
          )}
        </div>
      )}
    </section>
  );
}
