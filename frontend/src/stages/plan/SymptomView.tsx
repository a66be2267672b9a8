import { useQuery } from '@tanstack/react-query';
import { Button, Checkbox, Select, Upload } from 'antd';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { api, asProblem, type Schemas, seen, take, takeSetting, type Unit } from '../../api/client';
import { useChange } from '../../api/queries';
import { ProblemNote } from '../../app/ProblemNote';
import { Empty, Failed, Loading } from '../../app/states';
import { save } from '../../charts/exportSvg';
import { minutes } from '../../format';
import { nameOf } from '../../record/names';
import { label } from '../../words';

type Symptom = Schemas['SymptomView'];

/** From what the machine does to the parts to look at: what may stop everything first, then by least effort. */
export function SymptomView({ unit }: { unit: Unit }) {
  const [search, setSearch] = useSearchParams();
  const symptoms = useQuery({
    queryKey: ['symptoms', unit.id, unit.revision, unit.teardownRevision],
    queryFn: ({ signal }) =>
      take(api.GET('/api/units/{unitId}/symptoms', { params: { path: { unitId: unit.id } }, signal })),
  });
  if (symptoms.data === undefined)
    return symptoms.error === null ? (
      <Loading what="the symptoms" />
    ) : (
      <Failed problem={asProblem(symptoms.error)} onRetry={() => void symptoms.refetch()} />
    );
  const chosen = symptoms.data.find((one) => one.text === search.get('symptom'));
  const option = (one: Symptom) => ({ value: one.text, label: one.text });
  const groups = [
    { label: 'Noted on this machine', options: symptoms.data.filter((one) => one.noted).map(option) },
    { label: 'Of the list', options: symptoms.data.filter((one) => !one.noted).map(option) },
  ].filter((group) => group.options.length > 0);
  return (
    <>
      <section className="card plan-choice" aria-label="What it does">
        <label htmlFor="symptom">
          <b>What it does</b>
        </label>
        <Select<string>
          id="symptom"
          aria-label="Symptom"
          className="plan-parts"
          showSearch={{ optionFilterProp: 'label' }}
          placeholder="Choose what the machine does, or type a word of it"
          value={chosen?.text ?? null}
          options={groups}
          onChange={(text) => setSearch({ view: 'symptom', symptom: text }, { replace: true })}
        />
      </section>
      {chosen === undefined ? (
        <SymptomList unit={unit} symptoms={symptoms.data} />
      ) : (
        <Looks key={chosen.text} unit={unit} symptom={chosen} />
      )}
      <ListOfTheHouse />
    </>
  );
}

/** Every symptom, one press each, with where to look first. */
function SymptomList({ unit, symptoms }: { unit: Unit; symptoms: Symptom[] }) {
  if (symptoms.length === 0)
    return (
      <Empty>
        <p>The list of symptoms is empty, and none is noted on this machine.</p>
      </Empty>
    );
  const stops = (one: Symptom) => one.parts.some((part) => part.stop !== null);
  const gravestFirst = [...symptoms.filter(stops), ...symptoms.filter((one) => !stops(one))];
  return (
    <section className="card" aria-labelledby="symptom-list">
      <h2 id="symptom-list">What machines do</h2>
      <ul className="plan-jobs">
        {gravestFirst.map((one) => {
          const first = one.parts.find((part) => part.effort !== null);
          return (
            <li key={one.text}>
              <Link to={`?${new URLSearchParams({ view: 'symptom', symptom: one.text }).toString()}`}>{one.text}</Link>
              <span className="second">
                {one.noted ? ' noted on this machine;' : ''}
                {stops(one) ? ' may hurt someone or lose data;' : ''}
                {first === undefined || first.effort === null
                  ? ' nothing on record here to look at'
                  : ` ${nameOf(unit, first.part)} first, ${minutes(first.effort)}`}
              </span>
            </li>
          );
        })}
      </ul>
      <p className="note">What may hurt someone or lose data comes first, then what takes the least work to look at.</p>
    </section>
  );
}

