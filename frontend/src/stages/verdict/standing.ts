import type { Schemas } from '../../api/client';
import { label } from '../../words';

/** Where a unit stands in an index, to go on a sentence with; nothing where there are too few others. */
export function standingText(
  standing: Schemas['PlaceInClassView'],
  peerClass: Schemas['SummaryView']['peerClass'],
): string {
  if (standing.place === null) return '';
  const among = peerClass == null ? 'on the shelf' : `of the class ${label(peerClass)}`;
  const { notSeparable } = standing;
  const more = notSeparable.length - 3;
  const names = notSeparable.slice(0, 3).join(', ') + (more > 0 ? ` and ${more} more` : '');
  const apart = notSeparable.length === 0 ? 'told apart from all of them' : `not to be told apart from ${names}`;
  return `, place ${standing.place} of ${standing.of} ${among}, ${apart}`;
}
