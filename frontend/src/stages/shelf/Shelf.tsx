import { Button, Input, Select } from 'antd';
import { lazy, Suspense, useEffect, useRef, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { asProblem, type ShelfUnit } from '../../api/client';
import { useAsked, useShelf } from '../../api/queries';
import { machineClassValues, statusValues } from '../../api/schema';
import { Failed, Loading } from '../../app/states';
import { type ShelfDeed, shelfDeeds } from '../../app/views';
import { axisItem, spanOf } from '../../charts/axis';
import { IndexAxis } from '../../charts/IndexAxis';
import { label } from '../../words';
import { UnitTable } from './UnitTable';
import './shelf.css';

// Forms come when they are asked for: the shelf itself is to be there at once.
const ImportRecords = lazy(() => import('./ImportRecords').then((module) => ({ default: module.ImportRecords })));
const Unreadable = lazy(() => import('./Unreadable').then((module) => ({ default: module.Unreadable })));
const Ask = lazy(() => import('./Ask').then((module) => ({ default: module.Ask })));
const FirstSteps = lazy(() => import('./FirstSteps').then((module) => ({ default: module.FirstSteps })));
const SampleBand = lazy(() => import('./FirstSteps').then((module) => ({ default: module.SampleBand })));
const Backups = lazy(() => import('./Backups').then((module) => ({ default: module.Backups })));
const OffShelf = lazy(() => import('./OffShelf').then((module) => ({ default: module.OffShelf })));
const NewUnit = lazy(() => import('./NewUnit').then((module) => ({ default: module.NewUnit })));

const priceBands = [
  { value: '0-800', label: 'to 800' },
  { value: '800-1500', label: '800 to 1,500' },
  { value: '1500-1e9', label: 'from 1,500' },
];

interface Filter {
  text: string;
  classes: string[];
  years: number[];
  prices: string[];
  statuses: string[];
}

function filterOf(search: URLSearchParams): Filter {
  const several = (name: string) => (search.get(name) ?? '').split(',').filter((one) => one !== '');
  return {
    text: search.get('find') ?? '',
    classes: several('class'),
    years: several('year').map(Number),
    prices: several('price'),
    statuses: several('status'),
  };
}

const addressOf = (filter: Filter) => ({
  find: filter.text,
  class: filter.classes.join(','),
  year: filter.years.join(','),
  price: filter.prices.join(','),
  status: filter.statuses.join(','),
});

/** An address with some of what it says changed; what is empty is not in it. */
function changed(search: URLSearchParams, to: Record<string, string | null>): URLSearchParams {
  const next = new URLSearchParams(search);
  for (const [name, value] of Object.entries(to)) {
    if (value === null || value === '') next.delete(name);
    else next.set(name, value);
  }
  return next;
}

/** Every unit done or waiting: one axis an index on top, the list below it. */
export function Shelf() {
  const { data, error, refetch } = useShelf();
  const navigate = useNavigate();
  const [dropped, setDropped] = useState<File[]>([]);
  const [search, setSearch] = useSearchParams();
  const deed = search.get('do');
  const begin = (what: ShelfDeed | null) => setSearch((before) => changed(before, { do: what }), { replace: true });
  // What it is narrowed to stands there too, so that Back and a sent address show the same.
  const [filter, setShown] = useState(() => filterOf(search));
  const setFilter = (next: Filter) => {
    setShown(next);
    setSearch((before) => changed(before, addressOf(next)), { replace: true });
  };
  // What is asked stands in the address, so that it can be kept and sent.
  const conditions = search.getAll('q');
  const ask = (next: readonly string[]) => {
    const asked = changed(search, { q: null });
    for (const one of next) asked.append('q', one);
    setSearch(asked);
  };
  const [asking, setAsking] = useState(false);
  const asked = useAsked(conditions);
  const find = useFindKey();
  if (data === undefined) {
    return error === null ? (
      <Loading what="the shelf" />
    ) : (
      <Failed problem={asProblem(error)} onRetry={() => void refetch()} />
    );
  }
  const answers = new Map(
    asked.data?.units.filter((one) => one.holds === 'yes').map((one) => [one.id, one.said.join('; ')]),
  );
  const isAnswered = conditions.length > 0 && asked.data !== undefined;
  const units = data.units.filter((unit) => matches(unit, filter) && (!isAnswered || answers.has(unit.id)));
  const open = (id: string) => void navigate(`/units/${id}/verdict`);
  const repair = units.map((unit) => axisItem(unit, unit.repair));
  const upgrade = units.map((unit) => axisItem(unit, unit.upgrade));
  // Both axes span the same, and stay as they are while the list is narrowed.
  const span = spanOf(data.units.flatMap((unit) => [axisItem(unit, unit.repair), axisItem(unit, unit.upgrade)]));
  const years = [...new Set(data.units.map((unit) => unit.year).filter((year) => year !== null))].sort((a, b) => b - a);
  return (
    <div
      className="shelf"
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        setDropped([...event.dataTransfer.files]);
        begin('bring');
      }}
    >
      <header className="screen-head">
        <h1>Shelf</h1>
        <span className="second">
          {data.units.length === 1 ? '1 unit' : `${data.units.length} units`}, {data.rubric.name}, revision{' '}
          {data.rubric.revision}
        </span>
        <span className="grow" />
        <Button onClick={() => begin('bring')}>{shelfDeeds.bring}</Button>
        <Button type="primary" onClick={() => begin('new')}>
          {shelfDeeds.new}
        </Button>
      </header>
      {data.rubric.newer !== null && (
        <p className="hint">
          {data.rubric.name}, revision {data.rubric.newer}, ships with this version and waits to be taken into use.{' '}
          <Link to={`/rubrics?name=${encodeURIComponent(data.rubric.name)}&revision=${data.rubric.newer}`}>
            See what it would change on the shelf
          </Link>
        </p>
      )}
      {(data.unreadable.length > 0 || data.unreadableRubric !== null) && (
        <Suspense>
          <Unreadable shelf={data} />
        </Suspense>
      )}
      {data.samples && (
        <Suspense>
          <SampleBand />
        </Suspense>
      )}
      {data.units.length === 0 && data.unreadable.length === 0 ? (
        <Suspense>
          <FirstSteps onDeed={begin} />
        </Suspense>
      ) : (
        <>
          <section className="card" aria-label="Both indices">
            <IndexAxis name="Repair" items={repair} span={span} onOpen={open} />
            <IndexAxis name="Upgrade" items={upgrade} span={span} onOpen={open} />
            <p className="note">
              Filled: complete. Open: provisional. The bar is what the unknown facts allow; where not enough is known
              for a figure it stands by itself, below the line. The list goes by its low end.
            </p>
          </section>
          <div className="filters">
            <Input
              ref={find}
              className="find"
              aria-label="Find a unit"
              placeholder="Find a unit, or press /"
              allowClear
              value={filter.text}
              onChange={(event) => setFilter({ ...filter, text: event.target.value })}
            />
            <FilterSelect
              name="Class"
              value={filter.classes}
              words={machineClassValues}
              onChange={(classes) => setFilter({ ...filter, classes })}
            />
            <Select
              mode="multiple"
              className="filter"
              aria-label="Filter by year"
              placeholder="Year"
              value={filter.years}
              options={years.map((year) => ({ value: year, label: String(year) }))}
              onChange={(chosen: number[]) => setFilter({ ...filter, years: chosen })}
            />
            <Select
              mode="multiple"
              className="filter"
              aria-label="Filter by price"
              placeholder="Price"
              value={filter.prices}
              options={priceBands}
              onChange={(prices: string[]) => setFilter({ ...filter, prices })}
            />
            <FilterSelect
              name="Status"
              value={filter.statuses}
              words={statusValues}
              onChange={(statuses) => setFilter({ ...filter, statuses })}
            />
            <Button
              aria-expanded={asking || conditions.length > 0}
              onClick={() => {
                setAsking(!asking && conditions.length === 0);
                if (conditions.length > 0) ask([]);
              }}
            >
              {conditions.length > 0 ? 'Ask nothing' : 'Ask the shelf'}
            </Button>
          </div>
          {(asking || conditions.length > 0) && (
            <Suspense>
              <Ask conditions={conditions} onConditions={ask} asked={asked} units={data.units} />
            </Suspense>
          )}
          <UnitTable units={units} found={isAnswered ? answers : undefined} />
        </>
      )}
      <Suspense>
        <OffShelf />
        <Backups />
      </Suspense>
      <Suspense>
        {deed === 'bring' && (
          <ImportRecords
            files={dropped}
            onClose={() => {
              begin(null);
              setDropped([]);
            }}
          />
        )}
        {deed === 'new' && <NewUnit onClose={() => begin(null)} />}
      </Suspense>
    </div>
  );
}

