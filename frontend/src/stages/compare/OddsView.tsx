import { Button, InputNumber, Select } from 'antd';
import { useEffect, useState } from 'react';
import type { Schemas } from '../../api/client';
import { useLongWork } from '../../api/useLongWork';
import { ProblemNote } from '../../app/ProblemNote';
import { Watched } from '../../app/Watched';
import { ChartCard } from '../../charts/ChartCard';
import { PlacesChart } from '../../charts/PlacesChart';
import { type Index, indices, type Unit } from './field';
import { hasFigure } from '../../record/IndexFigure';
import { Takeaway } from './Takeaway';

type Odds = Schemas['OddsView'];

const first = 2_000;
/** Units up to which the odds are drawn at once. */
const few = 60;
const mostPairs = 25;

/** How sure the order is: the chance of each place and of each pair, over draws of the weights and of what is unknown. */
export function OddsView({ units }: { units: readonly Unit[] }) {
  const [index, setIndex] = useState<Index>('combined');
  const [seed, setSeed] = useState<number | null>(1);
  const [draws, setDraws] = useState<number | null>(first);
  const work = useLongWork<Odds, Schemas['OddsAsked']>('/api/compare/odds');
  const ids = units.map((unit) => unit.id);
  const run = (count: number) => work.start({ units: ids, index, seed: seed ?? 1, draws: count });
  const { result } = work;
  const { start } = work;
  const all = ids.join(',');
  const isFew = ids.length <= few;
  // A field that is small enough is drawn as soon as it is looked at.
  useEffect(() => {
    if (isFew) start({ units: all.split(','), index, seed: 1, draws: first });
  }, [start, isFew, all, index]);
  const isOld = result !== null && (result.index !== index || result.seed !== seed);
  return (
    <>
      <section className="card" aria-label="Rank odds">
        <div className="bench-head">
          <h2>How sure is the order</h2>
          <Select<Index>
            aria-label="Odds of"
            showSearch={{ optionFilterProp: 'label' }}
            size="small"
            value={index}
            options={[...indices]}
            popupMatchSelectWidth={false}
            onChange={setIndex}
          />
          <label className="inline-field">
            seed
            <InputNumber<number>
              aria-label="Seed"
              size="small"
              min={0}
              max={2_000_000_000}
              precision={0}
              value={seed}
              onChange={setSeed}
            />
          </label>
          <label className="inline-field">
            draws
            <InputNumber<number>
              aria-label="Draws"
              size="small"
              min={1}
              precision={0}
              value={draws}
              onChange={setDraws}
            />
          </label>
          <Button
            size="small"
            type="primary"
            disabled={work.progress !== null || seed === null || draws === null}
            onClick={() => run(draws ?? first)}
          >
            Draw
          </Button>
          {result !== null && !isOld && work.progress === null && (
            <Button
              size="small"
              onClick={() => {
                setDraws(result.draws * 4);
                run(result.draws * 4);
              }}
            >
              Four times as many
            </Button>
          )}
        </div>
        <p className="note">
          In each draw the weights are shaken around those of the rubric, what is unknown of a unit takes a value within
          its range, and its effort is up to a third more or less. More draws go on from those that are there.
        </p>
        {work.problem !== null && <ProblemNote problem={work.problem} />}
        {work.progress !== null && <Watched progress={work.progress} what="Draws made" onStop={work.stop} />}
        {result === null && work.progress === null && work.problem === null && (
          <p className="second">No draws yet. Run them to see how sure the order is.</p>
        )}
        {result !== null && (
          <p role="status">
            {result.draws.toLocaleString('en')} draws, seed {result.seed},{' '}
            {indices.find((one) => one.value === result.index)?.label}
            {result.capped ? '; more are not made at once' : ''}
            {isOld ? '; drawn before the choice above was changed' : ''}. <Takeaway units={units} odds={result} />
          </p>
        )}
      </section>
      {result !== null && (
        <>
          <PlacesCard odds={result} units={units} />
          {result.units.length <= mostPairs && result.units.every((unit) => unit.above.length > 0) && (
            <section className="card" aria-label="Pairs">
              <Pairs odds={result} units={units} />
            </section>
          )}
        </>
      )}
    </>
  );
}

