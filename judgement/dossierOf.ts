import { derive } from '@ombrik/core/derive';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Board } from '@ombrik/core/document/board';
import { defaultWorkshop } from '@ombrik/core/document/workshop/workshop';
import type { Dossier } from '@ombrik/core/dossier';
import { profileById } from '@ombrik/core/profiles/profiles';

/** Everything derived from a board, by the shipped catalogue and a workshop's first values. */
export const dossierOf = (board: Board): Dossier =>
  derive(board, genericCatalogue, profileById(board.brief.profileId), defaultWorkshop);
