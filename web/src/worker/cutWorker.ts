import { partIndex } from '@ombrik/core/board/references';
import { genericCatalogue } from '@ombrik/core/catalogue/genericCatalogue';
import type { Part } from '@ombrik/core/catalogue/part';
import type { Workshop } from '@ombrik/core/rules/workshop';
import { articleOf } from '@ombrik/core/stock/articles';
import type { CutPiece } from '@ombrik/core/stock/cutPieces';
import { type CutPlan, planCuts, type Rod } from '@ombrik/core/stock/cutPlan';
import { expose } from 'comlink';

/** Longest one article is searched for its proof; after that the best plan stands with its gap. */
const LIMIT_MS = 4000;

/** The cutting solver off the main thread; stopped by ending the worker. */
const cutter = {
  plan(
    pieces: CutPiece[],
    rods: Rod[],
    workshop: Workshop,
    customParts: Part[],
    onProgress: (done: number, all: number) => void,
  ): CutPlan {
    const parts = partIndex({ customParts }, genericCatalogue);
    let began = performance.now();
    return planCuts(
      pieces,
      rods,
      (id) => articleOf(id, genericCatalogue, parts, workshop.sheets),
      workshop,
      { keepOn: () => performance.now() - began < LIMIT_MS },
      (done, all) => {
        began = performance.now();
        onProgress(done, all);
      },
    );
  },
};
export type Cutter = typeof cutter;
expose(cutter);
