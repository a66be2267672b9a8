import { useQuery } from '@tanstack/react-query';
import { Button, Checkbox, Input } from 'antd';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, asProblem, type Schemas, take, type Unit, type Verdict } from '../../api/client';
import { Anew, Failed, Loading } from '../../app/states';
import { today } from '../../format';
import { indexText } from '../../record/IndexFigure';
import { label } from '../../words';
import { standingText } from './standing';
import { useKept } from '../../work/useKept';

type Found = Schemas['FoundReason'];

/** What a reader asks first: the two figures and where they stand, one paragraph from the facts, three reasons a side, and what was not seen. */
export function SummaryCard({ unit, verdict }: { unit: Unit; verdict: Verdict }) {
  const summary = useQuery({
    queryKey: ['summary', unit.id, unit.revision, unit.teardownRevision],
    queryFn: ({ signal }) =>
      take(api.GET('/api/units/{unitId}/summary', { params: { path: { unitId: unit.id } }, signal })),
    placeholderData: (before) => before,
  });
  const { data, error, refetch } = summary;
  if (data === undefined)
    return error === null ? (
      <Loading what="the summary" />
    ) : (
      <Failed problem={asProblem(error)} onRetry={() => void refetch()} />
    );
  return (
    <section className="card summary" aria-label="Summary">
      <div className="bench-head">
        <h2>In short</h2>
        <Anew of={summary} />
      </div>
      <p className="summary-line">
        <b>Repair {indexText(verdict.repair)}</b>
        {standingText(data.repair, data.peerClass)}; <b>upgrade {indexText(verdict.upgrade)}</b>
        {standingText(data.upgrade, data.peerClass)}.
      </p>
      <p className="summary-text">{data.sentences.join(' ')}</p>
      {data.cautions.map((caution) => (
        <p key={caution} className="warning">
          {caution}
        </p>
      ))}
      <div className="two-columns">
        <Side name="For" reasons={data.for} />
        <Side name="Against" reasons={data.against} />
      </div>
      <Sheets unit={unit} />
      <p className="note">
        {verdict.notSeen.length > 0 && `Not seen: ${verdict.notSeen.map(label).join(', ')}. `}
        <Link to="?view=reasons" replace>
          All reasons
        </Link>
        , <Link to={`/units/${unit.id}/plan`}>plan a repair</Link>
      </p>
    </section>
  );
}

/** The sheet that leaves the bench; before the embargo ends it asks why. */
function Sheets({ unit }: { unit: Unit }) {
  const [despite, setDespite] = useKept(`published before ${unit.id}`, '');
  const { embargo } = unit.record.unit;
  const isKept = embargo != null && today() < embargo;
  const [photos, setPhotos] = useState<readonly string[]>([]);
  const [copied, setCopied] = useState('');
  const address = (format: string) => {
    const asked = new URLSearchParams({ format });
    if (isKept) asked.set('despite', despite);
    if (photos.length > 0) asked.set('photos', photos.join(','));
    return `/api/units/${encodeURIComponent(unit.id)}/sheet?${asked.toString()}`;
  };
  return (
    <div className="sheets">
      <b>The sheet</b>
      {isKept && (
        <Input
          aria-label="Why it is published before its embargo ends"
          placeholder={`To be kept until ${embargo}: why is it published before?`}
          value={despite}
          onChange={(event) => setDespite(event.target.value)}
        />
      )}
      {isKept && despite.trim() === '' ? (
        <span className="second">It is to be kept until {embargo}.</span>
      ) : (
        <>
          <a href={address('html')} download>
            For readers
          </a>
          <a href={address('markdown')} download>
            As Markdown
          </a>
          <Button size="small" onClick={() => void copyText(address('text')).then(setCopied)}>
            Copy it as plain text
          </Button>
          <span role="status" className="second">
            {copied}
          </span>
          <a href={address('plate')} download>
            The two figures as a drawing
          </a>
        </>
      )}
      <PhotoChoice unit={unit} chosen={photos} onChoose={setPhotos} />
    </div>
  );
}

/** Puts the sheet where text is pasted from, and says whether that went. */
async function copyText(address: string): Promise<string> {
  try {
    const answer = await fetch(address);
    if (!answer.ok) return 'The sheet could not be made.';
    await navigator.clipboard.writeText(await answer.text());
    return 'Copied.';
  } catch {
    return 'It could not be copied: save it for readers instead.';
  }
}

/** Photos that a sheet has. */
const mostPhotos = 6;

interface PhotoChoiceProps {
  unit: Unit;
  chosen: readonly string[];
  onChoose: (chosen: readonly string[]) => void;
}

/** The photos that go on the sheet: none but those that are chosen, and none of a label. */
function PhotoChoice({ unit, chosen, onChoose }: PhotoChoiceProps) {
  const { photos = [], steps } = unit.record;
  const open = photos.filter((photo) => photo.label !== true);
  if (open.length === 0) return null;
  const nameOf = (photo: (typeof photos)[0]) =>
    photo.caption ?? steps.find((step) => step.id === photo.step)?.title ?? photo.part ?? photo.id;
  return (
    <fieldset className="photo-choice">
      <legend>
        Photos on it, {mostPhotos} at most
        {open.length < photos.length && '; those of a label stay at the bench'}
      </legend>
      {open.map((photo) => (
        <Checkbox
          key={photo.id}
          checked={chosen.includes(photo.id)}
          disabled={!chosen.includes(photo.id) && chosen.length >= mostPhotos}
          onChange={({ target }) =>
            onChoose(target.checked ? [...chosen, photo.id] : chosen.filter((id) => id !== photo.id))
          }
        >
          <img src={`/api/photos/${photo.sha256}/thumbnail`} alt="" height={48} loading="lazy" /> {nameOf(photo)}
        </Checkbox>
      ))}
    </fieldset>
  );
}

function Side({ name, reasons }: { name: string; reasons: readonly Found[] }) {
  return (
    <div>
      <h3>{name}</h3>
      {reasons.length === 0 ? (
        <p className="second">Nothing that is known.</p>
      ) : (
        <ul>
          {reasons.map((reason) => (
            <li key={reason.about}>{reason.text}</li>
          ))}
        </ul>
      )}
    </div>
  );
}
