import { Button, Select } from 'antd';
import { useEffect, useEffectEvent, useState } from 'react';
import { asProblem, type Schemas, type Unit } from '../../api/client';
import { useFailureProfile, useHouse, useShelf } from '../../api/queries';
import { useLongWork } from '../../api/useLongWork';
import { ProblemNote } from '../../app/ProblemNote';
import { Failed, Loading } from '../../app/states';
import { Watched } from '../../app/Watched';
import { RangeBar } from '../../charts/RangeBar';
import { Numeric } from '../../record/fields';
import { Assumptions, type Stood } from './Assumptions';
import { amount, services } from './plan';
import { useRate } from './useRate';

type Answer = Schemas['OwnershipAnswer'];
type Spread = Schemas['LifeSpread'];

const usual = { years: 8, lives: 100_000, seed: 1 };

/** Years of ownership: what a machine asks for if its parts fail as the house assumes, beside another on the same draws. */
export function YearsView({ unit }: { unit: Unit }) {
  const profile = useFailureProfile();
  if (profile.data === undefined)
    return profile.error === null ? (
      <Loading what="what the house assumes" />
    ) : (
      <Failed problem={asProblem(profile.error)} onRetry={() => void profile.refetch()} />
    );
  return <Years unit={unit} profile={profile.data} />;
}

function Years({ unit, profile }: { unit: Unit; profile: Stood }) {
  const shelf = useShelf();
  const currency = useHouse().data?.currency ?? '';
  const [rate, setRate] = useRate();
  const [years, setYears] = useState<number | null>(usual.years);
  const [lives, setLives] = useState<number | null>(usual.lives);
  const [seed, setSeed] = useState<number | null>(usual.seed);
  const [profileBefore, setProfileBefore] = useState<Stood | null>(null);
  const [beside, setBeside] = useState<string | null>(null);
  const work = useLongWork<Answer, Schemas['OwnershipQuestion']>(`/api/units/${unit.id}/ownership`);
  // What an answer rests on beside what was asked: the record and the assumptions.
  const standsOn = JSON.stringify([unit.revision, unit.teardownRevision, profile.damageShare, profile.assumptions]);
  const [ranOn, setRanOn] = useState(standsOn);
  const asked = {
    years: years ?? 0,
    lives: lives ?? 0,
    rate: rate ?? 0,
    seed: seed ?? -1,
    ...(beside !== null && { beside }),
  };
  // It opens with an answer: what is asked most stands in the fields.
  const begin = useEffectEvent(() => work.start(asked));
  useEffect(() => begin(), []);
  const { result } = work;
  const isOld = result !== null && (JSON.stringify(work.asked) !== JSON.stringify(asked) || ranOn !== standsOn);
  const others = (shelf.data?.units ?? []).filter((one) => one.id !== unit.id);
  return (
    <>
      <section className="card" aria-label="Years of ownership">
        <h2>Years of ownership</h2>
        <p className="second">
          Parts fail and ask for a service as the house assumes below, over and over with drawn fates; what has to be
          opened and bought each time is what the record says. These are assumptions, not measurements: no published
          sheet has any of it.
        </p>
        <form
          className="plan-choice"
          onSubmit={(event) => {
            event.preventDefault();
            setRanOn(standsOn);
            work.start(asked);
          }}
        >
          <Labelled text="years">
            <Numeric name="Years" value={years} onChange={setYears} />
          </Labelled>
          <Labelled text="an hour costs">
            <Numeric name="What an hour costs" unit={currency} placeholder="0" value={rate} onChange={setRate} />
          </Labelled>
          <Labelled text="lives">
            <Numeric name="Lives" value={lives} onChange={setLives} />
          </Labelled>
          <Labelled text="seed">
            <Numeric name="Seed" value={seed} onChange={setSeed} />
          </Labelled>
          <Select<string>
            aria-label="Beside"
            className="years-beside"
            showSearch={{ optionFilterProp: 'label' }}
            allowClear
            placeholder="beside no other machine"
            value={beside}
            options={others.map((one) => ({
              value: one.id,
              label: `beside ${one.maker} ${one.model}, ${one.modelCode}`,
            }))}
            onChange={(id: string | undefined) => setBeside(id ?? null)}
          />
          <Button type="primary" htmlType="submit" disabled={work.progress !== null}>
            Simulate
          </Button>
        </form>
        {work.problem !== null && <ProblemNote problem={work.problem} />}
        {work.progress !== null && <Watched progress={work.progress} what="Lives lived" onStop={work.stop} />}
        <p role="status" className="second">
          {result === null
            ? work.progress === null && work.problem === null && 'Nothing is simulated yet.'
            : `${result.asked.lives.toLocaleString('en')} lives of ${result.asked.years} years, seed ${result.asked.seed}${isOld ? '; from before something above or below was changed' : ''}.`}
        </p>
      </section>
      {result !== null && <Lived answer={result} />}
      <details className="card">
        <summary>What is assumed</summary>
        <Assumptions
          key={JSON.stringify(profile)}
          profile={profile}
          before={profileBefore}
          onChanged={setProfileBefore}
        />
      </details>
    </>
  );
}

