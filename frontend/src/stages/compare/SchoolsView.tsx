import { Button, Select } from 'antd';
import { useEffect, useState } from 'react';
import type { Schemas } from '../../api/client';
import { useLongWork } from '../../api/useLongWork';
import { ProblemNote } from '../../app/ProblemNote';
import { Watched } from '../../app/Watched';
import { label } from '../../words';
import { type Index, indices, type Unit } from './field';

const questions: Record<string, string> = {
  powerFirst: 'Battery off before inside work',
  assemblies: 'A whole assembly counts as repair',
  ceiling: 'Which ceiling counts',
  acrossMean: 'A good kind makes up for a bad one',
  insideMean: 'A good criterion makes up for a bad one',
  effort: 'How effort is counted',
};

const options: Record<string, string> = {
  '1': 'it may',
  '0': 'in part',
  '-1': 'hardly',
  bench: 'proved',
  maker: 'stated',
  platform: 'allowed',
  observed: 'stopwatch',
};

/** So many units are scored as soon as they are looked at. */
const few = 60;

/** How each unit's place moves under every school, one question at a time. */
export function SchoolsView({ units }: { units: readonly Unit[] }) {
  const [index, setIndex] = useState<Index>('combined');
  const work = useLongWork<Schemas['SchoolsView'], Schemas['SchoolsAsked']>('/api/compare/schools');
  const { result, start } = work;
  const ids = units.map((unit) => unit.id).join(',');
  const isFew = units.length <= few;
  useEffect(() => {
    if (isFew) start({ units: ids.split(','), index });
  }, [start, isFew, ids, index]);
  const own = result?.options.find((option) => option.inUse);
  const order = units.map((unit, i) => ({ unit, i })).sort((a, b) => (own?.places[a.i] ?? 0) - (own?.places[b.i] ?? 0));
  return (
    <section className="card" aria-label="Schools">
      <div className="bench-head">
        <h2>Under every school</h2>
        <Select<Index>
          aria-label="Places in"
          showSearch={{ optionFilterProp: 'label' }}
          size="small"
          value={index}
          options={[...indices]}
          popupMatchSelectWidth={false}
          onChange={setIndex}
        />
        {(!isFew || (result === null && work.progress === null)) && (
          <Button
            size="small"
            type="primary"
            disabled={work.progress !== null}
            onClick={() => start({ units: ids.split(','), index })}
          >
            Score under each
          </Button>
        )}
      </div>
      <p className="note">
        One question at a time is answered otherwise, the others as in the rubric. A place that stays the same all along
        its row rests on the facts; one that moves rests on a choice of rules.
      </p>
      {work.problem !== null && <ProblemNote problem={work.problem} />}
      {work.progress !== null && <Watched progress={work.progress} what="Units scored" onStop={work.stop} />}
      {result !== null && own !== undefined && (
        <div className="grid-scroll">
          <table className="plain schools">
            <caption>
              Places by the low end of the range, {indices.find((one) => one.value === result.index)?.label}
            </caption>
            <thead>
              <tr>
                <th scope="col" rowSpan={2}>
                  unit
                </th>
                {[...new Set(result.options.map((option) => option.question))].map((question) => (
                  <th
                    key={question}
                    scope="colgroup"
                    colSpan={result.options.filter((option) => option.question === question).length}
                  >
                    {questions[question] ?? question}
                  </th>
                ))}
              </tr>
              <tr>
                {result.options.map((option) => (
                  <th key={`${option.question} ${option.option}`} scope="col">
                    {options[option.option] ?? label(option.option)}
                    {option.inUse ? ' (ours)' : ''}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {order.map(({ unit, i }) => (
                <tr key={unit.id}>
                  <th scope="row">
                    {unit.model}
                    {own.placesByValue[i] === null && <span className="second">, no figure yet</span>}
                  </th>
                  {result.options.map((option) => {
                    const [place, ours] = [option.places[i] ?? 0, own.places[i] ?? 0];
                    return (
                      <td key={`${option.question} ${option.option}`} className={place === ours ? undefined : 'moved'}>
                        {place}
                        {place !== ours && (
                          <span className="second"> {place < ours ? `↑${ours - place}` : `↓${place - ours}`}</span>
                        )}
                      </td>
                    );
                  })}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </section>
  );
}
