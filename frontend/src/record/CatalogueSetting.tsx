import { useQuery } from '@tanstack/react-query';
import { Modal } from 'antd';
import { useState } from 'react';
import { api, asProblem, seen, takeSetting } from '../api/client';
import { ProblemNote } from '../app/ProblemNote';
import { useSettingChange } from '../app/UndoOffer';
import { Check, Field, Text } from './fields';

interface CatalogueAddress {
  address: string;
  elsewhere: boolean;
}

/** Where the house's spare-part catalogue is: on this machine, unless the house says otherwise. */
export function CatalogueSetting({ onClose }: { onClose: () => void }) {
  const setting = useQuery({
    queryKey: ['catalogue-setting'],
    queryFn: ({ signal }) => takeSetting(api.GET('/api/settings/catalogue', { signal })),
  });
  const [draft, setDraft] = useState<{ address: string; elsewhere: boolean; revision: number } | null>(null);
  const shown = draft ?? {
    address: setting.data?.address ?? '',
    elsewhere: setting.data?.elsewhere ?? false,
    revision: setting.data?.revision ?? 0,
  };
  const save = useSettingChange('The address of the catalogue is changed', (body: CatalogueAddress, revision) =>
    takeSetting(api.PUT('/api/settings/catalogue', { body, ...seen(revision) })),
  );
  const { revision, ...after } = shown;
  const failure = setting.error ?? save.error;
  return (
    <Modal
      open
      title="The spare-part catalogue"
      okText="Save the address"
      confirmLoading={save.isPending}
      onOk={() =>
        save.mutate(
          {
            before: { address: setting.data?.address ?? '', elsewhere: setting.data?.elsewhere ?? false },
            after,
            revision,
          },
          { onSuccess: onClose },
        )
      }
      onCancel={onClose}
    >
      <Field name="Address" hint="The stand-in is started by ./wide-lever catalogue.">
        <Text
          name="Address of the catalogue"
          code
          value={shown.address}
          onChange={(address) => setDraft({ ...shown, address: address ?? '' })}
        />
      </Field>
      <Check
        name="It may be on another machine"
        value={shown.elsewhere}
        onChange={(elsewhere) => setDraft({ ...shown, elsewhere })}
      />
      {failure !== null && <ProblemNote problem={asProblem(failure)} />}
    </Modal>
  );
}
