import { compareWithPin } from './compare.ts';

/** `npx tsx golden/cli.ts`: the first difference of each board, while a change is being made. */
const kinds = new Map<string, number>();
const count = compareWithPin((n, difference) => {
  const kind = difference.split(':')[0]!.replace(/\d+/g, '#');
  kinds.set(kind, (kinds.get(kind) ?? 0) + 1);
  if (kinds.get(kind)! <= 3) process.stdout.write(`board ${n} ${difference}\n`);
});
process.stdout.write(
  `${count} boards; ${kinds.size === 0 ? 'all equal' : JSON.stringify(Object.fromEntries(kinds))}\n`,
);
