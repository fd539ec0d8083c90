import { Deriving, derive } from '@ombrik/core/derive';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Board } from '@ombrik/core/document/board';
import { contentHash } from '@ombrik/core/document/contentHash';
import type { Workshop } from '@ombrik/core/document/workshop/workshop';
import type { Dossier } from '@ombrik/core/dossier';
import { sharedWith } from '@ombrik/core/engine/sharedWith';
import { type Explanation, explain, traceAll, traceQuote } from '@ombrik/core/explain';
import { type FindingEntry, findingEntries } from '@ombrik/core/findings/entries';
import type { FindingId } from '@ombrik/core/findings/registry';
import type { PastTimes } from '@ombrik/core/power/quote/quote';
import { profileOf } from '@ombrik/core/profiles/ownRules';
import type { ChoiceResult } from '@ombrik/core/stages/sizing/choiceResult';
import { expose } from 'comlink';

const deriving = new Deriving();
/** What arrives is always a copy: what did not change gets its identity back, for the memo goes by it. */
let known: { board: Board; workshop: Workshop } | null = null;

/** Derives off the main thread, redoing only what an edit touched. */
const deriver = {
  derive(sentBoard: Board, sentWorkshop: Workshop): { dossier: Dossier; dossierFingerprint: string } {
    known = { board: sharedWith(known?.board, sentBoard), workshop: sharedWith(known?.workshop, sentWorkshop) };
    const { board, workshop } = known;
    const dossier = derive(board, genericCatalogue, profileOf(board, workshop), workshop, deriving);
    return { dossier, dossierFingerprint: contentHash(dossier) };
  },
  /** What a kind of finding protects, by which limits, from which source. */
  about: (kind: FindingId): FindingEntry | null => findingEntries().find((e) => e.id === kind) ?? null,
  explain(board: Board, workshop: Workshop, dossier: Dossier, address: string, past: PastTimes): Explanation | null {
    const entries = address.startsWith('quote/')
      ? traceQuote(board, dossier, genericCatalogue, past)
      : traceAll(board, genericCatalogue, profileOf(board, workshop), workshop);
    const choices = new Map<string, ChoiceResult<unknown>>([
      ...dossier.sizing.cables.map((c) => [`cable/${c.cableId}/conductorMm2`, c.conductor] as const),
      ...dossier.sizing.seats.map((s) => [`seat/${s.itemId}/${s.seatId}/ratingA`, s.link] as const),
    ]);
    return explain(entries, address, choices);
  },
};

export type Deriver = typeof deriver;
expose(deriver);
