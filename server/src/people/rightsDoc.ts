import { RIGHTS } from './rights.ts';
import { ROLE_WORDS, ROLES } from './roles.ts';

/** `docs/rights.md`: who may ask what, from the table that is asked. */
export const rightsDoc = (): string => `# Who may do what

Written by \`npm run rights\` from \`server/src/people/rights.ts\`; do not edit by hand. The table is asked in one place for
every route behind the door, and a route that is not in it is nobody's. Every cell is tested.

| role | what it is for |
| --- | --- |
${ROLES.map((r) => `| ${r} | ${ROLE_WORDS[r]} |`).join('\n')}

A person may be several. Who takes over a device by PIN is no owner on it.

| route | ${ROLES.join(' | ')} |
| --- | ${ROLES.map(() => '---').join(' | ')} |
${Object.entries(RIGHTS)
  .map(
    ([route, may]) =>
      `| \`${route.replaceAll('|', '\\|')}\` | ${ROLES.map((r) => (may.includes(r) ? '●' : '')).join(' | ')} |`,
  )
  .join('\n')}
`;
