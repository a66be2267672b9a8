import { useQuery } from '@tanstack/react-query';
import { Select, Slider } from 'antd';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { api, asProblem, type PartKind, type Schemas, take } from '../../api/client';
import { useVerdict } from '../../api/queries';
import { Anew, Failed, Loading } from '../../app/states';
import { ChartCard } from '../../charts/ChartCard';
import { WayIn } from '../../charts/WayIn';
import { minutes, percent } from '../../format';
import { IndexBar, IndexFigure, indexText } from '../../record/IndexFigure';
import { heading, label } from '../../words';
import { wayInParts } from '../../record/wayInParts';
import { flipWords, indices, type Unit } from './field';

type Pair = Schemas['PairView'];
type OfKinds = 'repair' | 'upgrade';

/** Two units: who is ahead on what is known, by which weight that would turn, and both ways in on one line. */
export function PairView({ units, rubric }: { units: readonly Unit[]; rubric: Schemas['RubricView'] }) {
  const [search, setSearch] = useSearchParams();
  const first = units.find((unit) => unit.id === search.get('first')) ?? units[0];
  const second =
    units.find((unit) => unit.id === search.get('second') && unit !== first) ?? units.find((unit) => unit !== first);
  const choose = (name: 'first' | 'second', id: string) => {
    const now = new URLSearchParams(search);
    now.set(name, id);
    setSearch(now, { replace: true });
  };
  const pair = useQuery({
    queryKey: ['pair', first?.id, second?.id],
    queryFn: ({ signal }) =>
      take(
        api.GET('/api/compare/pair', {
          params: { query: { first: first?.id ?? '', second: second?.id ?? '' } },
          signal,
        }),
      ),
    enabled: first !== undefined && second !== undefined,
  });
  if (first === undefined || second === undefined) return null;
  const options = units.map((unit) => ({ value: unit.id, label: `${unit.maker} ${unit.model}, ${unit.modelCode}` }));
  return (
    <>
      <div className="compare-choice">
        <Select<string>
          aria-label="First unit"
          className="word"
          showSearch={{ optionFilterProp: 'label' }}
          value={first.id}
          options={options.filter((option) => option.value !== second.id)}
          onChange={(id) => choose('first', id)}
        />
        <Select<string>
          aria-label="Second unit"
          className="word"
          showSearch={{ optionFilterProp: 'label' }}
          value={second.id}
          options={options.filter((option) => option.value !== first.id)}
          onChange={(id) => choose('second', id)}
        />
      </div>
      {pair.data === undefined ? (
        pair.error === null ? (
          <Loading what="both units" />
        ) : (
          <Failed problem={asProblem(pair.error)} onRetry={() => void pair.refetch()} />
        )
      ) : (
        <>
          <Ahead pair={pair.data} first={first} second={second} resolution={rubric.resolution} />
          <Flips key={`${first.id} ${second.id}`} pair={pair.data} first={first} second={second} units={units} />
        </>
      )}
      <Overlay first={first} second={second} />
    </>
  );
}

interface Both {
  pair: Pair;
  first: Unit;
  second: Unit;
}

