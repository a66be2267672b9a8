import { createContext, type ReactNode, useContext, useEffect, useRef } from 'react';
import type { Problem } from '../api/client';

type Fault = Problem['faults'][number];

const Faults = createContext<readonly Fault[]>([]);

/** A form whose faults stand beside their fields; the first of them gets the focus. */
export function FormFaults({ problem, children }: { problem: Problem | null; children: ReactNode }) {
  const form = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (problem === null || problem.faults.length === 0) return;
    form.current?.querySelector<HTMLElement>('.field.faulty :is(input, textarea, button, [tabindex])')?.focus();
  }, [problem]);
  return (
    <Faults value={problem?.faults ?? []}>
      <div ref={form}>{children}</div>
    </Faults>
  );
}

/** What is wrong with a field, by its place in the record. */
export function useFaults(at: string | undefined): readonly string[] {
  const faults = useContext(Faults);
  if (at === undefined) return [];
  return faults
    .filter((fault) => fault.at === at || fault.at.startsWith(`${at}.`) || fault.at.startsWith(`${at}[`))
    .map((fault) => fault.message);
}