function FilterSelect({
  name,
  value,
  words,
  onChange,
}: {
  name: string;
  value: string[];
  words: readonly string[];
  onChange: (words: string[]) => void;
}) {
  return (
    <Select
      mode="multiple"
      className="filter"
      aria-label={`Filter by ${name.toLowerCase()}`}
      placeholder={name}
      value={value}
      options={words.map((word) => ({ value: word, label: label(word) }))}
      onChange={onChange}
    />
  );
}

/** The slash key goes to the search, as long as nothing is being typed. */
function useFindKey() {
  const find = useRef<React.ComponentRef<typeof Input>>(null);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLInputElement || event.target instanceof HTMLTextAreaElement;
      if (event.key !== '/' || typing) return;
      event.preventDefault();
      find.current?.focus();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  return find;
}

function matches(unit: ShelfUnit, filter: Filter): boolean {
  const text = `${unit.maker} ${unit.model} ${unit.modelCode}`.toLowerCase();
  return (
    text.includes(filter.text.trim().toLowerCase()) &&
    (filter.classes.length === 0 || (unit.class !== null && filter.classes.includes(unit.class))) &&
    (filter.years.length === 0 || (unit.year !== null && filter.years.includes(unit.year))) &&
    (filter.statuses.length === 0 || filter.statuses.includes(unit.status)) &&
    (filter.prices.length === 0 || filter.prices.some((band) => inBand(unit.price, band)))
  );
}

function inBand(price: number | null, band: string): boolean {
  const [from, to] = band.split('-').map(Number);
  return price !== null && from !== undefined && to !== undefined && price >= from && price < to;
}
