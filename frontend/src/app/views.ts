/** Views of the verdict, in the order of their links; the first is the one without a name in the address. */
export const verdictViews = [
  { id: 'summary', name: 'Summary' },
  { id: 'way-in', name: 'Way in' },
  { id: 'ledger', name: 'Ledger' },
  { id: 'reasons', name: 'Reasons' },
  { id: 'what-if', name: 'What if' },
  { id: 'doubt', name: 'Doubt' },
  { id: 'effort', name: 'Effort' },
] as const;

/** Views of the plan, the first without a name in the address. */
export const planViews = [
  { id: 'repair', name: 'Repair' },
  { id: 'upgrade', name: 'Upgrade' },
  { id: 'symptom', name: 'Symptom' },
  { id: 'years', name: 'Years' },
] as const;

/** Views of the comparison. */
export const compareViews = [
  { id: 'field', name: 'Field' },
  { id: 'pair', name: 'Pair' },
  { id: 'odds', name: 'Odds' },
  { id: 'schools', name: 'Schools' },
] as const;

/** Stages of a unit, in the order of the work. */
export const stages = ['intake', 'bench', 'parts', 'verdict', 'plan'] as const;

/** What the shelf does at once when its address says so. */
export const shelfDeeds = { new: 'New unit', bring: 'Import a record' } as const;
export type ShelfDeed = keyof typeof shelfDeeds;
