import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { versionsText } from '../tools/versions.ts';
import { genericCatalogue } from './devices/genericCatalogue.ts';
import { PROFILES, profileById } from './profiles/profiles.ts';
import { deriveBoard, wiredCart } from './testing/demoBoards.ts';
import { VERSIONS } from './versions.ts';

// Run `npm run versions` where they are not.
it('the versions are those of what stands here', () => {
  expect(readFileSync(new URL('./versions.ts', import.meta.url), 'utf8')).toBe(versionsText());
});
it('every dossier says by which core, catalogue and profile it was made', () => {
  const board = wiredCart();
  expect(deriveBoard(board).inputs).toMatchObject({
    coreVersion: VERSIONS.core,
    catalogueVersion: VERSIONS.catalogue,
    profileVersion: VERSIONS.profiles['craft-iso'],
  });
  expect(genericCatalogue.version).toBe(VERSIONS.catalogue);
  for (const p of PROFILES) expect(profileById(p.id).version).toBe(VERSIONS.profiles[p.id]);
  expect(new Set(Object.values(VERSIONS.profiles)).size).toBe(PROFILES.length);
});
