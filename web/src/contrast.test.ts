import { readFileSync } from 'node:fs';
import {
  differenceCiede2000,
  filterDeficiencyDeuter,
  filterDeficiencyProt,
  filterDeficiencyTrit,
  filterGrayscale,
  formatHex,
  parse,
  wcagContrast,
} from 'culori';
import { describe, expect, it } from 'vitest';

/**
 * Colours by calculation: the ratios of WCAG 2.2 (1.4.3, 1.4.11), the colour weaknesses as simulated by Machado, Oliveira
 * and Fernandes (2009), both worked out by a general colour library.
 */
// What stands under a medium is not what is seen on the screen.
const sheet = readFileSync(new URL('./styles.css', import.meta.url), 'utf8').split('@media')[0]!;
const tokens = (block: string): Record<string, string> =>
  Object.fromEntries([...block.matchAll(/--(?:color-)?([\w-]+):\s*(#[0-9a-f]{6});/g)].map((m) => [m[1]!, m[2]!]));
const blocks = [...sheet.matchAll(/(?:@plugin "daisyui\/theme"|:root|\[data-theme="bench"\])[^{]*\{([^}]*)\}/g)].map(
  (m) => [m[0], tokens(m[1]!)] as const,
);
const of = (mark: string) => Object.assign({}, ...blocks.filter(([head]) => head.includes(mark)).map(([, own]) => own));
const THEMES: Readonly<Record<string, Record<string, string>>> = {
  paper: { ...of('name: "paper"'), ...of(':root') },
  bench: { ...of('name: "bench"'), ...of('[data-theme="bench"]') },
};
const SEEN: Readonly<Record<string, (hex: string) => string>> = {
  'by all colours': (hex) => hex,
  'without red': (hex) => formatHex(filterDeficiencyProt(1)(parse(hex)!))!,
  'without green': (hex) => formatHex(filterDeficiencyDeuter(1)(parse(hex)!))!,
  'without blue': (hex) => formatHex(filterDeficiencyTrit(1)(parse(hex)!))!,
  'without colour': (hex) => formatHex(filterGrayscale(1)(parse(hex)!))!,
};

const GROUNDS = ['base-100', 'base-200'];
/** What is written in, on what. */
const TEXT: readonly [string, string][] = [
  ...['base-content', 'dim', 'primary', 'secondary', 'warning', 'error'].flatMap((ink) =>
    GROUNDS.map((ground) => [ink, ground] as [string, string]),
  ),
  ['base-content', 'base-300'],
  ['base-content', 'desk'],
  ['base-content', 'board'],
  ['base-content', 'warn-wash'],
  ['base-content', 'stop-wash'],
  ['dim', 'warn-wash'],
  ['dim', 'stop-wash'],
  ['error', 'stop-wash'],
  ...['primary', 'secondary', 'neutral', 'warning', 'error', 'info', 'success'].map(
    (ground) => [`${ground}-content`, ground] as [string, string],
  ),
];
/** Edges and marks by which something is recognised, on what. */
const MARKS: readonly [string, string][] = [
  ['primary', 'base-100'],
  ['primary', 'base-200'],
  ['error', 'base-100'],
  ['warning', 'base-100'],
  ['secondary', 'base-100'],
  ['ink-displayInk', 'ink-display'],
];

/** Bars beside bars; lines have strokes of their own besides. */
const ALONE: readonly [string, string][] = [
  ['primary', 'secondary'],
  ['warning', 'secondary'],
];

describe.each(Object.keys(THEMES))('the %s theme', (name) => {
  const theme = THEMES[name]!;
  const ratio = (ink: string, ground: string, seen: (hex: string) => string) => {
    expect([theme[ink], theme[ground]], `${ink} on ${ground}`).toEqual([expect.any(String), expect.any(String)]);
    return wcagContrast(seen(theme[ink]!), seen(theme[ground]!));
  };
  it.each(Object.keys(SEEN))('can be read %s: 4.5 to 1', (seen) => {
    const weak = TEXT.map(([ink, ground]) => [`${ink} on ${ground}`, ratio(ink, ground, SEEN[seen]!)] as const);
    expect(weak.filter(([, r]) => r < 4.5)).toEqual([]);
  });
  it.each(Object.keys(SEEN))('its marks stand out %s: 3 to 1', (seen) => {
    const weak = MARKS.map(([ink, ground]) => [`${ink} on ${ground}`, ratio(ink, ground, SEEN[seen]!)] as const);
    expect(weak.filter(([, r]) => r < 3)).toEqual([]);
  });
  it.each(Object.keys(SEEN).slice(0, 4))('what a chart tells apart by colour alone is told apart %s', (seen) => {
    const near = ALONE.map(
      ([a, b]) => [`${a} and ${b}`, differenceCiede2000()(SEEN[seen]!(theme[a]!), SEEN[seen]!(theme[b]!))] as const,
    );
    // About five times what is seen as different side by side.
    expect(near.filter(([, d]) => d < 11)).toEqual([]);
  });
});
