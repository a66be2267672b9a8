import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState, useSyncExternalStore } from 'react';
import { asProblem, type Problem } from '../api/client';
import { queueOf } from '../work/outbox';
import type { EditQueue, Read } from '../work/queue';

/**
 * A document that is changed by single marks, as fast as they are keyed: each shows at once, and is asked for one after the other, made of what stands
 * when its turn comes. What another window does meanwhile stays, and while the program is away they wait.
 * @param id The document: one queue each, which outlives the screen.
 * @param where Where the changes are made, for people.
 * @param known The document as it was read last; the same one as long as nothing was read.
 * @param read Reads it again.
 */
export function useEditQueue<T>(id: string, where: string, known: Read<T>, read: () => Promise<Read<T>>) {
  const client = useQueryClient();
  const [queue] = useState(() => queueOf<T>(id, where, known, read, asProblem));
  const going = useSyncExternalStore(queue.subscribe, queue.progress);
  // What it all comes to is read when nothing waits any more.
  const { busy } = going;
  const wasBusy = useRef(false);
  useEffect(() => {
    if (wasBusy.current && !busy) void client.invalidateQueries();
    wasBusy.current = busy;
  }, [client, busy]);
  // What came while an edit was under way is looked at when it is done.
  useEffect(() => {
    if (!busy) queue.take(known);
  }, [queue, known, busy]);
  const problem: Problem | null = going.problem === null ? null : asProblem(going.problem);
  return { queue, busy, problem, dismiss: () => queue.dismiss() };
}

/** The document with every mark that waits, for a screen that shows each at once. */
export const useShown = <T>(queue: EditQueue<T>): T => useSyncExternalStore(queue.subscribe, queue.now).shown;

/** An undo or redo: only the program knows what it comes to. */
export const reversal = <T>(send: () => Promise<{ revision: number }>) => ({
  isOpen: true,
  apply: (document: T) => document,
  send,
});
