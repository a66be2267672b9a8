import type { Schemas } from '../api/client';
import { label } from '../words';

interface Standing {
  status: Schemas['Status'];
  signed?: Schemas['SignedState'] | null;
}

/** How far a result can be relied on, and who answers for it, in a few words. */
export function statusText({ status, signed }: Standing): string {
  if (signed === 'final') return 'final';
  return signed === 'asSeen' ? `${label(status)}, signed as seen` : label(status);
}
