import { useSyncExternalStore } from 'react';
import { onBack } from '../api/connection';
import { keptDrafts } from '../edits/drafts';
import { EditQueue, type Read, type Refusal } from './queue';

/** How many changes of a document wait for the program. */
export interface Waiting {
  /** Where they were made, for people. */
  where: string;
  count: number;
}

// Queues stand outside the screens: what waits goes on waiting when its screen is left.
const queues = new Map<string, { where: string; queue: EditQueue<unknown> }>();
const listeners = new Set<() => void>();
let waiting: readonly Waiting[] = [];

function look(): void {
  const next = [...queues.values()]
    .map(({ where, queue }) => ({ where, count: queue.count() }))
    .filter((one) => one.count > 0);
  if (JSON.stringify(next) === JSON.stringify(waiting)) return;
  waiting = next;
  for (const listener of listeners) listener();
}

/**
 * The queue of a document: one for whichever screens show it.
 * @param id The document; two machines of one name have two.
 * @param where Where changes are made, for people.
 */
export function queueOf<T>(
  id: string,
  where: string,
  known: Read<T>,
  read: () => Promise<Read<T>>,
  refusalOf: (error: unknown) => Refusal,
): EditQueue<T> {
  const before = queues.get(id);
  if (before !== undefined) return before.queue as unknown as EditQueue<T>;
  const queue = new EditQueue<T>(known, read, refusalOf);
  queues.set(id, { where, queue: queue as unknown as EditQueue<unknown> });
  queue.subscribe(look);
  return queue;
}

onBack(() => {
  for (const { queue } of queues.values()) queue.resume();
});

/** What waits, by where it was made. */
export function useWaiting(): readonly Waiting[] {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => waiting,
  );
}

/** What waits in words; empty: nothing does. */
export function waitingText(of: readonly Waiting[]): string {
  const count = of.reduce((sum, one) => sum + one.count, 0);
  if (count === 0) return '';
  return `${count === 1 ? 'One change waits' : `${count} changes wait`}: ${of.map((one) => `${one.count} of ${one.where}`).join(', ')}.`;
}

/** Asks before a tab is closed with which something typed would go. */
export function askBeforeLeaving(): void {
  window.addEventListener('beforeunload', (event) => {
    if (waiting.length > 0 || keptDrafts() > 0) event.preventDefault();
  });
}
