/**
 * Declared formulas. A rule is called with `use`, giving a plain number; when a tracer is set, the same call also
 * reports its formula, inputs and where each input came from. One code path, so the explanation cannot disagree.
 */
export type Quantity = {
  unit: string;
  what: string /** Range used to test the formula's text. */;
  sample: [number, number];
};

export interface Formula<I extends string = string> {
  id: string;
  title: string;
  /** In the notation of a plain expression evaluator, over the input names. */
  formula: string;
  unit: string;
  inputs: Record<I, Quantity>;
  source: string;
  compute: (inputs: Record<I, number>) => number;
}

/** Where an input came from: the address of another figure, or words naming a sheet, the brief, a table. */
export type Origin = { figure: string } | { given: string };

export interface TraceEntry {
  address: string;
  value: number;
  unit: string;
  title: string;
  formula: string;
  source: string;
  inputs: { name: string; value: number; unit: string; what: string; origin: Origin }[];
}

export type Tracer = (entry: TraceEntry) => void;
let tracer: Tracer | null = null;

/** Runs `work` with every traced figure reported to `listener`. Not re-entrant. */
export function withTracer<T>(listener: Tracer, work: () => T): T {
  tracer = listener;
  try {
    return work();
  } finally {
    tracer = null;
  }
}

/** Declares a rule; the identity function, there for inference of the input names. */
export const declareFormula = <I extends string>(rule: Formula<I>): Formula<I> => rule;

/**
 * Evaluates a rule.
 * @param address stable address of the figure, such as `connection/ID/dropV`
 * @param origins where each input came from; a function where many figures are worked out and few are asked about
 */
export function use<I extends string>(
  rule: Formula<I>,
  inputs: Record<I, number>,
  address: string | (() => string),
  origins: Record<I, Origin> | (() => Record<I, Origin>),
): number {
  const value = rule.compute(inputs);
  if (tracer) {
    const from = typeof origins === 'function' ? origins() : origins;
    tracer({
      address: typeof address === 'function' ? address() : address,
      value,
      unit: rule.unit,
      title: rule.title,
      formula: rule.formula,
      source: rule.source,
      inputs: (Object.keys(inputs) as I[]).map((name) => ({
        name,
        value: inputs[name],
        unit: rule.inputs[name].unit,
        what: rule.inputs[name].what,
        origin: from[name],
      })),
    });
  }
  return value;
}

export const given = (words: string): Origin => ({ given: words });
export const figure = (address: string): Origin => ({ figure: address });

export const isTracing = (): boolean => tracer !== null;

export interface SumTerm {
  /** A name usable in a formula. */
  name: string;
  value: number;
  what: string;
  origin: Origin;
}

/** Adds terms up; traced like a rule whose formula is the sum written out. */
export function useSum(
  terms: readonly SumTerm[],
  unit: string,
  title: string,
  source: string,
  address: string,
): number {
  const value = terms.reduce((s, t) => s + t.value, 0);
  tracer?.({
    address,
    value,
    unit,
    title,
    source,
    formula: terms.map((t) => t.name).join(' + ') || '0',
    inputs: terms.map((t) => ({ name: t.name, value: t.value, unit, what: t.what, origin: t.origin })),
  });
  return value;
}
