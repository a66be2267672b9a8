import { Button, Input, InputNumber, Select } from 'antd';
import { useDeferredValue, useMemo, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { asProblem } from '../../api/client';
import { useField } from '../../api/queries';
import { machineClassValues } from '../../api/schema';
import { Anew, Empty, Failed, Loading } from '../../app/states';
import { compareViews } from '../../app/views';
import { label } from '../../words';
import { type Filter, matches, nothing, type Unit } from './field';
import { FieldView } from './FieldView';
import { OddsView } from './OddsView';
import { PairView } from './PairView';
import { SchoolsView } from './SchoolsView';
import './compare.css';

/** Any choice of units under one rubric: the field, a pair, how sure the order is, and under which rules. */
export function Compare() {
  const [search, setSearch] = useSearchParams();
  const shelf = useField([]);
  const [filter, setFilter] = useState<Filter>(nothing);
  // The grid follows every key; charts and the list of what is in the field a moment later.
  const later = useDeferredValue(filter);
  const chosen = useMemo(() => (search.get('units') ?? '').split(',').filter((id) => id !== ''), [search]);
  const view = compareViews.find((one) => one.id === search.get('view'))?.id ?? 'field';
  if (shelf.data === undefined) {
    return shelf.error === null ? (
      <Loading what="the shelf" />
    ) : (
      <Failed problem={asProblem(shelf.error)} onRetry={() => void shelf.refetch()} />
    );
  }
  const { rubric, units: all } = shelf.data;
  // A unit that is no longer on the shelf has left the field.
  const kept = chosen.filter((id) => all.some((unit) => unit.id === id));
  const ids = kept.length === 0 ? all.map((unit) => unit.id) : kept;
  const setChosen = (next: readonly string[]) => {
    const now = new URLSearchParams(search);
    if (next.length === 0 || next.length === all.length) now.delete('units');
    else now.set('units', next.join(','));
    setSearch(now, { replace: true });
  };
  const to = (id: string) => {
    const now = new URLSearchParams(search);
    now.set('view', id);
    return `?${now.toString()}`;
  };
  return (
    <>
      <header className="screen-head">
        <h1>Compare</h1>
        <span className="second">
          {ids.length} of {all.length} units under {rubric.name}, revision {rubric.revision}
        </span>
      </header>
      {all.length < 2 ? (
        <Empty>
          <h2>Two units are needed</h2>
          <p>There {all.length === 1 ? 'is one' : 'are none'} on the shelf.</p>
        </Empty>
      ) : (
        <>
          <Chooser all={all} chosen={ids} onChosen={setChosen} filter={filter} onFilter={setFilter} shown={later} />
          <nav className="views" aria-label="Views of the comparison">
            {compareViews.map((one) => (
              <Link key={one.id} to={to(one.id)} replace aria-current={one.id === view ? 'page' : undefined}>
                {one.name}
              </Link>
            ))}
          </nav>
          <Chosen ids={ids} whole={kept.length === 0} view={view} filter={filter} later={later} />
        </>
      )}
    </>
  );
}

interface ChosenProps {
  ids: readonly string[];
  whole: boolean;
  view: (typeof compareViews)[number]['id'];
  filter: Filter;
  later: Filter;
}

function Chosen({ ids, whole, view, filter, later }: ChosenProps) {
  // Places and groups are those within the field that is chosen.
  const field = useField(whole ? [] : ids);
  if (field.data === undefined) {
    return field.error === null ? (
      <Loading what="the field" />
    ) : (
      <Failed problem={asProblem(field.error)} onRetry={() => void field.refetch()} />
    );
  }
  const { rubric, units } = field.data;
  if (view !== 'field' && units.length < 2) {
    return (
      <Empty>
        <p>Choose at least two units.</p>
      </Empty>
    );
  }
  switch (view) {
    case 'pair':
      return <PairView units={units} rubric={rubric} />;
    case 'odds':
      return <OddsView key={ids.join()} units={units} />;
    case 'schools':
      return <SchoolsView key={ids.join()} units={units} />;
    default:
      return (
        <>
          <Anew of={field} />
          <FieldView field={units} filter={filter} later={later} rubric={rubric} />
        </>
      );
  }
}

interface ChooserProps {
  all: readonly Unit[];
  chosen: readonly string[];
  onChosen: (ids: readonly string[]) => void;
  filter: Filter;
  onFilter: (filter: Filter) => void;
  /** The filter as far as it is applied. */
  shown: Filter;
}

/** Filters the shelf and says which of it is in the field. */
function Chooser({ all, chosen, onChosen, filter, onFilter, shown }: ChooserProps) {
  const units = useMemo(() => all.filter((unit) => matches(unit, shown)), [all, shown]);
  const years = [...new Set(all.map((unit) => unit.year).filter((year) => year != null))].sort((a, b) => b - a);
  const inField = new Set(chosen);
  const [isOpen, setOpen] = useState(false);
  const check = (id: string, checked: boolean) =>
    onChosen(checked ? [...chosen, id] : chosen.filter((other) => other !== id));
  return (
    <details className="card chooser" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary>
        Units in the field: {chosen.length} of {all.length}
      </summary>
      <div className="filters">
        <Input
          className="find"
          aria-label="Find a unit for the field"
          placeholder="Find a unit"
          allowClear
          value={filter.text}
          onChange={(event) => onFilter({ ...filter, text: event.target.value })}
        />
        <Select
          mode="multiple"
          className="filter"
          aria-label="Field by class"
          placeholder="Class"
          value={filter.classes}
          options={machineClassValues.map((value) => ({ value, label: label(value) }))}
          onChange={(classes: string[]) => onFilter({ ...filter, classes })}
        />
        <Select
          mode="multiple"
          className="filter"
          aria-label="Field by year"
          placeholder="Year"
          value={filter.years}
          options={years.map((year) => ({ value: year, label: String(year) }))}
          onChange={(chosenYears: number[]) => onFilter({ ...filter, years: chosenYears })}
        />
        <InputNumber<number>
          aria-label="Field up to a price"
          placeholder="Price up to"
          min={0}
          value={filter.most}
          onChange={(most) => onFilter({ ...filter, most })}
        />
        <Button onClick={() => onChosen(units.map((unit) => unit.id))} disabled={units.length === 0}>
          These {units.length}
        </Button>
        <Button onClick={() => onChosen([])}>The whole shelf</Button>
      </div>
      <ul className="chooser-units">
        {isOpen &&
          units
            .slice(0, mostListed)
            .map((unit) => <ChooserRow key={unit.id} unit={unit} checked={inField.has(unit.id)} onCheck={check} />)}
      </ul>
      {units.length > mostListed && (
        <p className="note">
          The first {mostListed} of {units.length}: narrow them down for the others.
        </p>
      )}
    </details>
  );
}

/** Units of the chooser that are listed at once. */
const mostListed = 200;

interface ChooserRowProps {
  unit: Unit;
  checked: boolean;
  onCheck: (id: string, checked: boolean) => void;
}

/** The browser's own box: there may be hundreds. */
function ChooserRow({ unit, checked, onCheck }: ChooserRowProps) {
  return (
    <li>
      <label>
        <input type="checkbox" checked={checked} onChange={(event) => onCheck(unit.id, event.target.checked)} />{' '}
        {unit.maker} {unit.model} <span className="code">{unit.modelCode}</span>
      </label>
    </li>
  );
}
