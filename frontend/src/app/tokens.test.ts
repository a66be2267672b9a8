import { describe, expect, it } from 'vitest';
import { colours, tokenSheet, type Light } from './tokens';

const light = (hex: string) => {
  const [red = 0, green = 0, blue = 0] = [1, 3, 5]
    .map((at) => parseInt(hex.slice(at, at + 2), 16) / 255)
    .map((part) => (part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4));
  return 0.2126 * red + 0.7152 * green + 0.0722 * blue;
};

/** The contrast of two colours by WCAG 2.2, from 1 to 21. */
const contrast = (one: string, other: string) => {
  const [high = 0, low = 0] = [light(one), light(other)].sort((a, b) => b - a);
  return (high + 0.05) / (low + 0.05);
};

describe.each(['light', 'dark'] as Light[])('the %s theme', (theme) => {
  const c = colours[theme];

  it.each(['range', 'action', 'other', 'caution', 'border'] as const)('has 3:1 for every mark: %s', (mark) => {
    expect(contrast(c[mark], c.card)).toBeGreaterThanOrEqual(3);
    expect(contrast(c[mark], c.ground)).toBeGreaterThanOrEqual(3);
  });

  it.each(['ink', 'second', 'action', 'caution', 'other'] as const)('has 4.5:1 for text: %s', (text) => {
    for (const ground of [c.card, c.ground, c.actionSoft, c.cautionSoft])
      expect(contrast(c[text], ground)).toBeGreaterThanOrEqual(4.5);
  });

  it('writes on what is pressed so that it can be read', () => {
    expect(contrast(c.onAction, c.action)).toBeGreaterThanOrEqual(4.5);
  });
});

describe('the style sheet of the tokens', () => {
  it('has each under its own name in both themes', () => {
    expect(tokenSheet()).toContain(`:root { --ground: ${colours.light.ground};`);
    expect(tokenSheet()).toContain(`--action-soft: ${colours.dark.actionSoft};`);
    expect(tokenSheet()).toContain('color-scheme: dark;');
  });
});
