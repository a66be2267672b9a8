import { Button, Upload } from 'antd';
import { api, asProblem, type Schemas, take, type Unit } from '../../api/client';
import { useChange } from '../../api/queries';
import { ProblemNote } from '../../app/ProblemNote';

type Shown = 'label' | Schemas['PhotoOccasion'];

const names: Record<Shown, string> = {
  label: 'The label with the code',
  arrival: 'State on arrival',
  return: 'State on return',
};

/** Pictures of the label, and of the state in which the machine came and went back. */
export function StatePictures({ unit }: { unit: Unit }) {
  const add = useChange(({ file, shown }: { file: Blob; shown: Shown }) =>
    take(
      api.POST('/api/teardowns/{teardownId}/photos', {
        params: {
          path: { teardownId: unit.teardownId },
          query: shown === 'label' ? { label: true } : { occasion: shown },
        },
        body: file as never,
        bodySerializer: (blob) => blob,
      }),
    ),
  );
  const photos = unit.record.photos ?? [];
  return (
    <section className="card" aria-label="Pictures">
      <h2>Pictures</h2>
      {(['label', 'arrival', 'return'] as const).map((shown) => {
        const own = photos.filter((photo) => (shown === 'label' ? photo.label === true : photo.occasion === shown));
        return (
          <div key={shown} className="state-pictures">
            <span className="grow">{names[shown]}</span>
            {own.map((photo) => (
              <img key={photo.id} src={`/api/photos/${photo.sha256}/thumbnail`} alt={photo.caption ?? names[shown]} />
            ))}
            <Upload
              showUploadList={false}
              accept="image/jpeg,image/png,image/webp"
              beforeUpload={(file) => {
                add.mutate({ file, shown });
                return false;
              }}
            >
              <Button size="small">Add a picture</Button>
            </Upload>
          </div>
        );
      })}
      {add.error && <ProblemNote problem={asProblem(add.error)} />}
    </section>
  );
}
