import type { Plugin } from 'vite';

/** The faces every page begins with: what is set in another first is laid out twice. */
const FACES = /(barlow-latin-400|barlow-condensed-latin-600|jetbrains-mono-latin-400)-normal.*\.woff2$/;

/** Has the browser fetch with the page what its style and its script would only ask for later. */
export const headLinks = (): Plugin => ({
  name: 'head-links',
  transformIndexHtml: {
    order: 'post',
    handler: (_, { bundle }) => [
      ...Object.keys(bundle ?? {})
        .filter((f) => FACES.test(f))
        .map((f) => ({
          tag: 'link',
          attrs: { rel: 'preload', as: 'font', type: 'font/woff2', href: `/${f}`, crossorigin: true },
          injectTo: 'head' as const,
        })),
      { tag: 'link', attrs: { rel: 'preload', as: 'fetch', href: '/api/me', crossorigin: true }, injectTo: 'head' },
    ],
  },
});
