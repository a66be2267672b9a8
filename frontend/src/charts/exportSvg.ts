/** What a chart's look is made of: everything else that a style sheet may say of it does not show in a drawing. */
const looks = [
  'fill',
  'fill-opacity',
  'stroke',
  'stroke-width',
  'stroke-opacity',
  'stroke-dasharray',
  'stroke-linecap',
  'opacity',
  'font-family',
  'font-size',
  'font-weight',
  'text-anchor',
  'dominant-baseline',
  'visibility',
] as const;

/** A chart as an SVG file that opens anywhere: its look written into it, its fonts embedded, its text still text. */
export async function svgFile(chart: SVGSVGElement, title: string): Promise<string> {
  const copy = chart.cloneNode(true) as SVGSVGElement;
  const originals = [chart, ...chart.querySelectorAll<SVGElement>('*')];
  [copy, ...copy.querySelectorAll<SVGElement>('*')].forEach((element, i) => {
    const original = originals[i];
    if (original === undefined) return;
    const style = getComputedStyle(original);
    for (const look of looks) element.setAttribute(look, style.getPropertyValue(look));
    for (const name of ['class', 'style', 'tabindex', 'role', 'aria-label', 'aria-pressed'])
      element.removeAttribute(name);
  });
  const { x, y, width, height } = chart.viewBox.baseVal;
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  copy.setAttribute('width', String(width));
  copy.setAttribute('height', String(height));
  const name = document.createElementNS('http://www.w3.org/2000/svg', 'title');
  name.textContent = title;
  const fonts = document.createElementNS('http://www.w3.org/2000/svg', 'style');
  fonts.textContent = await fontFaces(copy.textContent);
  const ground = document.createElementNS('http://www.w3.org/2000/svg', 'rect');
  ground.setAttribute('x', String(x));
  ground.setAttribute('y', String(y));
  ground.setAttribute('width', String(width));
  ground.setAttribute('height', String(height));
  ground.setAttribute('fill', getComputedStyle(document.documentElement).getPropertyValue('--card').trim());
  copy.prepend(name, fonts, ground);
  return new XMLSerializer().serializeToString(copy);
}

/** The page's font faces that the text needs, with their files inside. */
async function fontFaces(text: string): Promise<string> {
  const faces = [...document.styleSheets]
    .flatMap((sheet) => [...sheet.cssRules].map((rule) => ({ rule, base: sheet.href ?? location.href })))
    .filter((face): face is { rule: CSSFontFaceRule; base: string } => face.rule instanceof CSSFontFaceRule)
    .filter(({ rule }) => rule.style.getPropertyValue('font-style') !== 'italic' && covers(rule, text));
  const embedded = await Promise.all(
    faces.map(async ({ rule, base }) => {
      const source = /url\(["']?([^"')]+)["']?\)/.exec(rule.style.getPropertyValue('src'))?.[1];
      if (source === undefined) return '';
      const file = await (await fetch(new URL(source, base))).arrayBuffer();
      const family = rule.style.getPropertyValue('font-family');
      const weight = rule.style.getPropertyValue('font-weight');
      const range = rule.style.getPropertyValue('unicode-range');
      return `@font-face{font-family:${family};font-weight:${weight};${range === '' ? '' : `unicode-range:${range};`}src:url(data:font/woff2;base64,${base64(file)}) format('woff2')}`;
    }),
  );
  return embedded.join('');
}

/** Whether a face has any letter of the text. */
function covers(rule: CSSFontFaceRule, text: string): boolean {
  const range = rule.style.getPropertyValue('unicode-range');
  if (range === '') return true;
  const spans = range.split(',').map((span) => {
    const [from = '0', to = from] = span.trim().replace(/^U\+/i, '').split('-');
    return [parseInt(from, 16), parseInt(to, 16)] as const;
  });
  return Array.from(text, (letter) => letter.codePointAt(0) ?? 0).some((code) =>
    spans.some(([from, to]) => code >= from && code <= to),
  );
}

function base64(file: ArrayBuffer): string {
  let bytes = '';
  for (const byte of new Uint8Array(file)) bytes += String.fromCharCode(byte);
  return btoa(bytes);
}

/** Hands a file to the browser to save. */
export function save(name: string, type: string, content: string): void {
  const url = URL.createObjectURL(new Blob([content], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  // The browser takes it up after this turn.
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
