import createClient from 'openapi-fetch';
import { OwnActs } from '../edits/ownActs';
import { wentAway } from './connection';
import type { components, paths } from './schema';

export type Schemas = components['schemas'];
export type Problem = Schemas['Problem'];
export type Quantity = Schemas['QuantityView'];
/** An index, 0..100, with how far it can be relied on. */
export type Index = Schemas['IndexView'];
export type Effort = Schemas['EffortView'];
export type Step = Schemas['Step'];
export type Action = Schemas['TeardownAction'];
export type Part = Schemas['Part'];
export type Unit = Schemas['UnitView'];
export type Verdict = Schemas['VerdictView'];
export type ShelfUnit = Schemas['ShelfUnitView'];
export type PartKind = Schemas['PartKind'];
export type BenchView = Schemas['BenchView'];
export type LineView = Schemas['LineView'];
export type Well = Schemas['WellView'];
export type Photo = Schemas['Photo'];
export type KeyBinding = Schemas['KeyBinding'];
export type BenchEntry = Schemas['BenchEntry'];

const windowKey = 'wide-lever-window';

/** The id of this window: it lasts as long as the tab, so that undo takes back what this window did. */
export function windowId(): string {
  const kept = sessionStorage.getItem(windowKey);
  if (kept !== null) return kept;
  const fresh = crypto.randomUUID();
  sessionStorage.setItem(windowKey, fresh);
  return fresh;
}

/** Whether no other window holds this id; it is held from now on, for as long as this page lasts. */
function hold(id: string): Promise<boolean> {
  return new Promise((resolve) => {
    void navigator.locks.request(`${windowKey} ${id}`, { ifAvailable: true }, (lock) => {
      resolve(lock !== null);
      return lock === null ? undefined : new Promise<never>(() => undefined);
    });
  });
}

/**
 * Makes sure that the id of this window is its own: a window opened by duplicating another brings the other's along, and would undo what that did.
 * Settles before the first request.
 */
export async function claimWindow(): Promise<void> {
  // A page that is loaded again may find its own hold not yet let go.
  for (let tries = 0; tries < 4; tries++) {
    if (await hold(windowId())) return;
    await new Promise((resolve) => setTimeout(resolve, 80));
  }
  sessionStorage.removeItem(windowKey);
  await hold(windowId());
}

const acts = new OwnActs((request) => fetch(request));
export const api = createClient<paths>({ baseUrl: '/', fetch: acts.fetch });
api.use({
  onRequest({ request }) {
    request.headers.set('X-Window', windowId());
    return request;
  },
});

/** A request that was answered with a problem, or not at all. */
export class RequestError extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail);
    this.name = 'RequestError';
  }
}

interface Answer<T> {
  data?: T;
  error?: unknown;
  response: Response;
}

/** The data of an answer; throws a RequestError that says what happened, what was kept and what to do. */
export async function take<T>(request: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>;
  try {
    answer = await request;
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') throw error;
    wentAway();
    throw new RequestError(noAnswer);
  }
  if (isProblem(answer.error)) throw new RequestError(answer.error);
  if (!answer.response.ok) {
    const status = answer.response.status;
    throw new RequestError(
      problem(status, 'Something went wrong', `The program answered ${status}. Nothing was changed.`),
    );
  }
  return answer.data as T;
}

/** A setting of the house with the revision that it has, which a change of it must have seen. */
export async function takeSetting<T extends object>(request: Promise<Answer<T>>): Promise<T & { revision: number }> {
  const setting = await take(request);
  const revision = Number(/^"(\d+)"$/.exec((await request).response.headers.get('ETag') ?? '')?.[1] ?? 0);
  return { ...setting, revision };
}

/** No answer came: the request may have been lost, or its answer. */
export const noAnswer: Problem = problem(
  0,
  'No answer',
  'The program did not answer, so it is not known whether this was done. What is typed here is kept: look again when the program is back.',
);

export function isProblem(error: unknown): error is Problem {
  return typeof error === 'object' && error !== null && 'detail' in error && 'faults' in error;
}

export function problem(status: number, title: string, detail: string): Problem {
  return { type: 'about:blank', title, status, detail, faults: [], changed: [], revision: null };
}

/** What was thrown, as a problem. */
export function asProblem(error: unknown): Problem {
  if (error instanceof RequestError) return error.problem;
  return problem(0, 'Something went wrong', error instanceof Error ? error.message : String(error));
}

/** The header that says on which revision a change was made. */
export function seen(revision: number): { headers: Record<string, string> } {
  return { headers: { 'If-Match': `"${revision}"` } };
}
