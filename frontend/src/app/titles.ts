const stages: Record<string, string> = {
  intake: 'Intake',
  bench: 'Bench',
  parts: 'Parts',
  verdict: 'Verdict',
  plan: 'Plan',
};
const screens: Record<string, string> = { '/': 'Shelf', '/compare': 'Compare', '/rubrics': 'Rubrics' };

/** The title of a page: what is special first, for tabs show little of it. */
export function titleOf(pathname: string, modelCode: string | undefined): string {
  const [, units, unitId, stage = ''] = pathname.split('/');
  const screen =
    units === 'units' && unitId !== undefined
      ? [stages[stage], modelCode ?? unitId].filter((one) => one !== undefined).join(' · ')
      : (screens[pathname] ?? 'Nothing here');
  return `${screen} · Wide Lever`;
}
