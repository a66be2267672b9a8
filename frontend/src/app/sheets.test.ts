import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';

const src = new URL('..', import.meta.url).pathname;
const files = readdirSync(src, { recursive: true, encoding: 'utf8' });
const read = (file: string) => readFileSync(join(src, file), 'utf8');
const sheets = files.filter((file) => file.endsWith('.css'));
const sources = files.filter((file) => /\.tsx?$/.test(file) && !/\.test\.|schema\.ts$/.test(file));

/** A stage is a folder, a drawing is a file, everything else is one house. */
const owner = (file: string) => /^stages\/[^/]+/.exec(file)?.[0] ?? /^charts\/[^./]+/.exec(file)?.[0] ?? 'the house';

/** The classes that a sheet has rules for, but for those of the component library. */
const classes = (sheet: string) =>
  [...new Set([...read(sheet).matchAll(/\.([a-zA-Z][\w-]*)(?=[^{}]*\{)/g)].map((found) => found[1] ?? ''))].filter(
    (name) => !name.startsWith('ant-'),
  );

/** Who names a class: the owners of the sources with it in a text. A kind of chip is put together from its word. */
const strings = new Map(
  sources.map((file) => [
    file,
    [...read(file).matchAll(/'[^'\n]*'|"[^"\n]*"|`[^`]*`/g)]
      .map(([text]) => text.replaceAll(/\$\{[^}`']*\}/g, ' '))
      .join('\n'),
  ]),
);
const users = (name: string) => {
  const whole = new RegExp(`(?<![\\w-])${name.startsWith('chip-') ? 'chip-' : `${name}(?![\\w-])`}`);
  return [...new Set(sources.filter((file) => whole.test(strings.get(file) ?? '')).map(owner))];
};

describe('style sheets', () => {
  it('stand beside every stage and are found', () => {
    const stages = readdirSync(join(src, 'stages'));
    expect(sheets.filter((sheet) => sheet.startsWith('stages/')).sort()).toEqual(
      stages.map((stage) => `stages/${stage}/${stage}.css`).sort(),
    );
  });

  it('have their order said before any of them arrives', () => {
    const page = read('../index.html');
    expect(/<link rel="stylesheet" href="([^"]*)"/.exec(page)?.[1]).toBe('/layers.css');
    expect(read('../public/layers.css')).toContain('@layer antd, house, chart, stage;');
  });

  it.each(sheets)('%s is in a layer, and every class of it is used', (sheet) => {
    expect(read(sheet)).toMatch(/^@layer (house|chart|stage) \{\n/);
    // The router marks the link of the page in view.
    expect(classes(sheet).filter((name) => name !== 'active' && users(name).length === 0)).toEqual([]);
  });

  it.each(sheets.filter((sheet) => owner(sheet) !== 'the house'))(
    'every rule of %s is for what is its own',
    (sheet) => {
      const css = read(sheet).replaceAll(/\/\*[\s\S]*?\*\//g, '');
      const selectors = [...css.matchAll(/([^{};]+)\{/g)]
        .map((found) => (found[1] ?? '').trim())
        .filter((selector) => !selector.startsWith('@'))
        .flatMap((selector) => selector.split(/,(?![^(]*\))/));
      const foreign = selectors.filter((selector) => {
        const names = [...selector.matchAll(/\.([a-zA-Z][\w-]*)/g)].map((found) => found[1] ?? '');
        return !names.some((name) => users(name).join() === owner(sheet));
      });
      expect(foreign).toEqual([]);
    },
  );
});
