import { useQueryClient } from '@tanstack/react-query';
import { Button, notification } from 'antd';
import { createContext, type ReactNode, useContext } from 'react';
import { asProblem } from '../api/client';
import { useChange } from '../api/queries';

interface Offer {
  /** Of what: a second offer of the same takes the place of the first. */
  key: string;
  /** What was done. */
  what: string;
  detail?: string;
  /** Takes it back. */
  undo: () => Promise<unknown>;
}

const Offers = createContext<(offer: Offer) => void>(() => undefined);

/** Tells what was done outside a unit's record, and takes it back at one press. */
export const useUndoOffer = () => useContext(Offers);

export function UndoOffers({ children }: { children: ReactNode }) {
  const [told, holder] = notification.useNotification();
  const client = useQueryClient();
  const takeBack = async ({ key, what, undo }: Offer) => {
    try {
      await undo();
      told.open({ key, title: `Undone: ${what}`, duration: 6, role: 'status' });
    } catch (error) {
      // Where no answer came it may have been undone all the same.
      const { status, detail } = asProblem(error);
      told.open({
        key,
        title: `${status === 0 ? 'Perhaps not undone' : 'Not undone'}: ${what}`,
        description: detail,
        duration: 12,
      });
    }
    await client.invalidateQueries();
  };
  const offer = (made: Offer) =>
    told.open({
      key: made.key,
      title: made.what,
      description: made.detail,
      duration: 12,
      role: 'status',
      actions: (
        <Button size="small" onClick={() => void takeBack(made)}>
          Undo
        </Button>
      ),
    });
  return (
    <Offers.Provider value={offer}>
      {holder}
      {children}
    </Offers.Provider>
  );
}

interface Setting<T> {
  before: T;
  after: T;
  /** That was seen before. */
  revision: number;
}

/** Changes a setting of the house, and offers to put back what it was while nobody else has changed it since. */
export function useSettingChange<T>(
  what: string,
  put: (setting: T, revision: number) => Promise<{ revision: number }>,
) {
  const offer = useUndoOffer();
  return useChange(async ({ before, after, revision }: Setting<T>) => {
    const made = await put(after, revision);
    offer({ key: what, what, undo: () => put(before, made.revision) });
    return made;
  });
}
