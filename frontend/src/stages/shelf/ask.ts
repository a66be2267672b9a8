import { machineClassValues, mountingValues, statusValues } from '../../api/schema';
import { heading, label } from '../../words';

/** How a fact is asked for: at most a number, at least one, one of some words, or by itself. */
type Asked = { sort: 'most' | 'least'; unit: string } | { sort: 'word'; words: readonly string[] } | { sort: 'yes' };

/** Facts of a part, in the words of the address and of people. */
export const partFacts: Record<string, { name: string; asked: Asked }> = {
  minutes: { name: 'out and back in at most', asked: { sort: 'most', unit: 'min' } },
  glue: { name: 'with glued bonds on its way, at most', asked: { sort: 'most', unit: '' } },
  bonds: { name: 'with bonds of any sort on its way, at most', asked: { sort: 'most', unit: '' } },
  screws: { name: 'with screws on its way, at most', asked: { sort: 'most', unit: '' } },
  mounting: { name: 'held', asked: { sort: 'word', words: mountingValues } },
  empty: { name: 'has an empty place', asked: { sort: 'yes' } },
  ceiling: { name: 'one place takes at least', asked: { sort: 'least', unit: 'GB or Wh' } },
  fitted: { name: 'one has at least', asked: { sort: 'least', unit: 'GB or Wh' } },
  spare: { name: 'its spare costs at most', asked: { sort: 'most', unit: '' } },
};

/** Facts of the machine. */
export const machineFacts: Record<string, { name: string; asked: Asked }> = {
  price: { name: 'costs at most', asked: { sort: 'most', unit: '' } },
  year: { name: 'is of this year or later', asked: { sort: 'least', unit: '' } },
  class: { name: 'is of the class', asked: { sort: 'word', words: machineClassValues } },
  status: { name: 'has a result that is', asked: { sort: 'word', words: statusValues } },
};

/** A condition of the address, such as "battery minutes 5", as people say it. */
export function inWords(condition: string): string {
  const words = condition.split(' ');
  const ofMachine = words[0] !== undefined && words[0] in machineFacts;
  const [kind, fact = '', value] = ofMachine ? ['', ...words] : words;
  const known = (ofMachine ? machineFacts : partFacts)[fact];
  if (known === undefined) return condition;
  const { asked } = known;
  const said =
    asked.sort === 'yes' || value === undefined
      ? ''
      : asked.sort === 'word'
        ? ` ${label(value)}`
        : ` ${value}${asked.unit === '' ? '' : ` ${asked.unit}`}`;
  return `${ofMachine ? 'The machine' : heading(kind ?? '')} ${known.name}${said}`;
}
