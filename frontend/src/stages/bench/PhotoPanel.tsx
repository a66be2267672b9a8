import { Button, Upload } from 'antd';
import { useState } from 'react';
import type { BenchView, Photo, Unit } from '../../api/client';
import { Word } from '../../record/fields';
import { PhotoDialog } from './PhotoDialog';

export type Target = { step: string } | { part: string } | { label: true } | 'hand';

interface Props {
  unit: Unit;
  bench: BenchView;
  busy: boolean;
  photoKey: string;
  onCamera: (target: Target) => void;
  onFile: (file: Blob, target: Target) => void;
  onNewest: (target: Target) => void;
}

/** The photos of the bench, and where the next one belongs. */
export function PhotoPanel({ unit, bench, busy, photoKey, onCamera, onFile, onNewest }: Props) {
  const [target, setTarget] = useState('hand');
  const [shown, setShown] = useState<string | null>(null);
  const { steps, parts, photos = [] } = unit.record;
  const chosen = targetOf(target);
  const photo = photos.find((other) => other.id === shown);
  return (
    <div className="photos">
      <span className="field">
        <span className="field-name">The next photo shows</span>
        <Word
          name="The next photo shows"
          required
          words={[
            'hand',
            'label',
            ...steps.map((step) => `step ${step.id}`),
            ...parts.map((part) => `part ${part.id}`),
          ]}
          labels={(word) => targetName(word, unit)}
          value={target}
          onChange={(word) => setTarget(word ?? 'hand')}
        />
      </span>
      <div className="tools">
        <Button loading={busy} onClick={() => onCamera(chosen)}>
          Camera <kbd>{photoKey}</kbd>
        </Button>
        <Upload
          showUploadList={false}
          accept="image/jpeg,image/png,image/webp"
          beforeUpload={(file) => {
            onFile(file, chosen);
            return false;
          }}
        >
          <Button>Choose a file</Button>
        </Upload>
        <Button onClick={() => onNewest(chosen)}>Newest of the folder</Button>
      </div>
      <p className="note">A picture can also be dropped anywhere here, or pasted.</p>
      {photos.length === 0 && <p className="state">No photos yet.</p>}
      <ul className="photo-list">
        {photos.map((other) => (
          <li key={other.id}>
            <button type="button" onClick={() => setShown(other.id)} aria-label={`Open ${photoName(other, unit)}`}>
              <img src={`/api/photos/${other.sha256}/thumbnail`} alt="" />
              <span>{photoName(other, unit)}</span>
            </button>
          </li>
        ))}
      </ul>
      {photo !== undefined && (
        <PhotoDialog key={photo.id} unit={unit} bench={bench} photo={photo} onClose={() => setShown(null)} />
      )}
    </div>
  );
}

function targetOf(word: string): Target {
  if (word === 'label') return { label: true };
  if (word.startsWith('step ')) return { step: word.slice(5) };
  if (word.startsWith('part ')) return { part: word.slice(5) };
  return 'hand';
}

function targetName(word: string, { record }: Unit): string {
  if (word === 'hand') return 'the step in hand';
  if (word === 'label') return 'the label with the model code';
  const step = record.steps.findIndex((other) => word === `step ${other.id}`);
  return step >= 0 ? `step ${step + 1}, ${record.steps[step]?.title ?? ''}` : word;
}

/** What a photo shows. */
export function photoName(photo: Photo, { record }: Pick<Unit, 'record'>): string {
  if (photo.caption != null) return photo.caption;
  if (photo.label === true) return 'the label';
  if (photo.part != null) return photo.part;
  const step = record.steps.find((other) => other.id === photo.step);
  return step?.title ?? photo.id;
}