interface Shown {
  odds: Odds;
  units: readonly Unit[];
}

const nameOf = (units: readonly Unit[], id: string) => units.find((unit) => unit.id === id)?.model ?? id;

/** A unit that has no figure is drawn all over its range: its places say so. */
function ownName(units: readonly Unit[], odds: Odds, id: string): string {
  const unit = units.find((one) => one.id === id);
  const without = unit !== undefined && !hasFigure(unit[odds.index].quantity);
  return `${nameOf(units, id)}${without ? ', no figure yet' : ''}`;
}

/** Past this many rows a drawing is no longer looked at. */
const mostRows = 60;

function PlacesCard({ odds, units }: Shown) {
  const order = [...odds.units].sort((a, b) => a.mean - b.mean);
  const drawn = order.slice(0, mostRows);
  return (
    <ChartCard
      title="Chance of each place"
      note={
        order.length > mostRows
          ? `the first ${mostRows} of ${order.length}`
          : 'the line under the bars: nine draws in ten'
      }
      file="rank-odds"
      chart={
        <PlacesChart
          name="Chance of each place"
          units={drawn.map((unit) => ({ ...unit, name: ownName(units, odds, unit.id) }))}
        />
      }
      table={<Places odds={odds} units={units} />}
    />
  );
}

function Places({ odds, units }: Shown) {
  // Of a large field the chances are told of the first units alone.
  const order = odds.units.filter((unit) => unit.places.length > 0).sort((a, b) => a.mean - b.mean);
  const places = Array.from({ length: Math.min(odds.units.length, mostPairs) }, (_, i) => i + 1);
  return (
    <table className="plain odds">
      <caption>Chance of each place, in percent</caption>
      <thead>
        <tr>
          <th scope="col">unit</th>
          <th scope="col">most likely</th>
          <th scope="col">nine in ten</th>
          {places.map((place) => (
            <th key={place} scope="col" className="numeric">
              {place}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {order.map((unit) => (
          <tr key={unit.id}>
            <th scope="row">{ownName(units, odds, unit.id)}</th>
            <td>{unit.mostLikely}</td>
            <td>{unit.from === unit.to ? unit.from : `${unit.from} to ${unit.to}`}</td>
            {places.map((place) => (
              <Chance key={place} chance={unit.places.find((one) => one.place === place)?.chance ?? 0} />
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Chance({ chance }: { chance: number }) {
  return (
    <td className="numeric chance">
      <svg className="chance-bar" viewBox="0 0 100 10" preserveAspectRatio="none" aria-hidden="true">
        <rect x={0} y={0} height={10} width={chance * 100} />
      </svg>
      <span>{chanceText(chance)}</span>
    </td>
  );
}

/** A chance in percent: never rounded to certain, nor to never, while it is not. */
function chanceText(chance: number): string {
  if (chance === 0) return '';
  if (chance < 0.01) return '<1';
  return chance > 0.99 && chance < 1 ? '>99' : (chance * 100).toFixed(0);
}

function Pairs({ odds, units }: Shown) {
  const order = odds.units.map((unit, i) => ({ unit, i })).sort((a, b) => a.unit.mean - b.unit.mean);
  return (
    <div className="grid-scroll">
      <table className="plain odds">
        <caption>Chance that the unit of the row is above the one of the column, in percent</caption>
        <thead>
          <tr>
            <th scope="col">unit</th>
            {order.map(({ unit }) => (
              <th key={unit.id} scope="col" className="turned">
                <span>{nameOf(units, unit.id)}</span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {order.map(({ unit, i }) => (
            <tr key={unit.id}>
              <th scope="row">{nameOf(units, unit.id)}</th>
              {order.map((other) => (
                <td key={other.unit.id} className="numeric">
                  {other.i === i ? '·' : chanceText(unit.above[other.i] ?? 0) || '0'}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
