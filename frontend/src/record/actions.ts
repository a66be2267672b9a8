import type { Action } from '../api/client';
import { label } from '../words';
import { countText } from './counts';

export type Deed = Action['do'];

/** What can be done, in the order in which a teardown needs it most, with the name of its button. */
export const deeds: readonly { deed: Deed; name: string }[] = [
  { deed: 'unscrew', name: 'Screws' },
  { deed: 'unclip', name: 'Clips' },
  { deed: 'lift', name: 'Lift' },
  { deed: 'unplug', name: 'Unplug' },
  { deed: 'peel', name: 'Peel' },
  { deed: 'unbond', name: 'Bond' },
  { deed: 'thermal', name: 'Thermal joint' },
  { deed: 'unlatch', name: 'Latch' },
  { deed: 'slide', name: 'Slide' },
  { deed: 'swing', name: 'Swing' },
  { deed: 'route', name: 'Cable route' },
  { deed: 'move', name: 'Move aside' },
  { deed: 'switch', name: 'Switch' },
];

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
    case 'unplug':
      return `${times}${action.connector == null ? 'unknown connector' : label(action.connector)}`;
    case 'unbond':
      return `${times}${action.bond == null ? 'unknown bond' : label(action.bond)}${action.lengthMm == null ? '' : `, ${action.lengthMm} mm`}`;
    case 'peel':
    case 'lift':
    case 'thermal':
      return `${times}${action.do === 'thermal' ? 'part' : action.do} ${action.what == null ? 'unknown' : label(action.what)}`;
    case 'unclip':
      return counted === 1 ? '1 clip' : counted === null ? 'clips, not counted' : `${count} clips`;
    case 'unlatch':
      return counted === 1 ? '1 latch' : counted === null ? 'latches, not counted' : `${count} latches`;
    default:
      return `${times}${action.do === 'route' ? 'cable out of its channel' : action.do === 'move' ? 'move aside' : action.do}`;
  }
}
