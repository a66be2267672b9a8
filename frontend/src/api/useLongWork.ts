import { useCallback, useEffect, useRef, useState } from 'react';
import { asProblem, type Problem } from './client';
import { stream, type WorkProgress } from './stream';

export interface LongWork<T, TAsked> {
  result: T | null;
  /** What the result is the answer to. */
  asked: TAsked | null;
  progress: WorkProgress | null;
  problem: Problem | null;
  start: (body: TAsked) => void;
  stop: () => void;
}

/** Long work that a person starts and may stop; it ends when its screen goes. */
export function useLongWork<T, TAsked>(path: string): LongWork<T, TAsked> {
  const [answer, setAnswer] = useState<{ asked: TAsked; result: T } | null>(null);
  const [progress, setProgress] = useState<WorkProgress | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const running = useRef<AbortController | null>(null);
  useEffect(() => () => running.current?.abort(), []);
  const start = useCallback(
    (body: TAsked) => {
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
        (data) => settle(() => setAnswer({ asked: body, result: data })),
        (error: unknown) => settle(() => setProblem(asProblem(error))),
      );
    },
    [path],
  );
  const stop = useCallback(() => {
    running.current?.abort();
    setProgress(null);
  }, []);
  return { result: answer?.result ?? null, asked: answer?.asked ?? null, progress, problem, start, stop };
}
