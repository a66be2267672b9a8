import { useQuery } from '@tanstack/react-query';
import { Button, Radio, Select } from 'antd';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { api, asProblem, type Schemas, take, type Unit } from '../../api/client';
import { Anew, Empty, Failed, Loading } from '../../app/states';
import { minutes } from '../../format';
import { Numeric } from '../../record/fields';
import { nameOf } from '../../record/names';
import { label } from '../../words';
import { amount, boughtText, planOf, sheetOf, type UpgradeKind, upgradeKinds } from './plan';

type Answer = Schemas['UpgradeAnswer'];
type Choice = Schemas['PlannedUpgradeView'];

/** What to buy for the places of a kind: every choice that no other beats, and the one to take for a goal or a budget. */
export function UpgradeView({ unit }: { unit: Unit }) {
  const [search, setSearch] = useSearchParams();
  const kind = upgradeKinds.find((one) => one === search.get('kind')) ?? 'memory';
  const [goal, budget] = [positive(search.get('goal')), positive(search.get('budget'))];
  const set = (name: string, value: string | null) => {
    const next = new URLSearchParams(search);
    if (value === null) next.delete(name);
    else next.set(name, value);
    setSearch(next, { replace: true });
  };
  const upgrade = useQuery({
    queryKey: ['upgrade', unit.id, unit.revision, unit.teardownRevision, kind, goal, budget],
    queryFn: ({ signal }) => ask(unit.id, kind, goal, budget, false, signal),
    placeholderData: (before, query) => (query?.queryKey[4] === kind ? before : undefined),
  });
  const [asking, setAsking] = useState(false);
  const again = async () => {
    setAsking(true);
    try {
      await ask(unit.id, kind, goal, budget, true);
      await upgrade.refetch();
    } finally {
      setAsking(false);
    }
  };
  const measure = kind === 'battery' ? 'Wh' : 'GB';
  return (
    <>
      <section className="card plan-choice" aria-label="What the upgrade is for">
        <Select<UpgradeKind>
          aria-label="Kind to upgrade"
          className="upgrade-kind"
          value={kind}
          options={upgradeKinds.map((one) => ({ value: one, label: label(one) }))}
          onChange={(one) => setSearch({ view: 'upgrade', kind: one }, { replace: true })}
        />
        {(kind === 'memory' || kind === 'storage' || kind === 'battery') && (
          <>
            <span>to at least</span>
            <Numeric
              name="Goal"
              unit={measure}
              placeholder="any"
              value={goal}
              onChange={(value) => set('goal', value === null ? null : String(value))}
            />
          </>
        )}
        <span>for at most</span>
        <Numeric
          name="Budget"
          unit={upgrade.data?.currency ?? ''}
          placeholder="any"
          value={budget}
          onChange={(value) => set('budget', value === null ? null : String(value))}
        />
        <Button loading={asking} onClick={() => void again()}>
          Ask the catalogue again
        </Button>
        <Anew of={upgrade} />
      </section>
      {upgrade.data === undefined ? (
        upgrade.error === null ? (
          <Loading what="the catalogue" />
        ) : (
          <Failed problem={asProblem(upgrade.error)} onRetry={() => void upgrade.refetch()} />
        )
      ) : (
        <Choices
          key={`${kind} ${goal} ${budget}`}
          unit={unit}
          answer={upgrade.data}
          measure={measure}
          asked={goal !== null || budget !== null}
        />
      )}
    </>
  );
}

function ask(
  unitId: string,
  kind: UpgradeKind,
  goal: number | null,
  budget: number | null,
  again: boolean,
  signal?: AbortSignal,
) {
  return take(
    api.GET('/api/units/{unitId}/upgrade', {
      params: {
        path: { unitId },
        query: { kind, ...(goal !== null && { goal }), ...(budget !== null && { budget }), ...(again && { again }) },
      },
      ...(signal !== undefined && { signal }),
    }),
  );
}

function positive(text: string | null): number | null {
  const value = Number(text ?? '');
  return Number.isFinite(value) && value > 0 ? value : null;
}

interface ChoicesProps {
  unit: Unit;
  answer: Answer;
  measure: string;
  /** Whether there is a goal or a budget, by which one of them is taken. */
  asked: boolean;
}

