import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Id } from '@ombrik/core/document/basics';
import type { Board } from '@ombrik/core/document/board';
import { partIndex } from '@ombrik/core/document/references';
import type { Workshop } from '@ombrik/core/document/workshop/workshop';
import type { Dossier } from '@ombrik/core/dossier';
import { cableLays } from '@ombrik/core/layout/cableLays';
import { type FinishCompared, finishCompared } from '@ombrik/core/layout/finish/compared';
import { type Arranged, arrangeBoard } from '@ombrik/core/layout/placement/arrangeBoard';
import { placementModel } from '@ombrik/core/layout/placement/model';
import { startOf } from '@ombrik/core/layout/placement/place';
import { type Terms, termsOf, totalOf, WISHES, type Wish } from '@ombrik/core/layout/placement/score';
import { routeBoard } from '@ombrik/core/layout/routeBoard';
import type { RoutedCables } from '@ombrik/core/layout/routeCables';
import { profileOf } from '@ombrik/core/profiles/ownRules';
import { expose } from 'comlink';

/** Steps of one search for a place: some seconds with the cables laid. */
const PLACE_STEPS = 100_000;

export interface Arrangement extends Arranged {
  wish: Wish['id'];
  /** The same terms and sum for the parts as they stand now. */
  now: { terms: Terms; total: number };
}

/** Cables as they were laid, and what their finish did. */
export interface Routed extends RoutedCables {
  compared: FinishCompared;
}

/** The board's solvers, off the main thread; stopped by ending the worker. */
const layout = {
  route(board: Board, workshop: Workshop, onProgress: (done: number, all: number) => void): Routed {
    let told = 0;
    const laid = routeBoard(board, genericCatalogue, workshop, (done, all) => {
      // Words cost more than a path: told now and then.
      if (Math.abs(done - told) >= 10 || done === all) {
        told = done;
        onProgress(done, all);
      }
      return true;
    });
    return { ...laid, compared: finishCompared(board, genericCatalogue, workshop, laid) };
  },
  /** One way to place the parts of a panel's front with their cables, its score beside that of now. */
  arrange(
    board: Board,
    workshop: Workshop,
    dossier: Pick<Dossier, 'sizing' | 'cables'>,
    panelId: Id,
    wishId: Wish['id'],
    seed: number,
    onProgress: (share: number) => void,
  ): Arrangement {
    const wish = WISHES.find((w) => w.id === wishId)!;
    const layOf = cableLays(dossier.cables, profileOf(board, workshop), genericCatalogue);
    const model = placementModel(board, partIndex(board, genericCatalogue), dossier, panelId, layOf);
    const terms = termsOf(model, startOf(model));
    return {
      wish: wishId,
      now: { terms, total: totalOf(terms, wish.weights) },
      ...arrangeBoard(board, genericCatalogue, workshop, panelId, wish, {
        seed,
        steps: PLACE_STEPS,
        onProgress: (share) => {
          onProgress(share);
          return true;
        },
      }),
    };
  },
};

export type Layout = typeof layout;
expose(layout);