function Looks({ unit, symptom }: { unit: Unit; symptom: Symptom }) {
  // Nothing is planned until what may hurt someone or lose data was looked at.
  const [looked, setLooked] = useState(false);
  const stops = [...new Set(symptom.parts.map((part) => part.stop).filter((stop) => stop !== null))];
  const open = looked || stops.length === 0;
  const reachable = symptom.parts.filter((part) => part.effort !== null);
  return (
    <section className="card" aria-label="Where to look">
      <h2>Where to look</h2>
      {stops.map((stop) => (
        <p key={stop} className="warning" role="alert">
          <b>Stop first.</b> {stop} The maker’s safety sheet, local codes and licensed practice come first.
        </p>
      ))}
      {stops.length > 0 && (
        <p className="plan-sheets">
          <Checkbox checked={looked} onChange={(event) => setLooked(event.target.checked)}>
            I looked from outside: none of this is so
          </Checkbox>
          <Link to={`/units/${unit.id}/intake`}>It is so: note it as damage</Link>
        </p>
      )}
      {symptom.parts.length === 0 && <p>No part of this machine is on record for it.</p>}
      <ol className="plan-steps">
        {symptom.parts.map((part) => (
          <li key={`${part.part} ${part.why}`}>
            <b>{nameOf(unit, part.part)}</b>: {part.why}
            <br />
            {part.effort === null ? (
              <span className="second">No way to it is known.</span>
            ) : (
              <>
                <span className="second">{minutes(part.effort)} there and back. </span>
                {open && <Link to={planFor([part.part])}>The way there and back</Link>}
              </>
            )}
          </li>
        ))}
      </ol>
      {symptom.more > 0 && <p className="note">And {symptom.more} more parts, further down the list.</p>}
      {open && reachable.length > 1 && (
        <p>
          <Link to={planFor(reachable.map((part) => part.part))}>All of them in one opening</Link>
        </p>
      )}
      {symptom.notSeen.length > 0 && (
        <p className="note">Also worth a look, and not on record here: {symptom.notSeen.map(label).join(', ')}.</p>
      )}
    </section>
  );
}

const planFor = (parts: readonly string[]) => `?${new URLSearchParams({ for: parts.join(',') }).toString()}`;

type List = Schemas['SymptomList'];

const current = () => takeSetting(api.GET('/api/settings/symptoms'));
const putList = (list: List, revision: number) =>
  takeSetting(api.PUT('/api/settings/symptoms', { body: { symptoms: list.symptoms }, ...seen(revision) }));

/** The list itself: openly editable data that the house can take out, change and bring back. */
function ListOfTheHouse() {
  // The list that stood before the last change, to be put back.
  const [before, setBefore] = useState<{ list: List; revision: number } | null>(null);
  const bring = useChange(async (file: File) => {
    const stood = await current();
    const { revision } = await putList(read(await file.text(), file.name), stood.revision);
    setBefore({ list: stood, revision });
  });
  const reset = useChange(async () => {
    const stood = await current();
    const { revision } = await takeSetting(api.DELETE('/api/settings/symptoms', seen(stood.revision)));
    setBefore({ list: stood, revision });
  });
  const undo = useChange(async ({ list, revision }: { list: List; revision: number }) => {
    await putList(list, revision);
    setBefore(null);
  });
  const saveList = useChange(async () =>
    save('symptoms.json', 'application/json', `${JSON.stringify({ symptoms: (await current()).symptoms }, null, 2)}\n`),
  );
  const failure = bring.error ?? saveList.error ?? reset.error ?? undo.error;
  return (
    <details className="card">
      <summary>The list of symptoms</summary>
      <p>
        It is data for every house to edit: save it, change it in any editor, and import it again. Each symptom names
        the kinds of part to look at, why, and what to stop for.
      </p>
      <div className="plan-sheets">
        <Button onClick={() => saveList.mutate()}>Save the list</Button>
        <Upload
          accept=".json"
          showUploadList={false}
          beforeUpload={(file) => {
            bring.mutate(file);
            return false;
          }}
        >
          <Button loading={bring.isPending}>Import a list</Button>
        </Upload>
        <Button onClick={() => reset.mutate()}>Use the list as shipped</Button>
        {before !== null && <Button onClick={() => undo.mutate(before)}>Undo</Button>}
      </div>
      <p role="status">{before !== null && 'Another list is in use now.'}</p>
      {failure !== null && <ProblemNote problem={asProblem(failure)} />}
    </details>
  );
}

function read(text: string, name: string): List {
  try {
    return JSON.parse(text) as List;
  } catch (error) {
    throw error instanceof SyntaxError ? new Error(`${name} is not JSON: ${error.message}`) : error;
  }
}
