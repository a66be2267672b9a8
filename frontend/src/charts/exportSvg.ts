/** What a chart's look is made of: everything else that a style sheet may say of it does not show in a drawing. */
const looks = [
  'fill',
  'fill-opacity',
  'stroke',
  'stroke-width',
  'stroke-opacity',
  'stroke-dasharray',
  'stroke-linecap',
  'paint-order',
  'opacity',
  'font-family',
  'font-size',
  'font-weight',
  'text-anchor',
  'dominant-baseline',
  'visibility',
] as const;

const svg = 'http://www.w3.org/2000/svg';

/** Charts, one under the other, as an SVG file that opens anywhere: their look written into it, its fonts embedded, its text still text. */
export async function svgFile(charts: readonly SVGSVGElement[], title: string): Promise<string> {
  const file = document.createElementNS(svg, 'svg');
  const name = document.createElementNS(svg, 'title');
  const fonts = document.createElementNS(svg, 'style');
  const ground = document.createElementNS(svg, 'rect');
  file.append(name, fonts, ground);
  let [width, height] = [0, 0];
  for (const chart of charts) {
    const box = chart.viewBox.baseVal;
    const copy = withLook(chart);
    copy.setAttribute('y', String(height));
    copy.setAttribute('width', String(box.width));
    copy.setAttribute('height', String(box.height));
    file.append(copy);
    width = Math.max(width, box.width);
    height += box.height;
  }
  for (const element of [file, ground]) {
    element.setAttribute('width', String(width));
    element.setAttribute('height', String(height));
  }
  file.setAttribute('viewBox', `0 0 ${width} ${height}`);
  ground.setAttribute('fill', getComputedStyle(document.documentElement).getPropertyValue('--card').trim());
  fonts.textContent = await fontFaces(file.textContent);
  name.textContent = title;
  return new XMLSerializer().serializeToString(file);
}

/** A copy of a chart that says itself what the page's style sheet says of it. */
function withLook(chart: SVGSVGElement): SVGSVGElement {
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
  return copy;
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
