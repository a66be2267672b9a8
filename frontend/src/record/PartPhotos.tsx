import { Button, Upload } from 'antd';
import { api, asProblem, take, type Unit } from '../api/client';
import { useChange } from '../api/queries';
import { ProblemNote } from '../app/ProblemNote';

/** Photos of one part. */
export function PartPhotos({ unit, partId }: { unit: Unit; partId: string }) {
  const add = useChange((file: Blob) =>
    take(
      api.POST('/api/teardowns/{teardownId}/photos', {
        params: { path: { teardownId: unit.teardownId }, query: { part: partId } },
        body: file as never,
        bodySerializer: (blob) => blob,
      }),
    ),
  );
  const photos = (unit.record.photos ?? []).filter((photo) => photo.part === partId);
  return (
    <div className="state-pictures">
      <span className="grow">{photos.length === 0 ? 'No photo of it yet' : 'Photos of it'}</span>
      {photos.map((photo) => (
        <img key={photo.id} src={`/api/photos/${photo.sha256}/thumbnail`} alt={photo.caption ?? partId} />
      ))}
      <Upload
        showUploadList={false}
        accept="image/jpeg,image/png,image/webp"
        beforeUpload={(file) => {
          add.mutate(file);
          return false;
        }}
      >
        <Button size="small">Add a photo of it</Button>
      </Upload>
      {add.error && <ProblemNote problem={asProblem(add.error)} />}
    </div>
  );
}
