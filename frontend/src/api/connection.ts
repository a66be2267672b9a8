import { useSyncExternalStore } from 'react';

/** Whether the program answers. It is asked again each second while it does not, and what waits for it goes on when it does. */
let isAway = false;
const watching = new Set<() => void>();
const waiting = new Set<() => void>();
const pause = 1_000;

/** An answer did not come. */
export function wentAway(): void {
  if (isAway) return;
  isAway = true;
  for (const tell of watching) tell();
  setTimeout(ask, pause);
}

/** Something may be amiss: asks once whether it is. */
export function lookWhetherAway(): void {
  if (!isAway) fetch('/health', { cache: 'no-store' }).then(() => undefined, wentAway);
}

function ask(): void {
  fetch('/health', { cache: 'no-store' }).then(
    (answer) => (answer.ok ? back() : setTimeout(ask, pause)),
    () => setTimeout(ask, pause),
  );
}

function back(): void {
  isAway = false;
  for (const tell of watching) tell();
  for (const go of waiting) go();
}

/** Runs something each time that the program is there again; gives back what ends that. */
export function onBack(go: () => void): () => void {
  waiting.add(go);
  return () => {
    waiting.delete(go);
  };
}

/** Whether the program does not answer at the moment. */
export function useAway(): boolean {
  return useSyncExternalStore(
    (tell) => {
      watching.add(tell);
      return () => {
        watching.delete(tell);
      };
    },
    () => isAway,
  );
}
