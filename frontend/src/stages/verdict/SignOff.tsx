import { Button } from 'antd';
import { useState } from 'react';
import { api, asProblem, type Schemas, take, type Unit, type Verdict } from '../../api/client';
import { useChange, useSignatures } from '../../api/queries';
import { ProblemNote } from '../../app/ProblemNote';
import { today } from '../../format';
import { indexText } from '../../record/IndexFigure';
import { Field, Text } from '../../record/fields';
import { label } from '../../words';
import { useKept } from '../../work/useKept';

/** Signing a complete result off, and what was signed before. */
export function SignOff({ unit, verdict }: { unit: Unit; verdict: Verdict }) {
  const { data = [] } = useSignatures(unit.id);
  const [signing, setSigning] = useState(false);
  const [latest] = data;
  const isSigned = latest !== undefined && latest.state !== 'changedSince';
  const complete = unit.status === 'complete';
  return (
    <section className="sign-off" aria-label="Sign-off">
      {latest !== undefined && <Signed signature={latest} unitId={unit.id} />}
      {latest === undefined && !complete && (
        <p className="second">
          Only a complete result can be signed off as final. This one can be signed as seen: an index that is a draft
          stands as its range, and what was not seen is named.
        </p>
      )}
      {!isSigned && !signing && (
        <Button onClick={() => setSigning(true)}>{complete ? 'Sign this result off' : 'Sign as seen'}</Button>
      )}
      {signing && <SignForm unit={unit} verdict={verdict} onDone={() => setSigning(false)} />}
      {data.length > 1 && (
        <details>
          <summary>Signed before: {data.length - 1}</summary>
          {data.slice(1).map((signature) => (
            <Signed key={signature.number} signature={signature} unitId={unit.id} />
          ))}
        </details>
      )}
    </section>
  );
}

function Signed({ signature, unitId }: { signature: Schemas['SignatureView']; unitId: string }) {
  const seenOnly = signature.status !== 'complete';
  return (
    <div className={signature.state === 'changedSince' ? 'signed warning' : 'signed'}>
      <p>
        <b>
          {signature.state === 'final'
            ? 'Final'
            : signature.state === 'asSeen'
              ? 'Signed as seen'
              : `Changed since signed: the ${signature.changed.join(' and the ')}`}
          .
        </b>{' '}
        {signature.name} for {signature.bench} answers for {seenOnly ? 'what was seen of it' : 'the result'} of{' '}
        {signature.on}: repair {indexText(signature.repair)}; upgrade {indexText(signature.upgrade)}.
        {seenOnly && signature.notSeen.length > 0 && ` Not seen enough: ${signature.notSeen.map(label).join(', ')}.`}
        {signature.note !== null && ` ${signature.note}`}
      </p>
      <p className="note">
        Record <code>{signature.recordSha256.slice(0, 12)}</code>, rubric{' '}
        <code>{signature.rubricSha256.slice(0, 12)}</code>, result <code>{signature.resultSha256.slice(0, 12)}</code>,
        method {signature.methodVersion}.{' '}
        <a href={`/api/units/${unitId}/signatures/${signature.number}`} download>
          Save what was signed
        </a>
      </p>
    </div>
  );
}

function SignForm({ unit, verdict, onDone }: { unit: Unit; verdict: Verdict; onDone: () => void }) {
  const complete = verdict.status === 'complete';
  const [name, setName] = useKept(`signing name ${unit.id}`, '');
  const [bench, setBench] = useKept(`signing bench ${unit.id}`, unit.record.teardown.bench);
  const [on, setOn] = useState(today);
  const [note, setNote] = useKept(`signing note ${unit.id}`, '');
  // What is signed is what was in view when the form was opened.
  const [seen] = useState({
    unitRevision: verdict.unitRevision,
    teardownRevision: verdict.teardownRevision,
    rubricSha256: verdict.rubricSha256,
  });
  const sign = useChange(() =>
    take(
      api.POST('/api/units/{unitId}/signatures', {
        params: { path: { unitId: unit.id } },
        body: { name, bench, on, ...(note !== '' && { note }), ...seen, asSeen: !complete },
      }),
    ),
  );
  return (
    <form
      className="fields"
      onSubmit={(event) => {
        event.preventDefault();
        sign.mutate(undefined, {
          onSuccess: () => {
            setName('');
            setNote('');
            onDone();
          },
        });
      }}
    >
      <p className="field wide second">
        Signing says who answers for this result. It is no cryptographic signature; what it was computed from is kept
        with it.
        {!complete &&
          ` You answer for the kinds that have a value; an index that is a draft stands as its range${verdict.notSeen.length > 0 ? `; these stand as not seen: ${verdict.notSeen.map(label).join(', ')}` : ''}.`}
      </p>
      <Field name="Who answers for it">
        <Text name="Who answers for it" autoFocus value={name} onChange={(text) => setName(text ?? '')} />
      </Field>
      <Field name="Bench">
        <Text name="Signing bench" value={bench} onChange={(text) => setBench(text ?? '')} />
      </Field>
      <Field name="Date">
        <Text name="Date of signing" code value={on} onChange={(text) => setOn(text ?? '')} />
      </Field>
      <Field name="Note">
        <Text name="Note" value={note} onChange={(text) => setNote(text ?? '')} />
      </Field>
      {sign.error && (
        <div className="field wide">
          <ProblemNote problem={asProblem(sign.error)} />
        </div>
      )}
      <div className="form-end">
        <Button type="primary" htmlType="submit" loading={sign.isPending}>
          {complete ? 'Sign as final' : 'Sign as seen'}
        </Button>
        <Button onClick={onDone}>Cancel</Button>
      </div>
    </form>
  );
}
