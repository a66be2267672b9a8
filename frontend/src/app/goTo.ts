import { heading } from '../words';
import { compareViews, planViews, shelfDeeds, stages, verdictViews } from './views';

/** Somewhere to go, or something to do. */
export interface Target {
  id: string;
  /** What it is called. */
  text: string;
  /** What it belongs to, for telling likes apart. */
  of: string;
  /** An address within the application; null: a command. */
  to: string | null;
}

interface Named {
  id: string;
  maker: string;
  model: string;
  modelCode: string;
}

/** All that can be gone to or done: what belongs to the unit in view first, then the screens, then every unit and its stages. */
export function targets(units: readonly Named[], inView: string | undefined, commands: readonly Target[]): Target[] {
  const here = units.find((unit) => unit.id === inView);
  return [
    ...(here === undefined ? [] : [...stagesOf(here), ...viewsOf(here)]),
    ...commands,
    ...Object.entries(shelfDeeds).map(([id, text]) => ({ id: `shelf ${id}`, text, of: 'Shelf', to: `/?do=${id}` })),
    { id: 'shelf', text: 'Shelf', of: 'all units', to: '/' },
    ...compareViews.map((view) => ({
      id: `compare ${view.id}`,
      text: view.id === 'field' ? 'Compare' : `Compare: ${view.name}`,
      of: 'all units',
      to: view.id === 'field' ? '/compare' : `/compare?view=${view.id}`,
    })),
    { id: 'rubrics', text: 'Rubrics', of: 'all units', to: '/rubrics' },
    ...units.map((unit) => ({ id: unit.id, text: nameOf(unit), of: unit.modelCode, to: `/units/${unit.id}/verdict` })),
    ...units.filter((unit) => unit !== here).flatMap(stagesOf),
  ];
}

const nameOf = (unit: Named) => `${unit.maker} ${unit.model}`;

function stagesOf(unit: Named): Target[] {
  return stages.map((stage) => ({
    id: `${unit.id} ${stage}`,
    text: `${heading(stage)} of ${nameOf(unit)}`,
    of: unit.modelCode,
    to: `/units/${unit.id}/${stage}`,
  }));
}

function viewsOf(unit: Named): Target[] {
  const views = [
    ...verdictViews.map((view) => ({ ...view, stage: 'verdict' })),
    // The first of the plan is the stage itself.
    ...planViews.filter((view) => view.id !== 'repair').map((view) => ({ ...view, stage: 'plan' })),
  ];
  return views.map((view) => ({
    id: `${unit.id} ${view.stage} ${view.id}`,
    text: `${view.name} of ${nameOf(unit)}`,
    of: unit.modelCode,
    to: view.id === 'summary' ? `/units/${unit.id}/verdict` : `/units/${unit.id}/${view.stage}?view=${view.id}`,
  }));
}

/** The targets in which every word of the text occurs; those that begin with it first. */
export function found(all: readonly Target[], text: string, most: number): Target[] {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const whole = words.join(' ');
  const fits = all.filter((target) => {
    const said = `${target.text} ${target.of}`.toLowerCase();
    return words.every((word) => said.includes(word));
  });
  const begins = (target: Target) =>
    target.text.toLowerCase().startsWith(whole) || target.of.toLowerCase().startsWith(whole) ? 0 : 1;
  return [...fits].sort((a, b) => begins(a) - begins(b)).slice(0, most);
}
