const labels: Record<string, string> = {
  baseCover: 'base cover',
  mainboard: 'main board',
  crossJis: 'cross, JIS',
  sixLobePin: 'six-lobe with pin',
  sixLobe: 'six-lobe',
  fiveLobe: 'five-lobe',
  triLobe: 'tri-lobe',
  thermal: 'heatsink',
  wireless: 'wireless card',
  storage: 'drive',
  barLock: 'bar-lock connector',
  flipLock: 'flip-lock ribbon',
  slideLock: 'slide-lock ribbon',
  pushFit: 'push-fit ribbon',
  pressFit: 'press-fit connector',
  wirePlug: 'wire plug',
  tightWirePlug: 'tight wire plug',
  coax: 'antenna lead',
  latchedModule: 'latched module',
  slideCard: 'slide-in card',
  springContact: 'spring contact',
  blade: 'blade connector',
  way: 'no step takes it out yet',
  manual: 'a manual for anyone',
  labels: 'screws and connectors labelled',
  partNumbers: 'numbers on the parts',
  order: 'an order shown',
  usbC: 'USB-C',
  usbA: 'USB-A',
  hdmi: 'HDMI',
  displayPort: 'DisplayPort',
  asAssembly: 'as an assembly',
  coarseStep: 'a step frees several parts at once',
  earlySample: 'an early sample',
  coverage: 'not enough is known to call it complete',
  power: 'nobody disconnected the power',
  gaveUp: 'tried and left',
  foundLate: 'found late',
  partCameAlong: 'came along',
  width: 'the unknown facts leave a wide range',
};

/** A word of the format as people read it: camelCase apart, with the trade's own spelling where there is one. */
export function label(word: string): string {
  return labels[word] ?? word.replace(/([A-Z])/g, (letter) => ` ${letter.toLowerCase()}`);
}

/** A place in a record as people read it: what it belongs to is plain from the form that it stands in. */
export function placeWords(at: string): string {
  const words = at
    .replace(/^(unit|teardown|part|photo)\./, '')
    .replace(/^(step|part|photo)s\[/, '$1[')
    .split('.')
    .map((field) => label(field.replace(/\[(\d+)\]/g, (_, position: string) => ` ${Number(position) + 1}`)))
    .join(', ');
  return words.charAt(0).toUpperCase() + words.slice(1);
}

/** A name as far as a chart has room for it; the table beside it has the whole. */
export function short(name: string): string {
  const letters = Array.from(name);
  return letters.length <= 32 ? name : `${letters.slice(0, 31).join('').trimEnd()}…`;
}

/** A label at the start of a line. */
export function heading(word: string): string {
  const text = label(word);
  return text.charAt(0).toUpperCase() + text.slice(1);
}

/** An id that is not among the taken ones, made of a title. */
export function idFrom(title: string, taken: readonly string[]): string {
  const base =
    title
      .toLowerCase()
      .normalize('NFKD')
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 40) || 'item';
  let id = base;
  for (let number = 2; taken.includes(id); number += 1) id = `${base}-${number}`;
  return id;
}
