import { useQuery } from '@tanstack/react-query';
import { Button } from 'antd';
import { useState } from 'react';
import { api, asProblem, type Part, take, type Unit } from '../api/client';
import { ProblemNote } from '../app/ProblemNote';
import { money } from '../format';
import { label } from '../words';
import { CatalogueSetting } from './CatalogueSetting';

interface Props {
  unit: Unit;
  part: Part;
  /** Whether the part is on the record, so that modules for its place can be asked for. */
  recorded: boolean;
  onTake: (spare: NonNullable<Part['spare']>) => void;
}

/** What the spare-part catalogue says of the part's number, and which modules it lists for the place. Nothing waits for it. */
export function CatalogueAsk({ unit, part, recorded, onTake }: Props) {
  const number = part.spare?.number ?? '';
  const [asked, setAsked] = useState<{ number: string; round: number } | null>(null);
  const [modules, setModules] = useState(false);
  const [setting, setSetting] = useState(false);
  const answer = useQuery({
    queryKey: ['catalogue', asked],
    queryFn: ({ signal }) =>
      take(
        api.GET('/api/catalogue/spare', {
          params: { query: { number: asked?.number ?? '', again: (asked?.round ?? 0) > 0 } },
          signal,
        }),
      ),
    enabled: asked !== null,
    staleTime: Infinity,
  });
  const offer = answer.data?.offer;
  const listsModules = part.kind === 'memory' || part.kind === 'storage' || part.kind === 'wireless';
  return (
    <section className="catalogue" aria-label="Catalogue">
      <div className="tools">
        <Button
          size="small"
          disabled={number === ''}
          loading={answer.isFetching}
          onClick={() => setAsked({ number, round: asked?.number === number ? asked.round + 1 : 0 })}
        >
          Ask the catalogue for {number === '' ? 'a part number' : number}
        </Button>
        {listsModules && recorded && (
          <Button size="small" aria-expanded={modules} onClick={() => setModules(!modules)}>
            Modules for this place
          </Button>
        )}
        <Button size="small" type="text" onClick={() => setSetting(true)}>
          Which catalogue
        </Button>
      </div>
      {answer.error !== null && <ProblemNote problem={asProblem(answer.error)} />}
      {answer.data !== undefined && asked?.number === number && (
        <div role="status" className="catalogue-answer">
          {answer.data.trouble !== null && (
            <p>
              {answer.data.trouble} Everything else works without it.
              {offer != null && ` What it said before, on ${answer.data.askedAt?.slice(0, 10) ?? ''}, stands below.`}
            </p>
          )}
          {answer.data.state === 'notListed' && <p>The catalogue does not list {number}.</p>}
          {offer != null && (
            <p>
              {offer.what ?? offer.number}:{' '}
              <b>
                {offer.price == null ? 'no price' : money(offer.price.amount ?? null, offer.price.currency ?? null)}
              </b>
              {offer.source != null && `, sold by ${label(offer.source)}`}
              {offer.paired != null && (offer.paired ? ', works only after pairing' : ', without pairing')}, seen{' '}
              {answer.data.askedAt?.slice(0, 10)}.{' '}
              <Button
                size="small"
                onClick={() =>
                  onTake({
                    ...part.spare,
                    ...(offer.price != null && { price: offer.price }),
                    ...(offer.source != null && { source: offer.source }),
                    ...(offer.paired != null && { paired: offer.paired }),
                    seen: answer.data.askedAt?.slice(0, 10) ?? null,
                  })
                }
              >
                Take these facts over
              </Button>
            </p>
          )}
        </div>
      )}
      {modules && <Modules unit={unit} part={part} />}
      {setting && <CatalogueSetting onClose={() => setSetting(false)} />}
    </section>
  );
}

function Modules({ unit, part }: { unit: Unit; part: Part }) {
  const { data, error } = useQuery({
    queryKey: ['modules', unit.id, unit.revision, part.id],
    queryFn: ({ signal }) =>
      take(
        api.GET('/api/units/{unitId}/parts/{partId}/modules', {
          params: { path: { unitId: unit.id, partId: part.id }, query: {} },
          signal,
        }),
      ),
  });
  if (error !== null) return <ProblemNote problem={asProblem(error)} />;
  if (data === undefined) return <p role="status">Asking the catalogue…</p>;
  return (
    <>
      {data.trouble !== null && <p role="status">{data.trouble} Everything else works without it.</p>}
      {data.fits.length > 0 && (
        <table className="plain modules">
          <thead>
            <tr>
              <th scope="col">module</th>
              <th scope="col">what</th>
              <th scope="col">price</th>
              <th scope="col">in this place</th>
            </tr>
          </thead>
          <tbody>
            {data.fits.map(({ module, against, unsure }) => (
              <tr key={module.number}>
                <th scope="row" className="code">
                  {module.number}
                </th>
                <td>
                  {[module.capacity != null && `${module.capacity} GB`, module.form, module.generation]
                    .filter((word) => typeof word === 'string')
                    .join(', ')}
                </td>
                <td>{module.price == null ? '' : money(module.price.amount ?? null, module.price.currency ?? null)}</td>
                <td>
                  {against.length > 0
                    ? `does not fit: ${against.join('; ')}`
                    : unsure.length > 0
                      ? `look first at: ${unsure.join(', ')}`
                      : 'fits'}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {(data.fits[0]?.noted?.length ?? 0) > 0 && (
        <p className="note">Noted of this place: {data.fits[0]?.noted?.join('; ')}.</p>
      )}
      {data.state === 'found' && data.fits.length === 0 && <p>The catalogue lists none.</p>}
    </>
  );
}
