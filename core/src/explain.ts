import type { Catalogue } from './catalogue/part.ts';
import { deriveStages } from './derive.ts';
import type { Board } from './document/board.ts';
import { partIndex } from './document/references.ts';
import type { Workshop } from './document/workshop.ts';
import type { Dossier } from './dossier.ts';
import { type TraceEntry, withTracer } from './engine/formula.ts';
import type { Profile } from './profiles/profile.ts';
import { type PastTimes, pastFactor, reckonedHours } from './stages/quote/quote.ts';
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

/** Every figure of a board with its formula, inputs and source, by address. Derives anew with a tracer. */
export function traceAll(
  board: Board,
  catalogue: Catalogue,
  profile: Profile,
  workshop: Workshop,
): Map<string, TraceEntry> {
  const entries = new Map<string, TraceEntry>();
  const stages = withTracer(
    (entry) => entries.set(entry.address, entry),
    () => deriveStages(board, catalogue, profile, workshop),
  );
  const choiceEntry = (
    address: string,
    title: string,
    value: number,
    unit: string,
    source: string,
    inputs: TraceEntry['inputs'],
  ) => entries.set(address, { address, title, value, unit, source, formula: 'smallest candidate that passes', inputs });
  for (const c of stages.sizing.cables) {
    const ampacityA = `cable/${c.cableId}/ampacityA`;
    const wire = stages.sizing.wires.find(
      (w) => w.connectionId === board.cables.find((b) => b.id === c.cableId)?.cores[0]?.connectionId,
    );
    choiceEntry(
      `cable/${c.cableId}/conductorMm2`,
      'Conductor area',
      c.conductor.value,
      'mm²',
      profile.ampacity.source,
      [
        {
          name: 'requiredA',
          value: c.requiredA,
          unit: 'A',
          what: 'to carry: the larger of its current and its fuse',
          origin: { given: wire?.guardKeys.length ? 'guarding fuse and design current' : 'design current' },
        },
        {
          name: 'designCurrentA',
          value: c.designCurrentA,
          unit: 'A',
          what: 'continuous current',
          origin: { figure: `connection/${wire?.connectionId ?? ''}/designCurrentA` },
        },
        {
          name: 'ampacityA',
          value: c.ampacityA,
          unit: 'A',
          what: 'what the chosen size carries',
          origin: { figure: ampacityA },
        },
      ],
    );
  }
  for (const s of stages.sizing.seats) {
    if (s.ratingA === null) continue;
    const address = `seat/${s.itemId}/${s.seatId}`;
    choiceEntry(`${address}/ratingA`, 'Fuse rating', s.ratingA, 'A', profile.fuseFactor.source, [
      {
        name: 'minimumA',
        value: s.minimumA,
        unit: 'A',
        what: 'smallest rating',
        origin: { figure: `${address}/minimumA` },
      },
      ...(s.fusesSchoolA === null
        ? []
        : [
            {
              name: 'summedFusesA',
              value: s.fusesSchoolA,
              unit: 'A',
              what: 'by the other school: summed branch fuses',
              origin: { given: 'ratings of the fuses it feeds' },
            },
          ]),
    ]);
  }
  return entries;
}

/** The figures of a quote, which stands beside the dossier: hours of each kind of work. */
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
