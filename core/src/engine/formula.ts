/**
 * Declared formulas. A formula is called with `use`, giving a plain number; when a tracer is set, the same call also
 * reports its text, inputs and where each input came from. One code path, so the explanation cannot disagree.
 */
export type Quantity = {
  unit: string;
  what: string;
  /** Range used to test the formula's text. */
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

export interface TraceInput {
  name: string;
  value: number;
  unit: string;
  what: string;
  origin: Origin;
}

export interface TraceEntry {
  address: string;
  value: number;
  unit: string;
  title: string;
  /** Evaluates to the value over the inputs; of a choice, in words how it is chosen. */
  formula: string;
  source: string;
  inputs: TraceInput[];
  /** A value taken from a list rather than worked out. */
  chosen: boolean;
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

/** Declares a formula; the identity function, there for inference of the input names. */
export const declareFormula = <I extends string>(formula: Formula<I>): Formula<I> => formula;

type Lazy<T> = T | (() => T);
const now = <T extends string | object>(lazy: Lazy<T>): T => (typeof lazy === 'function' ? (lazy as () => T)() : lazy);

/**
 * Evaluates a formula.
 * @param address stable address of the figure, such as `connection/ID/dropV`
 * @param origins where each input came from; a function where many figures are worked out and few are asked about
 * @example
 * use({ compute: ({ a, b }) => a * b }, { a: 10, b: 0.02 }, 'connection/c1/dropV', {}); // 0.2
 */
export function use<I extends string>(
  formula: Formula<I>,
  inputs: Record<I, number>,
  address: Lazy<string>,
  origins: Lazy<Record<I, Origin>>,
): number {
  const value = formula.compute(inputs);
  if (tracer) {
    const from = now<Record<I, Origin>>(origins);
    tracer({
      address: now<string>(address),
      value,
      unit: formula.unit,
      title: formula.title,
      formula: formula.formula,
      source: formula.source,
      chosen: false,
      inputs: (Object.keys(inputs) as I[]).map((name) => ({
        name,
        value: inputs[name],
        unit: formula.inputs[name].unit,
        what: formula.inputs[name].what,
        origin: from[name],
      })),
    });
  }
  return value;
}

/**
 * Where a number came from when it is no figure: a sheet, the brief, a setting.
 * @example
 * given('part sheet'); // { given: 'part sheet' }
 */
export const given = (words: string): Origin => ({ given: words });
/**
 * The figure a number came from, by its address.
 * @example
 * figure('cable/c1/lengthMm'); // { figure: 'cable/c1/lengthMm' }
 */
export const figure = (address: string): Origin => ({ figure: address });

export interface SumTerm {
  /** What it is called in the formula; other letters than a formula takes are left out of it. */
  name: string;
  value: number;
  what: string;
  origin: Origin;
  /** The part of the value that counts, where it does not count whole. */
  share?: { name: string; value: number; what: string };
}

interface Sum {
  terms: Lazy<readonly SumTerm[]>;
  unit: string;
  title: Lazy<string>;
  source: string;
  address: Lazy<string>;
}

/** Names usable in a formula, each once. */
function namer(): (name: string) => string {
  const taken = new Map<string, number>();
  return (name) => {
    const plain = name.replace(/[^A-Za-z0-9_]/g, '').replace(/^(?=\d)/, '_') || 'x';
    const n = (taken.get(plain) ?? 0) + 1;
    taken.set(plain, n);
    return n === 1 ? plain : `${plain}_${n}`;
  };
}

/** Reports a value that a solver found as the sum it is made of. @returns the value */
export function sumFigure(value: number, { terms, unit, title, source, address }: Sum): number {
  if (!tracer) return value;
  const nameOf = namer();
  const list = now<readonly SumTerm[]>(terms).map((t) => {
    const own: TraceInput = { name: nameOf(t.name), value: t.value, unit, what: t.what, origin: t.origin };
    const share: TraceInput[] = t.share
      ? [
          {
            name: nameOf(t.share.name),
            value: t.share.value,
            unit: '',
            what: t.share.what,
            origin: given('solved network'),
          },
        ]
      : [];
    return { inputs: [...share, own], text: [...share, own].map((i) => i.name).join(' * ') };
  });
  tracer({
    address: now<string>(address),
    value,
    unit,
    title: now<string>(title),
    source,
    chosen: false,
    formula: list.map((t) => t.text).join(' + ') || '0',
    inputs: list.flatMap((t) => t.inputs),
  });
  return value;
}

/** Adds terms up; traced like a formula whose text is the sum written out. */
export const useSum = (sum: Sum & { terms: readonly SumTerm[] }): number =>
  sumFigure(
    sum.terms.reduce((s, t) => s + t.value * (t.share?.value ?? 1), 0),
    sum,
  );

/** Reports a value taken from a list of candidates, with what it had to meet. @returns the value */
export function choose(choice: {
  value: number;
  unit: string;
  title: string;
  how: string;
  source: string;
  address: Lazy<string>;
  inputs: Lazy<TraceInput[]>;
}): number {
  tracer?.({
    address: now<string>(choice.address),
    value: choice.value,
    unit: choice.unit,
    title: choice.title,
    formula: choice.how,
    source: choice.source,
    chosen: true,
    inputs: now<TraceInput[]>(choice.inputs),
  });
  return choice.value;
}
