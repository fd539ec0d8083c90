import { PAPERS, SHOP_PAPERS } from './registry.ts';

const choicesOf = (kind: (typeof PAPERS)[number]): string =>
  [
    ...(kind.choices ?? []).map((c) => `\`${c.name}\`: ${c.words.map((w) => `\`${w.word}\``).join(', ')}`),
    ...(kind.panel ? [`\`panel\`: id of a panel${kind.panel === 'any' ? ', all where none is named' : ''}`] : []),
  ].join('; ') || '';

/** `docs/papers.md`: every paper there is, from the registry. */
export const papersDoc = (): string => `# Papers

Written by \`npm run papers\` from \`server/src/papers/registry.ts\`; do not edit by hand.

Of a job, at \`/api/jobs/<id>/out/<name>\`; \`revision\` in the address asks for an older revision of the board.

| name | title | what is on it | may be chosen in the address |
| --- | --- | --- | --- |
${PAPERS.map((p) => `| \`${p.name}\` | ${p.title} | ${p.what} | ${choicesOf(p)} |`).join('\n')}

Of the shop, at \`/api/papers/<name>\`.

| name | title | what is on it |
| --- | --- | --- |
${SHOP_PAPERS.map((p) => `| \`${p.name}\` | ${p.title} | ${p.what} |`).join('\n')}
`;
