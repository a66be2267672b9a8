import { Select } from 'antd';
import { useQuery } from '@tanstack/react-query';
import { useVirtualizer } from '@tanstack/react-virtual';
import { memo, useMemo, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { api, asProblem, type PartKind, type Schemas, take } from '../../api/client';
import { ProblemNote } from '../../app/ProblemNote';
import { axisItem, spanOf } from '../../charts/axis';
import { ChartCard } from '../../charts/ChartCard';
import { IndexAxis } from '../../charts/IndexAxis';
import { ValueChart } from '../../charts/ValueChart';
import { hasFigure, IndexFigure, indexText } from '../../record/IndexFigure';
import { label, short } from '../../words';
import { cell, difference, type Filter, type Index, indices, kindsOf, matches, ordered, type Unit } from './field';
import { Takeaway } from './Takeaway';

type Rubric = Schemas['RubricView'];

interface FieldViewProps {
  field: readonly Unit[];
  /** What the grid shows of it: places and groups are those of the whole field. */
  filter: Filter;
  /** What the charts show, which follow a moment later. */
  later: Filter;
  rubric: Rubric;
}

/** The field: both axes with ranges, who cannot be told apart, the grid kind by kind, and value for the price. */
export function FieldView({ field, filter, later, rubric }: FieldViewProps) {
  const [index, setIndex] = useState<Index>('combined');
  const [reference, setReference] = useState<string | null>(null);
  const order = useMemo(() => ordered(field, index), [field, index]);
  const seen = new Set(field.filter((unit) => matches(unit, filter)).map((unit) => unit.id));
  const against = field.find((unit) => unit.id === reference);
  const builds = new Set(field.map((unit) => unit.desktop)).size;
  const name = indices.find((one) => one.value === index)?.label ?? '';
  return (
    <>
      <div className="filters">
        <Select<Index>
          aria-label="Order by"
          showSearch={{ optionFilterProp: 'label' }}
          value={index}
          options={[...indices]}
          popupMatchSelectWidth={false}
          onChange={setIndex}
        />
        <Select<string>
          className="reference"
          aria-label="Differences from"
          placeholder="Differences from"
          allowClear
          showSearch={{ optionFilterProp: 'label' }}
          value={reference}
          options={field.map((unit) => ({ value: unit.id, label: `${unit.maker} ${unit.model}, ${unit.modelCode}` }))}
          popupMatchSelectWidth={false}
          onChange={(id: string | undefined) => setReference(id ?? null)}
        />
        <span className="grow" />
        <Takeaway units={field} />
      </div>
      {builds > 1 && (
        <p className="note">
          A desktop and a notebook are different builds: their indices are of different kinds. Pair lays two of them
          side by side on what both have.
        </p>
      )}
      <section className="card" aria-label="Kind by kind">
        <h2>
          Kind by kind, by {name}
          {seen.size < field.length && `: ${seen.size} of ${field.length} shown`}
        </h2>
        <Grid units={order} seen={seen} index={index} against={against} />
        <p className="note">
          Units of a group, between two lines, cannot all be told apart by more than {rubric.resolution} points. –: not
          seen enough to say.
        </p>
      </section>
      {against !== undefined && <InWords key={against.id} field={field} seen={seen} against={against} />}
      <Axes field={field} later={later} index={index} resolution={rubric.resolution} />
      <Value field={field} later={later} index={index} currency={rubric.currency} />
    </>
  );
}

/** Rows up to which all are laid out, and how high one is, px. */
const mostAtOnce = 60;
const rowHeight = 37;

/** Units of which the differences are said in words. */
const mostInWords = 12;

/** What sets the others apart from one of them, in words. */
function InWords({ field, seen, against }: { field: readonly Unit[]; seen: ReadonlySet<string>; against: Unit }) {
  const others = field.filter((unit) => unit !== against && seen.has(unit.id));
  const told = others.slice(0, mostInWords).map((unit) => unit.id);
  const { data, error } = useQuery({
    queryKey: ['in words', against.id, told],
    queryFn: ({ signal }) =>
      take(api.GET('/api/compare/words', { params: { query: { reference: against.id, unit: told } }, signal })),
    enabled: told.length > 0,
  });
  const name = (id: string) => field.find((unit) => unit.id === id)?.model ?? id;
  return (
    <section className="card in-words" aria-label="In words">
      <h2>Beside {against.model}, in words</h2>
      {error !== null && <ProblemNote problem={asProblem(error)} />}
      <dl>
        {data?.map((unit) => (
          <div key={unit.id}>
            <dt>{name(unit.id)}</dt>
            {unit.sentences.map((sentence) => (
              <dd key={sentence}>{sentence}</dd>
            ))}
          </div>
        ))}
      </dl>
      {others.length > told.length && (
        <p className="note">
          Of {others.length} units the first {told.length}: narrow the field for others.
        </p>
      )}
    </section>
  );
}

interface ChartProps {
  field: readonly Unit[];
  later: Filter;
  index: Index;
}

/** Both indices as axes. It follows the filter only when that has come to rest. */
const Axes = memo(function Axes({ field, later, index, resolution }: ChartProps & { resolution: number }) {
  const navigate = useNavigate();
  const open = (id: string) => void navigate(`/units/${id}/verdict`);
  const itemsOf = (some: readonly Unit[], of: 'repair' | 'upgrade') =>
    some.map((unit) => axisItem(unit, unit[of].quantity));
  const units = field.filter((unit) => matches(unit, later));
  // Both axes span the same, and stay as they are while the field is narrowed.
  const span = spanOf([...itemsOf(field, 'repair'), ...itemsOf(field, 'upgrade')]);
  const [repair, upgrade] = [itemsOf(units, 'repair'), itemsOf(units, 'upgrade')];
  return (
    <ChartCard
      title="Both indices"
      file="field-axes"
      note={`not told apart within ${resolution} points`}
      chart={
        <>
          <IndexAxis name="Repair" items={repair} span={span} onOpen={open} />
          <IndexAxis name="Upgrade" items={upgrade} span={span} onOpen={open} />
        </>
      }
      table={<Standings units={ordered(units, index)} />}
    />
  );
});

/** Index against price, likewise. */
const Value = memo(function Value({ field, later, index, currency }: ChartProps & { currency: string }) {
  const units = field.filter((unit) => matches(unit, later));
  const priced = units.filter((unit) => unit.price != null && hasFigure(unit[index].quantity));
  const name = indices.find((one) => one.value === index)?.label ?? '';
  return (
    <ChartCard
      title="Value for the price"
      file={`field-value-${index}`}
      note={`${name} against price; filled: best at or below its price`}
      chart={
        <ValueChart
          name={name}
          currency={currency}
          units={priced.map((unit) => ({
            id: unit.id,
            text: short(unit.model),
            price: unit.price ?? 0,
            low: unit[index].quantity.low,
            value: unit[index].quantity.value ?? 0,
            high: unit[index].quantity.high,
            best: unit[index].bestForPrice,
          }))}
        />
      }
      table={
        <table className="plain">
          <thead>
            <tr>
              <th scope="col">unit</th>
              <th scope="col" className="numeric">
                price, {currency}
              </th>
              <th scope="col" className="numeric">
                {name}
              </th>
              <th scope="col">for its price</th>
            </tr>
          </thead>
          <tbody>
            {[...priced]
              .sort((a, b) => (a.price ?? 0) - (b.price ?? 0))
              .map((unit) => (
                <tr key={unit.id}>
                  <th scope="row">{unit.model}</th>
                  <td className="numeric">{unit.price}</td>
                  <td className="numeric">{indexText(unit[index].quantity)}</td>
                  <td>
                    {unit[index].bestForPrice ? 'best at or below its price' : 'beaten by one that costs no more'}
                  </td>
                </tr>
              ))}
          </tbody>
        </table>
      }
    >
      {priced.length < units.length && (
        <p className="note">
          Left out, because their price is not known or they have no figure yet:{' '}
          {units
            .filter((unit) => !priced.includes(unit))
            .map((unit) => unit.model)
            .join(', ')}
          .
        </p>
      )}
    </ChartCard>
  );
});

function Standings({ units }: { units: readonly Unit[] }) {
  return (
    <table className="plain">
      <thead>
        <tr>
          <th scope="col">unit</th>
          {indices.map((one) => (
            <th key={one.value} scope="col">
              {one.label}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {units.map((unit) => (
          <tr key={unit.id}>
            <th scope="row">{unit.model}</th>
            {indices.map((one) => (
              <td key={one.value}>
                {indexText(unit[one.value].quantity)}
                {unit[one.value].group > 0 && `, group ${unit[one.value].group}`}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

interface GridProps {
  units: readonly Unit[];
  /** Ids of those that are shown. */
  seen: ReadonlySet<string>;
  index: Index;
  against: Unit | undefined;
}

function Grid({ units, seen, index, against }: GridProps) {
  const ofKinds = index === 'upgrade' ? 'upgrade' : 'repair';
  const kinds = useMemo(() => kindsOf(units, ofKinds), [units, ofKinds]);
  const all = useMemo(() => {
    const groupOf = (unit: Unit) => `${unit.desktop ? 'desktop' : 'notebook'} ${unit[index].group}`;
    return units.map((unit, i) => {
      const before = units[i - 1];
      return {
        unit,
        opensGroup: before !== undefined && groupOf(before) !== groupOf(unit),
      };
    });
  }, [units, index]);
  const rows = all.filter(({ unit }) => seen.has(unit.id));
  // Of a long field only what is in view is laid out.
  const isLong = rows.length > mostAtOnce;
  const box = useRef<HTMLDivElement>(null);
  // eslint-disable-next-line react-hooks/incompatible-library -- nothing here is memoised by a compiler
  const window = useVirtualizer({
    count: rows.length,
    getScrollElement: () => box.current,
    estimateSize: () => rowHeight,
    overscan: 10,
    enabled: isLong,
  });
  const inView = isLong ? window.getVirtualItems() : [];
  const shown = isLong ? inView.map((item) => item.index) : rows.map((_, i) => i);
  const above = inView[0]?.start ?? 0;
  const below = isLong ? window.getTotalSize() - (inView.at(-1)?.end ?? 0) : 0;
  return (
    <div
      className={isLong ? 'grid-scroll long' : 'grid-scroll'}
      ref={box}
      {...(isLong && { tabIndex: 0, role: 'region', 'aria-label': 'Kind by kind, to scroll' })}
    >
      <table className="plain field-grid" aria-rowcount={rows.length + 1}>
        <thead>
          <tr>
            <th scope="col">unit</th>
            <th scope="col" className="numeric">
              index
            </th>
            <th scope="col">group</th>
            {kinds.map((kind) => (
              <th key={kind} scope="col" className="turned">
                <span>{label(kind)}</span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {above > 0 && <Space height={above} />}
          {shown.map((i) => {
            const row = rows[i];
            return (
              row !== undefined && (
                <Row key={row.unit.id} position={i + 2} index={index} kinds={kinds} against={against} {...row} />
              )
            );
          })}
          {below > 0 && <Space height={below} />}
        </tbody>
      </table>
    </div>
  );
}

/** The room of rows that are not in view. */
function Space({ height }: { height: number }) {
  return (
    <tr aria-hidden="true" className="space">
      <td style={{ height }} />
    </tr>
  );
}

function groupText(unit: Unit, group: number): string {
  if (group === 0) return 'draft';
  return `${unit.desktop ? 'desktop ' : ''}${group}`;
}

interface RowProps {
  unit: Unit;
  /** Which row of the table it is, the heading being the first. */
  position: number;
  index: Index;
  kinds: readonly PartKind[];
  against: Unit | undefined;
  opensGroup: boolean;
}

const Row = memo(function Row({ unit, position, index, kinds, against, opensGroup }: RowProps) {
  const ofKinds = index === 'upgrade' ? 'upgrade' : 'repair';
  const standing = unit[index];
  return (
    <tr aria-rowindex={position} className={opensGroup ? 'opens-group' : undefined}>
      <th scope="row">
        <Link to={`/units/${unit.id}/verdict`}>{unit.model}</Link> <span className="code second">{unit.modelCode}</span>
      </th>
      <td className="numeric">
        <IndexFigure index={standing.quantity} />
        {against !== undefined &&
          against !== unit &&
          hasFigure(standing.quantity) &&
          hasFigure(against[index].quantity) && (
            <span className="apart"> {difference(standing.quantity.value, against[index].quantity.value, 1)}</span>
          )}
      </td>
      <td>{groupText(unit, standing.group)}</td>
      {kinds.map((kind) => {
        const own = cell(unit, ofKinds, kind);
        return (
          <td key={kind} className={own.text === 'absent' ? 'numeric absent' : 'numeric'}>
            {own.value === null && own.text === '–' ? (
              <span title="not seen enough">
                <span aria-hidden="true">–</span>
                <span className="unseen">not seen enough</span>
              </span>
            ) : against === undefined || against === unit ? (
              own.text
            ) : (
              difference(own.value, cell(against, ofKinds, kind).value, 2) || own.text
            )}
          </td>
        );
      })}
    </tr>
  );
});
