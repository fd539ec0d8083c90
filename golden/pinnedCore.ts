// Copied into the tree of the pinned commit and bundled there: its derive, kept between edits, and a board of a size.

import { genericCatalogue } from '@ombrik/core/catalogue/genericCatalogue';
import { derive } from '@ombrik/core/derive';
import { Memo } from '@ombrik/core/memo';
import { profileById } from '@ombrik/core/rules/profiles/profiles';
import { defaultWorkshop } from '@ombrik/core/rules/workshop';

export { boardWith } from './bench/src/boards.ts';

/** A derive of the pinned core with a memory of its own. */
export function pinnedDeriver() {
  const memo = new Memo();
  return (board: any) => derive(board, genericCatalogue, profileById(board.brief.profileId), defaultWorkshop, memo);
}
