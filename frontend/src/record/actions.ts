import type { Action } from '../api/client';
import rows from '../api/actions.json';
import { label } from '../words';
import { countText } from './counts';

export type Deed = Action['do'];

/** One action of the core's table. */
interface ActionRow {
  readonly deed: Deed;
  /** The name of its button. */
  readonly name: string;
  /** What the log says where nothing is counted; # stands for the word that tells its kind. */
  readonly log: string;
  /** The field of that word. */
  readonly word: 'connector' | 'what' | 'bond' | null;
  readonly one: string | null;
  readonly many: string | null;
}

/** What can be done, in the order in which a teardown needs it most: the core's own table, written out when the client is built. */
export const deeds = rows as readonly ActionRow[];

/** A new action with nothing known of it; screws are taken to be loose until told otherwise. */
export function newAction(deed: Deed): Action {
  return deed === 'unscrew' ? { do: deed, captive: false } : { do: deed };
}

/** An action in a few words, such as 8 × PH0, M2 × 5, loose. */
export function describe(action: Action): string {
  // An explicit null says that nobody counted them.
  const counted = action.count === undefined ? 1 : action.count;
  const count = countText(counted);
  const times = counted === 1 ? '' : `${count} × `;
  switch (action.do) {
    case 'unscrew': {
      const size = [action.drive == null ? 'unknown drive' : label(action.drive), action.size]
        .filter((part) => part != null)
        .join(' ');
      const thread = `${action.thread ?? 'thread ?'} × ${action.length ?? '?'} mm`;
      const captive = action.captive === true ? 'captive' : action.captive === false ? 'loose' : 'captive or loose?';
      // An explicit null says that it is not known whether anything hides them.
      const cover =
        action.cover === undefined || action.cover === 'none'
          ? ''
          : action.cover === null
            ? ', hidden?'
            : `, under ${label(action.cover)}`;
      return `${count} × ${size}, ${thread}, ${captive}${cover}`;
    }
    default: {
      const row = deeds.find(({ deed }) => deed === action.do);
      if (row === undefined) return `${times}${action.do}`;
      if (row.many !== null) {
        if (counted === null) return `${row.many}, not counted`;
        return `${count} ${counted === 1 ? row.one : row.many}`;
      }
      const length = action.do === 'unbond' && action.lengthMm != null ? `, ${action.lengthMm} mm` : '';
      return `${times}${row.log.replace('#', wordOf(action, row.word))}${length}`;
    }
  }
}

/** The word that tells the kind of an action. */
function wordOf(action: Action, field: ActionRow['word']): string {
  const word = field === null ? undefined : (action as Partial<Record<string, string | null>>)[field];
  return word == null ? `unknown ${field === 'what' ? '' : (field ?? '')}`.trimEnd() : label(word);
}
