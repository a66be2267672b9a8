import type { Schemas } from '../api/client';
import { minutes } from '../format';

/** The least effort of a kind's parts, in minutes; a dash where no way is known. */
export function leastEffort(kind: Schemas['KindView'] | undefined): string {
  const efforts = (kind?.parts ?? []).map((part) => part.route?.effort).filter((effort) => effort !== undefined);
  const least = efforts.sort((a, b) => a.value - b.value)[0];
  return least === undefined ? '–' : minutes(least);
}
