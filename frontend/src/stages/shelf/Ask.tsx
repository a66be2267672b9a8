import { Button, InputNumber, Select } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { asProblem, type Schemas, type ShelfUnit } from '../../api/client';
import { partKindValues } from '../../api/schema';
import { ProblemNote } from '../../app/ProblemNote';
import { Anew } from '../../app/states';
import { heading, label } from '../../words';
import { inWords, machineFacts, partFacts } from './ask';

interface Props {
  conditions: readonly string[];
  onConditions: (conditions: string[]) => void;
  /** What the shelf answered, or will. */
  asked: { data: Schemas['ShelfAnswer'] | undefined; error: Error | null; isPlaceholderData: boolean };
  units: readonly ShelfUnit[];
}

/** A question to the shelf: conditions that all have to hold, and the machines of which not enough is known. */
export function Ask({ conditions, onConditions, asked, units }: Props) {
  const answer = conditions.length > 0 ? asked.data : undefined;
  const open = answer?.units.filter((unit) => unit.holds === 'notKnown') ?? [];
  const table = new URLSearchParams(conditions.map((condition) => ['q', condition]));
  return (
    <section className="card ask" aria-label="Ask the shelf">
      <ul className="asked" aria-label="What is asked">
        {conditions.map((condition) => (
          <li key={condition}>
            {inWords(condition)}
            <Button
              type="text"
              size="small"
              aria-label={`Remove: ${inWords(condition)}`}
              onClick={() => onConditions(conditions.filter((other) => other !== condition))}
            >
              ×
            </Button>
          </li>
        ))}
      </ul>
      <NewCondition onAdd={(condition) => onConditions([...new Set([...conditions, condition])])} />
      {asked.error !== null && <ProblemNote problem={asProblem(asked.error)} />}
      <Anew of={asked} />
      {answer !== undefined && (
        <p role="status">
          {found(answer.units.length - open.length)}
          {open.length > 0 && ` Of ${open.length} not enough is known to say.`}{' '}
          {answer.units.length > 0 && (
            <a href={`/api/shelf/asked/table?${table.toString()}`} download>
              Save as CSV
            </a>
          )}
        </p>
      )}
      {open.length > 0 && (
        <details>
          <summary>Not enough is known about these</summary>
          <ul>
            {open.map((one) => {
              const unit = units.find((other) => other.id === one.id);
              return (
                <li key={one.id}>
                  <Link to={`/units/${one.id}/verdict`}>
                    {unit === undefined ? one.id : `${unit.maker} ${unit.model}`}
                  </Link>{' '}
                  <span className="second">{one.said.join('; ')}</span>
                </li>
              );
            })}
          </ul>
        </details>
      )}
    </section>
  );
}

const found = (count: number) =>
  count === 0 ? 'It holds for none of them.' : `It holds for ${count === 1 ? 'one machine' : `${count} machines`}.`;

/** What of a condition has been chosen so far. */
interface Coming {
  of: string;
  fact: string;
  value: string | null;
}

function NewCondition({ onAdd }: { onAdd: (condition: string) => void }) {
  const [{ of, fact, value }, setComing] = useState<Coming>({ of: 'battery', fact: 'minutes', value: null });
  const facts = of === '' ? machineFacts : partFacts;
  const asked = facts[fact]?.asked;
  const isReady = asked !== undefined && (asked.sort === 'yes' || value !== null);
  const add = () => {
    if (!isReady) return;
    onAdd([of, fact, asked.sort === 'yes' ? '' : value].filter((word) => word !== '').join(' '));
    setComing({ of, fact, value: null });
  };
  return (
    <form
      className="plan-choice"
      onSubmit={(event) => {
        event.preventDefault();
        add();
      }}
    >
      <Select
        aria-label="Of what"
        className="ask-of"
        showSearch={{ optionFilterProp: 'label' }}
        value={of}
        options={[
          { value: '', label: 'The machine' },
          ...partKindValues.map((kind) => ({ value: kind, label: heading(kind) })),
        ]}
        onChange={(next) => setComing({ of: next, fact: next === '' ? 'price' : 'minutes', value: null })}
      />
      <Select
        aria-label="Which fact"
        className="ask-fact"
        showSearch={{ optionFilterProp: 'label' }}
        value={fact}
        options={Object.entries(facts).map(([name, one]) => ({ value: name, label: one.name }))}
        onChange={(next) => setComing({ of, fact: next, value: null })}
      />
      {asked?.sort === 'word' && (
        <Select
          aria-label="Which"
          className="ask-of"
          value={value}
          options={asked.words.map((word) => ({ value: word, label: label(word) }))}
          onChange={(next) => setComing({ of, fact, value: next })}
        />
      )}
      {(asked?.sort === 'most' || asked?.sort === 'least') && (
        <InputNumber<number>
          aria-label="How much"
          className="number"
          controls={false}
          min={0}
          suffix={asked.unit}
          value={value === null ? null : Number(value)}
          onChange={(next) => setComing({ of, fact, value: next === null ? null : String(next) })}
        />
      )}
      <Button htmlType="submit" disabled={!isReady}>
        Add to the question
      </Button>
    </form>
  );
}
