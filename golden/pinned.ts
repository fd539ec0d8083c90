import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { copyFileSync, existsSync, mkdirSync, readFileSync, symlinkSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const here = dirname(fileURLToPath(import.meta.url));
const root = dirname(here);

/**
 * The answers of the pinned commit, worked out by its own core from its own boards; kept in `.tmp` until the pin moves.
 * @returns the folder of `0.json`, `1.json`, … and how many there are
 * @throws when the commit is not in this clone: a shallow clone, or no clone at all
 */
export function pinnedAnswers(): { folder: string; count: number; tree: string } {
  const { commit } = JSON.parse(readFileSync(join(here, 'pin.json'), 'utf8')) as { commit: string };
  const files = ['generate.ts', 'pinnedCore.ts'];
  const builder = createHash('sha256')
    .update(process.env.OMBRIK_FULL ? 'full' : 'share')
    .update(files.map((f) => readFileSync(join(here, f), 'utf8')).join())
    .digest('hex')
    .slice(0, 8);
  const tree = join(root, '.tmp', 'golden', `${commit.slice(0, 12)}-${builder}`);
  const folder = join(tree, 'answers');
  const done = join(folder, 'done.json');
  if (!existsSync(done)) {
    mkdirSync(join(tree, 'node_modules', '@ombrik'), { recursive: true });
    let packed: Buffer;
    try {
      packed = execFileSync('git', ['archive', commit, 'core', 'demo', 'bench'], { cwd: root, maxBuffer: 2 ** 28 });
    } catch {
      throw new Error(`commit ${commit}, which golden/pin.json names, is not here: fetch the whole history`);
    }
    execFileSync('tar', ['-x', '-C', tree], { input: packed });
    for (const name of ['core', 'demo']) {
      const link = join(tree, 'node_modules', '@ombrik', name);
      if (!existsSync(link)) symlinkSync(join('..', '..', name), link);
    }
    for (const file of files) copyFileSync(join(here, file), join(tree, file));
    execFileSync(process.execPath, ['--import', 'tsx', join(tree, 'generate.ts'), folder], {
      cwd: root,
      stdio: ['ignore', 'inherit', 'inherit'],
    });
  }
  return { tree, folder, count: (JSON.parse(readFileSync(done, 'utf8')) as { boards: number }).boards };
}
