import { derive } from './derive.ts';
import type { Board } from './document/board.ts';
import type { Catalogue } from './document/part/part.ts';
import { partIndex } from './document/references.ts';
import type { Workshop } from './document/workshop/workshop.ts';
import type { Dossier } from './dossier.ts';
import { type TraceEntry, withTracer } from './engine/formula.ts';
import { type PastTimes, pastFactor, reckonedHours } from './power/quote/quote.ts';
import type { Profile } from './profiles/profile.ts';
import type { ChoiceResult } from './stages/sizing/choiceResult.ts';

export interface ExplainedInput {
  name: string;
  value: number;
  unit: string;
  what: string;
  /** The figure it came from, itself explained; null when it was given. */
  from: Explanation | null;
  given: string | null;
}

export interface Explanation {
  address: string;
  title: string;
  value: number;
  unit: string;
  formula: string;
  source: string;
  inputs: ExplainedInput[];
  choice: {
    reason: string;
    who: string | null;
    mode: 'auto' | 'locked';
    rejected: { value: string; why: string }[];
  } | null;
}

/**
 * Every figure of a board with its formula, inputs and source, by address. Derives anew with a tracer.
 * @example
 * traceAll(board, catalogue, profile, workshop).get('job/warmDailyAh').value; // 2
 */
export function traceAll(
  board: Board,
  catalogue: Catalogue,
  profile: Profile,
  workshop: Workshop,
): Map<string, TraceEntry> {
  const entries = new Map<string, TraceEntry>();
  withTracer(
    (entry) => entries.set(entry.address, entry),
    () => derive(board, catalogue, profile, workshop),
  );
  return entries;
}

/**
 * The figures of a quote, which stands beside the dossier: hours of each kind of work.
 * @example
 * traceQuote(board, dossier, catalogue, {}).has('quote/design/hours'); // true
 */
export function traceQuote(
  board: Board,
  dossier: Dossier,
  catalogue: Catalogue,
  past: PastTimes,
): Map<string, TraceEntry> {
  const entries = new Map<string, TraceEntry>();
  withTracer(
    (entry) => entries.set(entry.address, entry),
    () => reckonedHours(board, dossier, partIndex(board, catalogue), pastFactor(past)),
  );
  return entries;
}

/**
 * Explains one figure as a tree, each input in turn.
 * @returns null when the address names no figure.
 * @example
 * explain(new Map(), 'nothing/here'); // null
 */
export function explain(
  entries: ReadonlyMap<string, TraceEntry>,
  address: string,
  choices: ReadonlyMap<string, ChoiceResult<unknown>> = new Map(),
  depth = 6,
): Explanation | null {
  const entry = entries.get(address);
  if (!entry) return null;
  const choice = choices.get(address);
  return {
    address,
    title: entry.title,
    value: entry.value,
    unit: entry.unit,
    formula: entry.formula,
    source: entry.source,
    inputs: entry.inputs.map(({ origin, ...input }) => ({
      ...input,
      from: 'figure' in origin && depth > 0 ? explain(entries, origin.figure, choices, depth - 1) : null,
      given: 'given' in origin ? origin.given : null,
    })),
    choice: choice
      ? {
          reason: choice.reason,
          who: choice.who,
          mode: choice.mode,
          rejected: choice.rejected.map((r) => ({ value: String(r.value), why: r.why })),
        }
      : null,
  };
}