function Ahead({ pair, first, second, resolution }: Both & { resolution: number }) {
  return (
    <section className="card" aria-label="Indices">
      {!pair.sameBuild && (
        <p className="note">
          A desktop and a notebook are different builds: they are judged on the kinds that both have,{' '}
          {percent(pair.repairShare)} of the weight in Repair and {percent(pair.upgradeShare)} in Upgrade.
        </p>
      )}
      <table className="plain compare">
        <thead>
          <tr>
            <th scope="col">index{pair.sameBuild ? '' : ', on what both have'}</th>
            <th scope="col">{first.model}</th>
            <th scope="col">{second.model}</th>
            <th scope="col">who is ahead</th>
          </tr>
        </thead>
        <tbody>
          {indices.map(({ value: index }) => (
            <tr key={index}>
              <th scope="row">{heading(index)}</th>
              {[pair.first, pair.second].map((unit, i) => (
                <td key={i}>
                  <span className="kind-figure">
                    <IndexBar index={unit[index]} />
                    <span>
                      <IndexFigure index={unit[index]} />
                    </span>
                  </span>
                </td>
              ))}
              <td>
                {pair[index] === 'neither'
                  ? `not separable: the ranges are not more than ${resolution} apart`
                  : `${pair[index] === 'first' ? first.model : second.model} is ahead`}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** Which weight would have to be what; and a weight to drag, with the order that goes with it. */
function Flips({ pair, first, second, units }: Both & { units: readonly Unit[] }) {
  const [index, setIndex] = useState<OfKinds>('repair');
  const flips = index === 'repair' ? pair.repairFlips : pair.upgradeFlips;
  const turning = flips.filter((flip) => flip.at != null);
  const nearest = [...turning].sort((a, b) => Math.abs((a.at ?? 0) - a.weight) - Math.abs((b.at ?? 0) - b.weight));
  const firstLeads = (pair.first[index].value ?? 0) >= (pair.second[index].value ?? 0);
  const [kind, setKind] = useState<PartKind | null>(null);
  const dragged = flips.find((flip) => flip.kind === kind) ?? nearest[0] ?? flips[0];
  return (
    <section className="card" aria-label="What would change the order">
      <div className="bench-head">
        <h2>What would change the order</h2>
        <span className="grow" />
        <Select<OfKinds>
          aria-label="Order in"
          showSearch={{ optionFilterProp: 'label' }}
          size="small"
          value={index}
          options={[
            { value: 'repair', label: 'Repair' },
            { value: 'upgrade', label: 'Upgrade' },
          ]}
          onChange={(next) => {
            setIndex(next);
            setKind(null);
          }}
        />
      </div>
      {turning.length === 0 ? (
        <p>No weight of a single kind makes them change places: the order rests on more than one.</p>
      ) : (
        <>
          <FlipList {...{ first, second, firstLeads }} flips={nearest.slice(0, few)} />
          {nearest.length > few && (
            <details>
              <summary>{nearest.length - few} more, further from the rubric</summary>
              <FlipList {...{ first, second, firstLeads }} flips={nearest.slice(few)} />
            </details>
          )}
        </>
      )}
      {dragged !== undefined && (
        <Dragged
          key={`${index} ${dragged.kind}`}
          index={index}
          flip={dragged}
          flips={flips}
          units={units}
          pair={[first.id, second.id]}
          onKind={setKind}
        />
      )}
    </section>
  );
}

const few = 5;

interface FlipListProps {
  first: Unit;
  second: Unit;
  firstLeads: boolean;
  flips: readonly Schemas['FlipPoint'][];
}

function FlipList({ first, second, firstLeads, flips }: FlipListProps) {
  return (
    <ul className="flips">
      {flips.map((flip) => (
        <li key={flip.kind}>
          {flipWords(first.model, second.model, firstLeads, label(flip.kind), flip.weight, flip.at ?? 0)}, the others in
          proportion.
        </li>
      ))}
    </ul>
  );
}

interface DraggedProps {
  index: OfKinds;
  flip: Schemas['FlipPoint'];
  flips: readonly Schemas['FlipPoint'][];
  units: readonly Unit[];
  pair: readonly [string, string];
  onKind: (kind: PartKind) => void;
}

function Dragged({ index, flip, flips, units, pair, onKind }: DraggedProps) {
  const sum = flips.reduce((all, one) => all + one.weight, 0);
  const [weight, setWeight] = useState(flip.weight);
  const tried = useQuery({
    queryKey: ['weight', index, flip.kind, weight, units.map((unit) => unit.id)],
    queryFn: ({ signal }) =>
      take(
        api.POST('/api/compare/weight', {
          body: { units: units.map((unit) => unit.id), index, kind: flip.kind, weight },
          signal,
        }),
      ),
    placeholderData: (before) => before,
  });
  const order = [...(tried.data ?? [])].sort(
    (a, b) => (a.place ?? Infinity) - (b.place ?? Infinity) || b.quantity.low - a.quantity.low,
  );
  return (
    <div className="dragged">
      <div className="dragged-head">
        <Select<PartKind>
          aria-label="Kind whose weight is dragged"
          showSearch={{ optionFilterProp: 'label' }}
          size="small"
          value={flip.kind}
          options={flips.map((one) => ({ value: one.kind, label: label(one.kind) }))}
          popupMatchSelectWidth={false}
          onChange={onKind}
        />
        <Slider
          className="weight-slider"
          ariaLabelForHandle={`Weight of ${label(flip.kind)}`}
          min={0}
          max={Math.floor(sum * 0.9)}
          step={0.5}
          value={weight}
          onChange={setWeight}
        />
        <span>
          weighs <b>{weight}</b> of {sum}
          {weight === flip.weight ? ', as in the rubric' : `, ${flip.weight} in the rubric`}
        </span>
        <Anew of={tried} />
      </div>
      <ol className="dragged-order" aria-label="Order with this weight">
        {order.map((unit) => {
          const own = units.find((one) => one.id === unit.id);
          return (
            <li
              key={unit.id}
              {...(unit.place !== null && { value: unit.place })}
              className={`${pair.includes(unit.id) ? 'of-pair' : ''} ${unit.place === null ? 'not-placed' : ''}`}
            >
              {own?.model} <span className="second">{indexText(unit.quantity)}</span>
            </li>
          );
        })}
      </ol>
    </div>
  );
}

function Overlay({ first, second }: { first: Unit; second: Unit }) {
  const [one, other] = [useVerdict(first.id), useVerdict(second.id)];
  const [selected, setSelected] = useState<string | null>(null);
  if (one.data === undefined || other.data === undefined) return <Loading what="both ways in" />;
  const parts = [...wayInParts(one.data, 0).parts, ...wayInParts(other.data, 1).parts];
  const layers = [...one.data.layers, ...other.data.layers].filter(
    (layer, i, all) => all.findIndex((same) => same.name === layer.name) === i,
  );
  const rows = [one.data, other.data].flatMap((verdict) =>
    verdict.kinds.flatMap((kind) => kind.parts.map((part) => ({ verdict, kind, part }))),
  );
  return (
    <ChartCard
      title="Both ways in"
      note="minutes there and back"
      file={`${first.modelCode}-${second.modelCode}-ways-in`}
      chart={
        <WayIn
          parts={parts}
          layers={layers.map((layer) => ({ name: layer.name, under: layer.under ?? null }))}
          units={[first.model, second.model]}
          selected={selected}
          onSelect={(id) => setSelected(id === selected ? null : id)}
        />
      }
      table={
        <table className="plain">
          <thead>
            <tr>
              <th scope="col">unit</th>
              <th scope="col">part</th>
              <th scope="col" className="numeric">
                there and back
              </th>
            </tr>
          </thead>
          <tbody>
            {rows.map(({ verdict, kind, part }) => (
              <tr key={`${verdict.id} ${part.id}`}>
                <th scope="row">{verdict.model}</th>
                <td>
                  {heading(kind.kind)} <span className="code">{part.id}</span>
                </td>
                <td className="numeric">{part.route == null ? 'unknown' : minutes(part.route.effort)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      }
    />
  );
}