function Labelled({ text, children }: { text: string; children: React.ReactNode }) {
  return (
    <span className="inline-field">
      <span aria-hidden="true">{text}</span>
      {children}
    </span>
  );
}

function Lived({ answer }: { answer: Answer }) {
  const { units, currency, pair } = answer;
  const to = (of: (unit: Schemas['OwnedUnit']) => Spread) =>
    Math.max(1e-9, ...units.map((unit) => of(unit).nineTenths));
  const rows: { name: string; of: (years: Schemas['Ownership']) => string }[] = [
    { name: 'A main board must be bought', of: (years) => atLeast(years.leftOut.length > 0, chance(years.mainBoard)) },
    {
      name: 'A whole assembly for one part of it',
      of: (years) => atLeast(years.leftOut.length > 0, chance(years.assembly)),
    },
    {
      name: 'It costs more than the machine did',
      of: (years) => atLeast(years.moreThanMachine !== null && isLeast(years), chance(years.moreThanMachine)),
    },
    {
      name: 'Nothing is opened at all',
      of: (years) => `${years.leftOut.length > 0 ? 'at most ' : ''}${chance(years.untouched)}`,
    },
  ];
  return (
    <>
      <section className="card" aria-label="What the years take">
        <h2>What the years take</h2>
        <table className="plain years">
          <thead>
            <tr>
              <td />
              {units.map((unit) => (
                <th key={unit.id} scope="col">
                  {unit.model}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            <tr>
              <th scope="row">Hours of work, there and back</th>
              {units.map((unit) => (
                <td key={unit.id}>
                  <SpreadText
                    spread={unit.years.hours}
                    to={to((one) => one.years.hours)}
                    text={hours}
                    isLeast={unit.years.leftOut.length > 0}
                  />
                </td>
              ))}
            </tr>
            <tr>
              <th scope="row">Money</th>
              {units.map((unit) => (
                <td key={unit.id}>
                  <SpreadText
                    spread={unit.years.money}
                    to={to((one) => one.years.money)}
                    text={(value) => amount(Math.round(value), currency)}
                    isLeast={isLeast(unit.years)}
                  />
                </td>
              ))}
            </tr>
            {rows.map((row) => (
              <tr key={row.name}>
                <th scope="row">{row.name}</th>
                {units.map((unit) => (
                  <td key={unit.id}>{row.of(unit.years)}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
        {pair !== null && units[0] !== undefined && units[1] !== undefined && (
          <p>
            On the same draws {units[0].model} costs less in {chance(pair.cheaper)} of the lives and more in{' '}
            {chance(pair.dearer)}; on the average {amount(Math.round(Math.abs(pair.money)), currency)}{' '}
            {pair.money > 0 ? 'more' : 'less'} and {hours(Math.abs(pair.hours))} {pair.hours > 0 ? 'more' : 'less'}.
            {(isLeast(units[0].years) || isLeast(units[1].years)) &&
              ' What is not known of either is in neither sum: compare with care.'}
          </p>
        )}
        {units.map((unit) => (
          <NotIn key={unit.id} unit={unit} />
        ))}
        <p className="note">
          The bar runs from what one life in ten stays within to what nine in ten do, its mark is the half. What is used
          up on the way and the time of a service itself are in no sum; each part fails by itself.
        </p>
      </section>
      {units.map((unit) => (
        <section key={unit.id} className="card" aria-label={`What it comes from, ${unit.model}`}>
          <h2>What it comes from{units.length > 1 && `: ${unit.model}`}</h2>
          {unit.years.parts.length === 0 ? (
            <p className="second">No part of it that the house assumes anything of is on record with a known way.</p>
          ) : (
            <table className="plain">
              <thead>
                <tr>
                  <th scope="col">Part</th>
                  <th scope="col">What is done</th>
                  <th scope="col" className="numeric">
                    times in a life
                  </th>
                  <th scope="col" className="numeric">
                    minutes
                  </th>
                  <th scope="col" className="numeric">
                    price each
                  </th>
                </tr>
              </thead>
              <tbody>
                {unit.years.parts.map((part) => (
                  <tr key={`${part.part} ${part.service ?? ''}`}>
                    <th scope="row">{unit.names[part.part] ?? part.part}</th>
                    <td>
                      {part.service !== null
                        ? services[part.service]
                        : part.unit === part.part
                          ? 'swapped'
                          : `the ${unit.names[part.unit] ?? part.unit} is swapped, which it is one piece with`}
                    </td>
                    <td className="numeric">{part.times.toFixed(2)}</td>
                    <td className="numeric">{(60 * part.hours).toFixed(1)}</td>
                    <td className="numeric">
                      {part.service !== null ? '' : part.price === null ? 'not known' : amount(part.price, currency)}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
        </section>
      ))}
    </>
  );
}

/** What is in no sum of a unit, because it is not known. */
function NotIn({ unit }: { unit: Schemas['OwnedUnit'] }) {
  const { unpriced, leftOut, hasDamage } = unit.years;
  const said = [
    ...(unpriced.length > 0
      ? [`the price of the ${unpriced.map((id) => unit.names[id] ?? id).join(', ')} is not known`]
      : []),
    ...leftOut.map((one) => one.message),
    ...(hasDamage ? [] : ['what the machine costs is not known, so damage on the way is not in it']),
  ];
  return said.length === 0 ? null : (
    <p className="second">
      {unit.model}: at least, for {said.join('; ')}.
    </p>
  );
}

const isLeast = (years: Schemas['Ownership']) =>
  years.unpriced.length > 0 || years.leftOut.length > 0 || !years.hasDamage;

interface SpreadTextProps {
  spread: Spread;
  to: number;
  text: (value: number) => string;
  isLeast: boolean;
}

function SpreadText({ spread, to, text, isLeast }: SpreadTextProps) {
  return (
    <>
      <b>{atLeast(isLeast, text(spread.mean))}</b>{' '}
      <span className="second">
        on the average; half within {text(spread.half)}, nine in ten within {text(spread.nineTenths)}
      </span>
      <RangeBar quantity={{ low: spread.tenth, value: spread.half, high: spread.nineTenths, coverage: 1 }} to={to} />
    </>
  );
}

const atLeast = (is: boolean, text: string) => `${is ? 'at least ' : ''}${text}`;

const hours = (value: number) => `${value.toFixed(1)} h`;

function chance(share: number | null): string {
  if (share === null) return 'not known';
  const percent = 100 * share;
  return `${percent > 0 && percent < 1 ? percent.toFixed(1) : percent.toFixed(0)} %`;
}
