import type { Board } from '@ombrik/core/board/board';
import { partIndex } from '@ombrik/core/board/references';
import { genericCatalogue } from '@ombrik/core/catalogue/genericCatalogue';
import { type RoutedCables, routeCables } from '@ombrik/core/layout/routeCables';
import { expose } from 'comlink';

/** The board's solvers, off the main thread; stopped by ending the worker. */
const layout = {
  route(
    board: Board,
    widthsMm: [cableId: string, widthMm: number][],
    onProgress: (done: number, all: number) => void,
  ): RoutedCables {
    const widths = new Map(widthsMm);
    let told = 0;
    return routeCables(
      board,
      partIndex(board, genericCatalogue),
      (id) => widths.get(id) ?? 5,
      null,
      (done, all) => {
        // Words cost more than a path: told now and then.
        if (done - told >= 10 || done === all) {
          told = done;
          onProgress(done, all);
        }
        return true;
      },
    );
  },
};

export type Layout = typeof layout;
expose(layout);
