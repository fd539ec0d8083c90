import type { Face } from '@ombrik/core/document/panel/panel';
import { serialOf } from '@ombrik/core/released/serials';
import type { Knex } from 'knex';
import type { JobFile } from '../boards/sheet.ts';
import { photosOf } from '../build/photos.ts';
import { printOfSheet } from '../papers/paperService.ts';
import { PAPERS } from '../papers/registry.ts';
import { Refusal } from '../refusal.ts';
import { plainName } from './sealedArchive.ts';

const FACES: readonly Face[] = ['front', 'back'];

/** Told how far it is: papers made, of how many, and which is being made. */
export type OnPaper = (done: number, of: number, what: string) => Promise<unknown>;

/**
 * Papers and files of a job as they are handed over with it; what it has no matter for is left out.
 * @returns bytes by path, as they stand in the folder
 */
export async function shippedFiles(
  db: Knex,
  file: JobFile,
  origin: string,
  onPaper: OnPaper,
): Promise<Map<string, Uint8Array>> {
  const { job, revision, board, workshop } = file;
  // To a thread goes what a paper is made from, not what was derived of it here.
  const sheet = { job, revision, board, workshop };
  const files = new Map<string, Uint8Array>([
    ['board.json', new TextEncoder().encode(`${JSON.stringify(board, null, 2)}\n`)],
  ]);
  const wanted = PAPERS.filter((kind) => kind.place !== 'elsewhere' && kind.name !== 'board.json').flatMap((kind) =>
    kind.panel === 'one'
      ? board.panels.flatMap((panel) =>
          FACES.map((face) => ({
            kind,
            asked: { panel: panel.id, face },
            path: `panels/${plainName(panel.name)}-${face}-${kind.name}`,
          })),
        )
      : [{ kind, asked: {}, path: `${kind.place === 'sheets' ? 'papers' : kind.place}/${kind.name}` }],
  );
  for (const [n, { kind, asked, path }] of wanted.entries()) {
    await onPaper(n, wanted.length, kind.title);
    try {
      files.set(freeOf(files, path), (await printOfSheet(db, sheet, kind, asked, origin)).bytes);
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
    }
  }
  await onPaper(wanted.length, wanted.length, 'the seal');
  for (const [n, photo] of (await photosOf(db, job.id)).entries()) {
    const serial = serialOf(job.number, photo.unit, board.brief.quantity);
    files.set(`photos/${serial}-${String(n + 1).padStart(3, '0')}-${plainName(photo.name)}`, photo.bytes);
  }
  return files;
}

/** Two panels of one name shall not be one file. */
function freeOf(files: ReadonlyMap<string, unknown>, path: string): string {
  if (!files.has(path)) return path;
  const [, stem, ending] = /^(.*)(\.\w+)$/.exec(path)!;
  let n = 2;
  while (files.has(`${stem}-${n}${ending}`)) n++;
  return `${stem}-${n}${ending}`;
}
