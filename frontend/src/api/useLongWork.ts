import { useCallback, useEffect, useRef, useState } from 'react';
import { asProblem, type Problem } from './client';
import { stream, type WorkProgress } from './stream';

export interface LongWork<T> {
  result: T | null;
  progress: WorkProgress | null;
  problem: Problem | null;
  start: (body: unknown) => void;
  stop: () => void;
}

/** Long work that a person starts and may stop; it ends when its screen goes. */
export function useLongWork<T>(path: string): LongWork<T> {
  const [result, setResult] = useState<T | null>(null);
  const [progress, setProgress] = useState<WorkProgress | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const running = useRef<AbortController | null>(null);
  useEffect(() => () => running.current?.abort(), []);
  const start = useCallback(
    (body: unknown) => {
      running.current?.abort();
      const own = new AbortController();
      running.current = own;
      setProblem(null);
      setProgress({ done: 0, of: 0, waiting: false });
      const settle = (act: () => void) => {
        if (own.signal.aborted) return;
        setProgress(null);
        act();
      };
      stream<T>(path, JSON.stringify(body), (at) => !own.signal.aborted && setProgress(at), own.signal).then(
        (data) => settle(() => setResult(data)),
        (error: unknown) => settle(() => setProblem(asProblem(error))),
      );
    },
    [path],
  );
  const stop = useCallback(() => {
    running.current?.abort();
    setProgress(null);
  }, []);
  return { result, progress, problem, start, stop };
}
