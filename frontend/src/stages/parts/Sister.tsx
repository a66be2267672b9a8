import { useQuery } from '@tanstack/react-query';
import { Button, Modal, Select } from 'antd';
import { useState } from 'react';
import { api, asProblem, seen, take, type Unit } from '../../api/client';
import { useChange, useShelf } from '../../api/queries';
import { ProblemNote } from '../../app/ProblemNote';

/** Parts of a sister model, taken over where this unit says nothing. */
export function Sister({ unit, onClose }: { unit: Unit; onClose: () => void }) {
  const shelf = useShelf();
  const [sisterId, setSisterId] = useState<string | undefined>(unit.variants[0]?.id);
  const preview = useQuery({
    queryKey: ['sister', unit.id, unit.revision, sisterId],
    queryFn: ({ signal }) =>
      take(
        api.GET('/api/units/{unitId}/parts/from/{sisterId}', {
          params: { path: { unitId: unit.id, sisterId: sisterId ?? '' } },
          signal,
        }),
      ),
    enabled: sisterId !== undefined,
  });
  const copy = useChange((from: string) =>
    take(
      api.POST('/api/units/{unitId}/parts/from/{sisterId}', {
        params: { path: { unitId: unit.id, sisterId: from } },
        ...seen(unit.revision),
      }),
    ),
  );
  const failure = preview.error ?? copy.error;
  const units = (shelf.data?.units ?? []).filter((other) => other.id !== unit.id);
  // Those of the same maker are likelier sisters.
  const sisters = [...units].sort(
    (a, b) => Number(b.maker === unit.record.unit.maker) - Number(a.maker === unit.record.unit.maker),
  );
  return (
    <Modal
      open
      title="Copy from a sister model"
      onCancel={onClose}
      footer={[
        <Button key="cancel" onClick={onClose}>
          Cancel
        </Button>,
        <Button
          key="copy"
          type="primary"
          loading={copy.isPending}
          disabled={sisterId === undefined || (preview.data?.length ?? 0) === 0}
          onClick={() => {
            if (sisterId !== undefined) copy.mutate(sisterId, { onSuccess: onClose });
          }}
        >
          Take these over
        </Button>,
      ]}
    >
      <p>What is known here stays. What is taken over is noted in the part as not seen here.</p>
      <Select
        aria-label="Sister model"
        className="word"
        showSearch={{ optionFilterProp: 'label' }}
        placeholder="which machine"
        value={sisterId}
        options={sisters.map((other) => ({
          value: other.id,
          label: `${other.maker} ${other.model}, ${other.modelCode}`,
        }))}
        onChange={setSisterId}
      />
      {preview.data !== undefined && (
        <ul className="faults" aria-label="What would be taken over">
          {preview.data.length === 0 && <li>Nothing that this machine does not have already.</li>}
          {preview.data.map((one) => (
            <li key={one.part}>
              <span className="code">{one.part}</span>
              {one.isNew && ' (new)'}: {one.facts.length === 0 ? 'that there is one' : one.facts.join(', ')}
            </li>
          ))}
        </ul>
      )}
      {failure !== null && <ProblemNote problem={asProblem(failure)} />}
    </Modal>
  );
}
