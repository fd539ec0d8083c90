import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** For tests only: node voltages and branch currents of a deck by ngspice (Debian), an independent circuit simulator. */
export function ngspice(deck: string): Record<string, number> {
  const out = run(deck.replace('.end\n', '.control\nset numdgt=12\nop\nprint all\n.endc\n.end\n'));
  return Object.fromEntries([...out.matchAll(/^(\S+) = (\S+)$/gm)].map((m) => [m[1]!, Number(m[2])]));
}

/** The numbers a deck prints, in the order it prints them. */
export const ngspicePrints = (deck: string): number[] =>
  [...run(deck.replace('.control\n', '.control\nset numdgt=12\n')).matchAll(/^\S+ = (\S+)$/gm)].map((m) =>
    Number(m[1]),
  );

function run(deck: string): string {
  const folder = mkdtempSync(join(tmpdir(), 'ombrik-spice-'));
  try {
    const file = join(folder, 'deck.cir');
    writeFileSync(file, deck);
    return execFileSync('ngspice', ['-b', file], { encoding: 'utf8', stdio: ['ignore', 'pipe', 'ignore'] });
  } finally {
    rmSync(folder, { recursive: true });
  }
}
