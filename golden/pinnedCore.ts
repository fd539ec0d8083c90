// Copied into the tree of the pinned commit and bundled there: its derive, kept between edits, and a board of a size.

import { Deriving, derive } from '@ombrik/core/derive';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import { profileById } from '@ombrik/core/profiles/profiles';

export { boardWith } from './bench/src/boards.ts';

/** A derive of the pinned core with a memory of its own. */
export function pinnedDeriver() {
  const deriving = new Deriving();
  return (board: any) => derive(board, genericCatalogue, profileById(board.brief.profileId), defaultWorkshop, deriving);
}
