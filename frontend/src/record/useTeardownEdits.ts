import { useMemo } from 'react';
import { api, type Schemas, seen, type Step, take, type Unit } from '../api/client';
import { useEditQueue } from './useEditQueue';

/** What of a teardown is changed by single answers. */
interface Answered {
  teardown: Unit['record']['teardown'];
  guidance: Schemas['Guidance'];
  notes: string | null;
  steps: readonly Step[];
}

const answeredOf = ({ record, teardownRevision }: Unit) => ({
  document: {
    teardown: record.teardown,
    guidance: record.guidance ?? {},
    notes: record.notes ?? null,
    steps: record.steps,
  } as Answered,
  revision: teardownRevision,
});

/** Answers that change a teardown: a fact of a step, a guidance mark. */
export function useTeardownEdits(unit: Unit) {
  const { id: unitId, teardownId } = unit;
  const known = useMemo(() => answeredOf(unit), [unit]);
  const { queue, busy, problem, dismiss } = useEditQueue<Answered>(
    `teardown ${teardownId} of ${unitId}`,
    `the steps of ${unit.record.unit.model}`,
    known,
    async () => answeredOf(await take(api.GET('/api/units/{unitId}', { params: { path: { unitId } } }))),
  );
  return {
    busy,
    problem,
    dismiss,
    /** Changes a step, whatever it has become by then; one that is gone meanwhile stays gone. */
    step: (stepId: string, change: (step: Step) => Step) =>
      queue.push({
        apply: (document) => ({
          ...document,
          steps: document.steps.map((step) => (step.id === stepId ? change(step) : step)),
        }),
        send: (document, revision) => {
          const body = document.steps.find((step) => step.id === stepId);
          return body === undefined
            ? Promise.resolve({ revision })
            : take(
                api.PUT('/api/teardowns/{teardownId}/steps/{stepId}', {
                  params: { path: { teardownId, stepId } },
                  body,
                  ...seen(revision),
                }),
              );
        },
      }),
    guide: (marks: Partial<Schemas['Guidance']>) =>
      queue.push({
        apply: (document) => ({ ...document, guidance: { ...document.guidance, ...marks } }),
        send: ({ teardown, guidance, notes }, revision) =>
          take(
            api.PUT('/api/teardowns/{teardownId}/heading', {
              params: { path: { teardownId } },
              body: { teardown, guidance, ...(notes !== null && { notes }) },
              ...seen(revision),
            }),
          ),
      }),
  };
}
