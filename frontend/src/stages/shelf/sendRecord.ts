import { api, type Schemas, take } from '../../api/client';

/** Sends a file as it is: the program, not the page, reads it and finds its faults. */
export function sendRecord(file: File, signal: AbortSignal): Promise<Schemas['Shelved']> {
  return take(
    api.POST('/api/records', {
      body: file as unknown as Schemas['TeardownRecord'],
      bodySerializer: (body: unknown) => body as File,
      headers: { 'Content-Type': 'application/json' },
      signal,
    }),
  );
}
