import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Part } from '@ombrik/core/document/part/part';
import { partIndex } from '@ombrik/core/document/references';
import type { Workshop } from '@ombrik/core/document/workshop/workshop';
import { articleOf } from '@ombrik/core/stock/articles';
import type { CutPiece } from '@ombrik/core/stock/cutPieces';
import { type CutPlan, planCuts, type Rod } from '@ombrik/core/stock/cutPlan';
import { expose } from 'comlink';

/** Longest one article is searched for its proof; after that the best plan stands with its gap. */
const LIMIT_MS = 4000;

/** The cutting solver off the main thread; stopped by ending the worker. */
export const cutter = {
  plan(
    pieces: CutPiece[],
    rods: Rod[],
    workshop: Workshop,
    customParts: Part[],
    /** Articles done, of how many, and how far the plan of this one may still be off, as a share; null before a plan. */
    onProgress: (done: number, all: number, gapShare: number | null) => void,
  ): CutPlan {
    const parts = partIndex({ customParts }, genericCatalogue);
    let began = performance.now();
    let told = 0;
    let at = [0, 0] as [number, number];
    return planCuts(
      pieces,
      rods,
      (id) => articleOf(id, genericCatalogue, parts, workshop.sheets),
      workshop,
      {
        keepOn: () => performance.now() - began < LIMIT_MS,
        onProgress: ({ cost, bound }) => {
          const now = performance.now();
          // Words cost more than a step of the search: told a few times a second.
          if (now - told < 150 || !Number.isFinite(cost)) return;
          told = now;
          onProgress(...at, (cost - bound) / cost);
        },
      },
      (done, all) => {
        began = performance.now();
        at = [done, all];
        onProgress(done, all, null);
      },
    );
  },
};
export type Cutter = typeof cutter;
expose(cutter);