function Choices({ unit, answer, measure, asked }: ChoicesProps) {
  const [chosen, setChosen] = useState<number | null>(null);
  const { choices, currency } = answer;
  const shown = chosen ?? answer.take ?? (choices.length > 0 ? 0 : null);
  const choice = shown === null ? undefined : choices[shown];
  const [why, ...rest] = asked && answer.take === null ? answer.said : ['', ...answer.said];
  const has = answer.has === null ? '' : `${answer.atLeast ? 'At least ' : ''}${answer.has} ${measure} now. `;
  return (
    <div className={choice === undefined ? undefined : 'upgrade'}>
      <section className="card" aria-label="What can be bought">
        {answer.trouble !== null && <p className="warning">{answer.trouble}</p>}
        {answer.askedAt !== null && answer.trouble !== null && (
          <p className="note">These are the modules that it listed on {answer.askedAt.slice(0, 10)}.</p>
        )}
        {why !== undefined && why !== '' && <p role="status">{why}</p>}
        {choices.length === 0 ? (
          (why === undefined || why === '') && (
            <Empty>
              <p>
                {answer.trouble === null
                  ? `${has}Nothing that is listed makes more of it.`
                  : 'Without the catalogue nothing can be said of what is sold.'}
              </p>
            </Empty>
          )
        ) : (
          <>
            <p className="second">
              {has}What no other choice beats by cost, by what there is in the end and by work. {asked && answer.rule}
            </p>
            <div className="grid-scroll">
              <table className="plain upgrade-choices">
                <thead>
                  <tr>
                    <th scope="col">
                      <span className="unseen">choose</span>
                    </th>
                    <th scope="col">buy</th>
                    {answer.has !== null && (
                      <th scope="col" className="numeric">
                        in the end
                      </th>
                    )}
                    <th scope="col" className="numeric">
                      cost
                    </th>
                    <th scope="col" className="numeric">
                      there and back
                    </th>
                    <th scope="col">look first at</th>
                  </tr>
                </thead>
                <tbody>
                  {choices.map((one, i) => (
                    <tr key={i} className={i === shown ? 'chosen' : undefined}>
                      <td>
                        <Radio
                          aria-label={`Choice ${i + 1}: ${one.purchases.map((purchase) => purchase.number).join(', ')}`}
                          checked={i === shown}
                          onChange={() => setChosen(i)}
                        />
                      </td>
                      <th scope="row">
                        {one.purchases.map((purchase) => (
                          <span key={purchase.place} className="upgrade-purchase">
                            <span className="code">{purchase.number}</span> for the {nameOf(unit, purchase.place)}
                          </span>
                        ))}
                        {i === answer.take && <span className="tag">by the rule</span>}
                      </th>
                      {answer.has !== null && (
                        <td className="numeric">
                          {one.capacity} {measure}
                        </td>
                      )}
                      <td className="numeric">{amount(one.cost, currency)}</td>
                      <td className="numeric">{minutes(one.effort)}</td>
                      <td>{one.looks.length === 0 ? 'nothing' : one.looks.join(', ')}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
          </>
        )}
      </section>
      {choice !== undefined && <Chosen unit={unit} choice={choice} measure={measure} currency={currency} />}
      {rest.length > 0 && (
        <details className="card">
          <summary>Left out, and why ({rest.length})</summary>
          <ul>
            {rest.map((text) => (
              <li key={text}>{text}</li>
            ))}
          </ul>
        </details>
      )}
    </div>
  );
}

/** One choice: what is bought and what it runs at, what to know, and the plan that puts it in. */
function Chosen({
  unit,
  choice,
  measure,
  currency,
}: {
  unit: Unit;
  choice: Choice;
  measure: string;
  currency: string;
}) {
  const to = planOf(choice);
  return (
    <section className="card plan-list" aria-label="The choice">
      <h2>To buy</h2>
      <ul>
        {choice.purchases.map((purchase) => (
          <li key={purchase.place}>{boughtText(unit, purchase, measure)}</li>
        ))}
        {choice.emptied.map((place) => (
          <li key={place}>The {nameOf(unit, place)} is emptied and stays so</li>
        ))}
      </ul>
      <p>
        {amount(choice.cost, currency)}
        {choice.share === null
          ? '; what the machine costs is not known.'
          : `, ${(100 * choice.share).toFixed(1)} % of what the machine costs.`}
      </p>
      {choice.notes.map((note) => (
        <p key={note}>{note}</p>
      ))}
      <p className="plan-sheets">
        <Link to={`?${to}`}>The way there and back</Link>
        <a href={sheetOf(unit.id, to, 'html')} download>
          Job sheet
        </a>
        <a href={sheetOf(unit.id, to, 'markdown')} download>
          As Markdown
        </a>
      </p>
    </section>
  );
}
