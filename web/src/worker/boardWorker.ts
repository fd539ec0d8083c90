import { Deriving, derive } from '@ombrik/core/derive';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Id } from '@ombrik/core/document/basics';
import type { Board } from '@ombrik/core/document/board';
import { partIndex } from '@ombrik/core/document/references';
import type { Workshop } from '@ombrik/core/document/workshop/workshop';
import type { Dossier } from '@ombrik/core/dossier';
import { cableLays } from '@ombrik/core/layout/cableLays';
import { placementModel } from '@ombrik/core/layout/placement/model';
import { type Placed, place, startOf } from '@ombrik/core/layout/placement/place';
import { type Terms, termsOf, totalOf, WISHES } from '@ombrik/core/layout/placement/score';
import type { RoutedCables } from '@ombrik/core/layout/routeCables';
import { routeWell } from '@ombrik/core/layout/routeWell';
import { profileOf } from '@ombrik/core/profiles/ownRules';
import { expose } from 'comlink';

/** Steps of one search for a place: about a second for 25 parts. */
const PLACE_STEPS = 120_000;

export interface Arrangement extends Placed {
  wish: (typeof WISHES)[number]['id'];
  /** The same terms and sum for the parts as they stand now. */
  now: { terms: Terms; total: number };
}

/** The board's solvers, off the main thread; stopped by ending the worker. */
const layout = {
  route(board: Board, workshop: Workshop, onProgress: (done: number, all: number) => void): RoutedCables {
    const deriving = new Deriving();
    const look = (now: Board) => {
      const profile = profileOf(now, workshop);
      const { cables, findings } = derive(now, genericCatalogue, profile, workshop, deriving);
      return { layOf: cableLays(cables, profile, genericCatalogue), findings };
    };
    let told = 0;
    return routeWell(board, partIndex(board, genericCatalogue), look, (done, all) => {
      // Words cost more than a path: told now and then.
      if (Math.abs(done - told) >= 10 || done === all) {
        told = done;
        onProgress(done, all);
      }
      return true;
    });
  },
  /** Three different ways to place the parts of a panel's front, each with its score beside that of now. */
  arrange(
    board: Board,
    workshop: Workshop,
    dossier: Pick<Dossier, 'sizing' | 'cables'>,
    panelId: Id,
    seed: number,
    onProgress: (share: number) => void,
  ): Arrangement[] {
    const layOf = cableLays(dossier.cables, profileOf(board, workshop), genericCatalogue);
    const model = placementModel(board, partIndex(board, genericCatalogue), dossier, panelId, layOf);
    const terms = termsOf(model, startOf(model));
    return WISHES.map(({ id, weights }, n) => ({
      wish: id,
      now: { terms, total: totalOf(terms, weights) },
      ...place(model, weights, {
        seed: seed + n,
        steps: PLACE_STEPS,
        onProgress: (share) => {
          onProgress((n + share) / WISHES.length);
          return true;
        },
      }),
    }));
  },
};

export type Layout = typeof layout;
expose(layout);
