import { createContext, type ReactNode, useContext, useEffect, useLayoutEffect, useRef, useState } from 'react';
import type { Problem } from '../api/client';
import { ProblemNote } from '../app/ProblemNote';

type Fault = Problem['faults'][number];

const Faults = createContext<readonly Fault[]>([]);

/** A form whose faults stand beside their fields, where the first of them gets the focus; what has no field here is told at its end. */
export function FormFaults({ problem, children }: { problem: Problem | null; children: ReactNode }) {
  const form = useRef<HTMLDivElement>(null);
  // Their places, a line each: the same text again draws nothing anew.
  const [placed, setPlaced] = useState('');
  useLayoutEffect(() => {
    const shown = form.current?.querySelectorAll<HTMLElement>('[data-fault]') ?? [];
    setPlaced([...shown].map((one) => one.dataset['fault']).join('\n'));
  }, [problem]);
  useEffect(() => {
    if (problem === null || problem.faults.length === 0) return;
    form.current?.querySelector<HTMLElement>('.field.faulty :is(input, textarea, button, [tabindex])')?.focus();
  }, [problem]);
  return (
    <Faults value={problem?.faults ?? []}>
      <div ref={form}>{children}</div>
      {problem !== null && (
        <ProblemNote
          problem={{ ...problem, faults: problem.faults.filter((fault) => !placed.split('\n').includes(fault.at)) }}
          inForm
        />
      )}
    </Faults>
  );
}

/** What is wrong with a field, by its place in the record. */
export function useFaults(at: string | undefined): readonly Fault[] {
  const faults = useContext(Faults);
  if (at === undefined) return [];
  return faults.filter((fault) => fault.at === at || fault.at.startsWith(`${at}.`) || fault.at.startsWith(`${at}[`));
}
