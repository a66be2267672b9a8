import { Select } from 'antd';
import { useSearchParams } from 'react-router';
import { asProblem, type PartKind, type Schemas, type ShelfUnit, type Verdict } from '../../api/client';
import { useComparison, useShelf } from '../../api/queries';
import { Empty, Failed, Loading } from '../../app/states';
import { RangeBar } from '../../charts/RangeBar';
import { indexRange, indexValue, share } from '../../format';
import { leastEffort } from '../../record/effort';
import { heading } from '../../words';

type Comparison = Schemas['CompareView'];

/** Two units side by side under one rubric, kind by kind. */
export function Compare() {
  const shelf = useShelf();
  const [search, setSearch] = useSearchParams();
  const units = shelf.data?.units ?? [];
  const first = search.get('first') ?? units[0]?.id ?? '';
  const second = search.get('second') ?? units.find((unit) => unit.id !== first)?.id ?? '';
  const comparison = useComparison(first, second);
  if (shelf.data === undefined) {
    return shelf.error === null ? (
      <Loading what="the shelf" />
    ) : (
      <Failed problem={asProblem(shelf.error)} onRetry={() => void shelf.refetch()} />
    );
  }
  return (
    <>
      <header className="screen-head">
        <h1>Compare</h1>
        <span className="second">
          {shelf.data.rubric.name}, revision {shelf.data.rubric.revision}
        </span>
      </header>
      {units.length < 2 ? (
        <Empty>
          <h2>Two units are needed</h2>
          <p>There {units.length === 1 ? 'is one' : 'are none'} on the shelf.</p>
        </Empty>
      ) : (
        <>
          <div className="compare-choice">
            <UnitChoice
              name="First unit"
              units={units}
              value={first}
              onChange={(id) => setSearch({ first: id, second })}
            />
            <UnitChoice
              name="Second unit"
              units={units}
              value={second}
              onChange={(id) => setSearch({ first, second: id })}
            />
          </div>
          {comparison.data === undefined ? (
            comparison.error === null ? (
              <Loading what="both units" />
            ) : (
              <Failed problem={asProblem(comparison.error)} onRetry={() => void comparison.refetch()} />
            )
          ) : (
            <SideBySide comparison={comparison.data} resolution={shelf.data.rubric.resolution} />
          )}
        </>
      )}
    </>
  );
}

function UnitChoice({
  name,
  units,
  value,
  onChange,
}: {
  name: string;
  units: ShelfUnit[];
  value: string;
  onChange: (id: string) => void;
}) {
  return (
    <Select
      aria-label={name}
      className="word"
      showSearch={{ optionFilterProp: 'label' }}
      value={value}
      options={units.map((unit) => ({ value: unit.id, label: `${unit.maker} ${unit.model}, ${unit.modelCode}` }))}
      onChange={onChange}
    />
  );
}

function SideBySide({ comparison, resolution }: { comparison: Comparison; resolution: number }) {
  const { first, second } = comparison;
  return (
    <>
      {!comparison.sameBuild && (
        <p className="note">
          A desktop and a notebook are different builds: only the kinds that both have can be laid side by side, and no
          index says who is ahead.
        </p>
      )}
      <section className="card" aria-label="Indices">
        <table className="plain compare">
          <thead>
            <tr>
              <th scope="col">index</th>
              <th scope="col">{first.model}</th>
              <th scope="col">{second.model}</th>
              <th scope="col">who is ahead</th>
            </tr>
          </thead>
          <tbody>
            {(['repair', 'upgrade', 'combined'] as const).map((index) => (
              <tr key={index}>
                <th scope="row">{heading(index)}</th>
                {[first, second].map((unit) => (
                  <td key={unit.id}>
                    <span className="kind-figure">
                      <RangeBar quantity={unit[index]} to={100} />
                      <span>
                        <b>{indexValue(unit[index])}</b> {indexRange(unit[index])}
                      </span>
                    </span>
                  </td>
                ))}
                <td>{ahead(comparison, index, resolution)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      <section className="card" aria-label="Kind by kind">
        <table className="plain compare">
          <thead>
            <tr>
              <th scope="col" rowSpan={2}>
                kind
              </th>
              <th scope="colgroup" colSpan={2}>
                repair, 0 to 1
              </th>
              <th scope="colgroup" colSpan={2}>
                upgrade, 0 to 1
              </th>
              <th scope="colgroup" colSpan={2}>
                least effort
              </th>
            </tr>
            <tr>
              {['repair', 'upgrade', 'effort'].flatMap((column) =>
                [first, second].map((unit) => (
                  <th key={`${column} ${unit.id}`} scope="col">
                    {unit.model}
                  </th>
                )),
              )}
            </tr>
          </thead>
          <tbody>
            {kindsOf(comparison).map((kind) => (
              <tr key={kind}>
                <th scope="row">{heading(kind)}</th>
                {[first, second].map((unit) => (
                  <Score key={`r ${unit.id}`} unit={unit} kind={kind} index="repair" />
                ))}
                {[first, second].map((unit) => (
                  <Score key={`u ${unit.id}`} unit={unit} kind={kind} index="upgrade" />
                ))}
                {[first, second].map((unit) => (
                  <td key={`e ${unit.id}`}>{leastEffort(unit.kinds.find((other) => other.kind === kind))}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </section>
    </>
  );
}

function Score({ unit, kind, index }: { unit: Verdict; kind: PartKind; index: 'repair' | 'upgrade' }) {
  const view = unit.kinds.find((other) => other.kind === kind);
  const score = view?.[index];
  if (view?.absent === true) return <td className="second">absent{index === 'upgrade' && score != null && ': 0'}</td>;
  if (score == null) return <td />;
  return (
    <td>
      <span className="kind-figure">
        <RangeBar quantity={score.score} to={1} />
        <span>{score.score.coverage === 0 ? 'unknown' : share(score.score)}</span>
      </span>
    </td>
  );
}

/** The kinds that count in an index of either. */
function kindsOf({ first, second, sameBuild }: Comparison): PartKind[] {
  const counts = (unit: Verdict) => unit.kinds.filter((kind) => kind.repair !== null || kind.upgrade !== null);
  const has = (unit: Verdict) =>
    new Set(
      counts(unit)
        .filter((kind) => !kind.absent)
        .map((kind) => kind.kind),
    );
  const all = [...new Set([...counts(first), ...counts(second)].map((kind) => kind.kind))];
  return sameBuild ? all : all.filter((kind) => has(first).has(kind) && has(second).has(kind));
}

function ahead(comparison: Comparison, index: 'repair' | 'upgrade' | 'combined', resolution: number): string {
  if (!comparison.sameBuild) return 'different builds';
  const { first, second } = comparison;
  switch (comparison[index]) {
    case 'first':
      return `${first.model} is ahead`;
    case 'second':
      return `${second.model} is ahead`;
    default:
      return `not separable: the ranges are not ${resolution} apart`;
  }
}
