import { useLayoutEffect, useMemo, useRef, useState } from 'react';

/** Acts that stay the same from one drawing to the next and do what the last ones do: who is given them need not be drawn anew. */
export function useSteady<T extends { [K in keyof T]: (...args: never[]) => unknown }>(acts: T): T {
  const latest = useRef(acts);
  // Before the next key can come: it must not meet the acts of the last drawing.
  useLayoutEffect(() => {
    latest.current = acts;
  });
  const [names] = useState(() => Object.keys(acts) as (keyof T)[]);
  return useMemo(
    () => Object.fromEntries(names.map((name) => [name, (...args: never[]) => latest.current[name](...args)])) as T,
    [names],
  );
}
