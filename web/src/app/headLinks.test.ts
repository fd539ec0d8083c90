import { describe, expect, it } from 'vitest';
import { headLinks } from '../../headLinks.ts';

describe('what the browser fetches with the page', () => {
  const hook = headLinks().transformIndexHtml as unknown as {
    handler: (html: string, at: { bundle: object }) => { attrs: Record<string, unknown> }[];
  };
  const links = (...files: string[]) =>
    hook.handler('', { bundle: Object.fromEntries(files.map((f) => [f, {}])) }).map(({ attrs }) => attrs);
  it('is each face every page begins with, once, in the form today’s browsers read', () => {
    const hrefs = links(
      'assets/barlow-latin-400-normal-a1.woff2',
      'assets/barlow-latin-400-normal-a1.woff',
      'assets/barlow-latin-ext-400-normal-b2.woff2',
      'assets/barlow-latin-500-normal-c3.woff2',
      'assets/barlow-condensed-latin-600-normal-d4.woff2',
      'assets/index-e5.css',
    )
      .filter((a) => a.as === 'font')
      .map((a) => a.href);
    expect(hrefs).toEqual([
      '/assets/barlow-latin-400-normal-a1.woff2',
      '/assets/barlow-condensed-latin-600-normal-d4.woff2',
    ]);
  });
  it('is asked for as the script will ask, or it would be fetched twice', () => {
    for (const attrs of links('assets/barlow-latin-400-normal-a1.woff2')) expect(attrs.crossorigin).toBe(true);
    expect(links().map((a) => [a.as, a.href])).toEqual([['fetch', '/api/me']]);
  });
});
