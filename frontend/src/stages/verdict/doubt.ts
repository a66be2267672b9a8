/** What is said where no unknown fact costs anything; of facts that were not tried nothing is said. */
export function noneWidens({ tried, facts }: { tried: number; facts: number }): string {
  return tried < facts
    ? `None of the ${tried} unknown facts that were tried widens this range by itself; there are ${facts}.`
    : 'Nothing that is unknown widens this range.';
}
