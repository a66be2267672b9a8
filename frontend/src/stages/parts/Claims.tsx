import { Button, Input, Modal } from 'antd';
import { useRef, useState } from 'react';
import { api, asProblem, problem, type Problem, type Schemas, seen, take, type Unit } from '../../api/client';
import { useChange } from '../../api/queries';
import { claimFactValues, partKindValues } from '../../api/schema';
import { ProblemNote } from '../../app/ProblemNote';
import { today } from '../../format';
import { Field, Numeric, Text, Word } from '../../record/fields';
import { heading, label } from '../../words';
import { useKept } from '../../work/useKept';

type Claim = Schemas['Claim'];
type Check = Schemas['ClaimCheck'];

const maxBytes = 5 * 1024 * 1024;
const units: Partial<Record<string, string>> = { memory: 'GB', storage: 'GB', battery: 'Wh' };

/** What the machine reports of itself and its maker states, beside what the bench found. */
export function Claims({ unit }: { unit: Unit }) {
  const picker = useRef<HTMLInputElement>(null);
  const [refused, setRefused] = useState<Problem | null>(null);
  const [answering, setAnswering] = useState<Check | null>(null);
  const [adding, setAdding] = useState(false);
  const bringIn = useChange((text: Blob) =>
    take(
      api.POST('/api/units/{unitId}/claims/report', {
        params: { path: { unitId: unit.id }, query: { date: today() } },
        body: text as never,
        bodySerializer: (body: unknown) => body as Blob,
        headers: { 'Content-Type': 'text/plain', ...seen(unit.revision).headers },
      }),
    ),
  );
  const replace = useChange(({ position, claim }: { position: number; claim: Claim }) =>
    take(
      api.PUT('/api/units/{unitId}/claims/{position}', {
        params: { path: { unitId: unit.id, position } },
        body: claim,
        ...seen(unit.revision),
      }),
    ),
  );
  const remove = useChange((position: number) =>
    take(
      api.DELETE('/api/units/{unitId}/claims/{position}', {
        params: { path: { unitId: unit.id, position } },
        ...seen(unit.revision),
      }),
    ),
  );
  // A claim is named by its place, which another act may move: the next waits until it is read again.
  const isMoving = bringIn.isPending || replace.isPending || remove.isPending;
  const failure = bringIn.error ?? replace.error ?? remove.error;
  const differing = unit.claims.filter((one) => one.state === 'differs').length;
  return (
    <section className="card claims" aria-label="Claims against findings">
      <div className="bench-head">
        <h2>Claims against findings</h2>
        {unit.claims.length > 0 && (
          <span className="second">
            {differing === 0
              ? 'no open difference'
              : differing === 1
                ? '1 open difference'
                : `${differing} open differences`}
          </span>
        )}
        <span className="grow" />
        <Button size="small" loading={bringIn.isPending} onClick={() => picker.current?.click()}>
          Bring a hardware report in
        </Button>{' '}
        <Button size="small" onClick={() => setAdding(true)}>
          Add a claim
        </Button>
        <input
          ref={picker}
          className="unseen"
          type="file"
          accept=".json,.txt,text/plain,application/json"
          aria-label="Hardware report"
          tabIndex={-1}
          onChange={(event) => {
            const file = event.target.files?.[0];
            event.target.value = '';
            setRefused(null);
            bringIn.reset();
            if (file === undefined) return;
            if (file.size > maxBytes) {
              setRefused(
                problem(
                  413,
                  'Too large',
                  'This report is larger than 5 MB, the most that is read. Nothing was changed.',
                ),
              );
            } else bringIn.mutate(file);
          }}
        />
      </div>
      <p className="note">
        What <span className="code">lshw -json</span> or <span className="code">dmidecode -t memory</span> prints on the
        machine, and what its maker states. Claims never score: what the bench finds does.
      </p>
      {refused !== null && <ProblemNote problem={refused} />}
      {failure !== null && <ProblemNote problem={asProblem(failure)} />}
      {unit.claims.length > 0 && (
        <table className="plain">
          <thead>
            <tr>
              <th scope="col">what</th>
              <th scope="col">claimed</th>
              <th scope="col">by</th>
              <th scope="col">found</th>
              <th scope="col">how they stand</th>
              <th scope="col">
                <span className="unseen">what can be done</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {unit.claims.map((one) => (
              <tr key={one.position} className={one.state === 'differs' ? 'claim-differs' : undefined}>
                <th scope="row">{factName(one.claim)}</th>
                <td>{one.claim.text ?? amount(one.claim, one.claim.number)}</td>
                <td className="second">
                  {one.claim.source === 'system' ? 'the system' : 'the maker'}
                  {one.claim.from != null && `, ${one.claim.from}`}
                  {one.claim.date != null && `, ${one.claim.date}`}
                </td>
                <td>
                  {one.foundText ?? (one.foundNumber === null ? 'nothing yet' : amount(one.claim, one.foundNumber))}
                </td>
                <td>
                  <b>{stateText[one.state]}</b>
                  {one.claim.answer != null && <span className="second"> {one.claim.answer}</span>}
                </td>
                <td className="row-end">
                  {one.state === 'differs' && (
                    <Button
                      size="small"
                      disabled={isMoving}
                      aria-label={`Stand by the finding: ${factName(one.claim)}`}
                      onClick={() => setAnswering(one)}
                    >
                      Stand by the finding
                    </Button>
                  )}{' '}
                  <Button
                    size="small"
                    disabled={isMoving}
                    aria-label={`Take out the claim of ${factName(one.claim)}`}
                    onClick={() => remove.mutate(one.position)}
                  >
                    Take out
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {answering !== null && (
        <Answer
          unit={unit}
          check={answering}
          onClose={() => setAnswering(null)}
          onAnswer={(answer) => {
            replace.mutate({ position: answering.position, claim: { ...answering.claim, answer } });
            setAnswering(null);
          }}
        />
      )}
      {adding && <AddClaim unit={unit} onClose={() => setAdding(false)} />}
    </section>
  );
}

const stateText: Record<Check['state'], string> = {
  agrees: 'the same',
  differs: 'differs',
  answered: 'differs, answered:',
  notFound: 'not looked at yet',
};

const factNames: Record<Claim['fact'], string> = {
  places: 'places for a module',
  inseparable: 'soldered banks',
  capacity: 'fitted altogether',
  ceiling: 'takes at most',
  name: 'its name',
};

const factName = (claim: Claim) => `${heading(claim.about)}: ${factNames[claim.fact]}`;

function amount(claim: Claim, number: number | null | undefined): string {
  if (number == null) return '';
  const unit = claim.fact === 'capacity' || claim.fact === 'ceiling' ? units[claim.about] : undefined;
  return unit === undefined ? String(number) : `${number} ${unit}`;
}

function Answer({
  unit,
  check,
  onClose,
  onAnswer,
}: {
  unit: Unit;
  check: Check;
  onClose: () => void;
  onAnswer: (text: string) => void;
}) {
  const answer = () => {
    onAnswer(text.trim());
    setText('');
  };
  const [text, setText] = useKept(`answer ${unit.id} ${factName(check.claim)}`, '');
  return (
    <Modal
      open
      title={`Stand by the finding: ${factName(check.claim)}`}
      okText="Keep the answer"
      okButtonProps={{ disabled: text.trim() === '' }}
      onOk={answer}
      onCancel={onClose}
    >
      <p>Say what the bench saw, so that a reader can follow it.</p>
      <Input
        aria-label="Why the finding stands"
        autoFocus
        value={text}
        onChange={(event) => setText(event.target.value)}
        onPressEnter={() => {
          if (text.trim() !== '') answer();
        }}
      />
    </Modal>
  );
}

const firstClaim: Claim = { source: 'maker', about: 'memory', fact: 'ceiling', date: today() };

function AddClaim({ unit, onClose }: { unit: Unit; onClose: () => void }) {
  const [claim, setClaim] = useKept<Claim>(`claim ${unit.id}`, firstClaim);
  const set = (part: Partial<Claim>) => setClaim({ ...claim, ...part });
  const add = useChange((body: Claim) =>
    take(
      api.POST('/api/units/{unitId}/claims', {
        params: { path: { unitId: unit.id } },
        body,
        ...seen(unit.revision),
      }),
    ),
  );
  return (
    <Modal
      open
      title="A claim of the maker"
      okText="Add the claim"
      confirmLoading={add.isPending}
      onOk={() =>
        add.mutate(claim, {
          onSuccess: () => {
            setClaim(firstClaim);
            onClose();
          },
        })
      }
      onCancel={onClose}
    >
      <div className="fields">
        <Field name="Of which kind">
          <Word
            name="Of which kind"
            words={partKindValues}
            required
            value={claim.about}
            onChange={(about) => set({ about: about ?? 'memory' })}
          />
        </Field>
        <Field name="What">
          <Word
            name="What is claimed"
            words={claimFactValues}
            labels={(fact) => factNames[fact]}
            required
            value={claim.fact}
            onChange={(fact) => {
              // A number is no name, and a name no number.
              const { source, from, date, about } = claim;
              setClaim({
                source,
                about,
                fact: fact ?? 'name',
                ...(from != null && { from }),
                ...(date != null && { date }),
              });
            }}
          />
        </Field>
        <Field name={claim.fact === 'name' ? 'Name' : 'Number'}>
          {claim.fact === 'name' ? (
            <Text name="Claimed name" value={claim.text} onChange={(text) => set({ text: text ?? undefined })} />
          ) : (
            <Numeric
              name="Claimed number"
              placeholder="how much"
              value={claim.number}
              onChange={(number) => set({ number: number ?? undefined })}
            />
          )}
        </Field>
        <Field name="Stated where">
          <Text name="Stated where" value={claim.from} onChange={(from) => set({ from })} />
        </Field>
        <Field name="Date">
          <Text name="Date of the claim" code value={claim.date} onChange={(date) => set({ date })} />
        </Field>
      </div>
      {add.error !== null && <ProblemNote problem={asProblem(add.error)} />}
      <p className="note">A claim of the {label(claim.about)} is laid beside what the bench records of it.</p>
    </Modal>
  );
}
