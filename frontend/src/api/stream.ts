import { createParser } from 'eventsource-parser';
import { isProblem, problem, RequestError, windowId } from './client';
import { wentAway } from './connection';

export interface WorkProgress {
  done: number;
  of: number;
  /** Whether it has not begun, because other work has its turn. */
  waiting: boolean;
}

/**
 * Long work: asks for it, hears how far it is, and has its result in the end. Throws a RequestError where it is refused or ended by the
 * server, and what the signal throws where it is ended here; the server stops the work then.
 */
export async function stream<T>(
  path: string,
  body: string,
  onProgress: (progress: WorkProgress) => void,
  signal: AbortSignal,
): Promise<T> {
  let response: Response;
  try {
    response = await fetch(path, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', 'X-Window': windowId() },
      body,
      signal,
    });
  } catch (error) {
    signal.throwIfAborted();
    wentAway();
    throw ended(error);
  }
  if (!response.ok || response.body === null) {
    const answer: unknown = await response.json();
    throw new RequestError(
      isProblem(answer) ? answer : problem(response.status, 'Something went wrong', 'Nothing was changed.'),
    );
  }
  let result: { data: T } | undefined;
  let refused: unknown;
  const parser = createParser({
    onEvent: (event) => {
      const data: unknown = JSON.parse(event.data);
      if (event.event === 'progress') onProgress(data as WorkProgress);
      else if (event.event === 'result') result = { data: data as T };
      else refused = data;
    },
  });
  const reader = response.body.pipeThrough(new TextDecoderStream()).getReader();
  for (let chunk = await reader.read(); !chunk.done; chunk = await reader.read()) parser.feed(chunk.value);
  if (result !== undefined) return result.data;
  throw isProblem(refused) ? new RequestError(refused) : ended(refused);
}

/** Long work changes nothing. */
function ended(cause: unknown): RequestError {
  const error = new RequestError(
    problem(0, 'No answer', 'The program did not answer to the end. Nothing was changed: ask again when it is back.'),
  );
  error.cause = cause;
  return error;
}
