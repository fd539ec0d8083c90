import type { Node, Reads, Slot } from './node.ts';

/** Nodes in an order in which each stands behind all it reads. */
export interface Graph {
  readonly order: readonly Node<unknown>[];
  /** For each node the places of what it reads in that order. */
  readonly readsAt: readonly (readonly number[])[];
  readonly placeOf: ReadonlyMap<Node<unknown>, number>;
}

/**
 * Puts nodes, and all they read, in order from what they declare.
 * @throws Error when two different nodes have one name, or one reads itself by a way round
 */
export function inOrder(wanted: readonly Node<unknown>[]): Graph {
  const placeOf = new Map<Node<unknown>, number>();
  const order: Node<unknown>[] = [];
  const byName = new Map<string, Node<unknown>>();
  const open = new Set<Node<unknown>>();
  const visit = (node: Node<unknown>, way: readonly string[]): void => {
    if (placeOf.has(node)) return;
    if (open.has(node)) throw new Error(`stages read in a circle: ${[...way, node.name].join(' → ')}`);
    const twin = byName.get(node.name);
    if (twin && twin !== node) throw new Error(`two stages are called "${node.name}"; each wants a name of its own`);
    byName.set(node.name, node);
    open.add(node);
    for (const read of Object.values(node.reads)) visit(read, [...way, node.name]);
    open.delete(node);
    placeOf.set(node, order.length);
    order.push(node);
  };
  for (const node of wanted) visit(node, []);
  const readsAt = order.map((node) => Object.values(node.reads as Reads).map((r) => placeOf.get(r)!));
  return { order, readsAt, placeOf };
}

/**
 * What one caller keeps between runs of a graph, so that a run after an edit redoes only what reads what was edited.
 * Values are told apart by identity, which holds because edits never change an object in place.
 */
export class Kept {
  readonly slots = new WeakMap<Node<unknown>, Slot>();
  /** How often each node was worked out, for benchmarks and tests. */
  worked = 0;
}

/** The outputs of a run. */
export interface Outputs {
  of<T>(node: Node<T>): T;
}

/**
 * Runs a graph.
 * @param inputs the value of every input node, by its name
 * @param kept pass the same one again to redo only what has changed
 * @throws Error when an input is missing
 */
export function run(graph: Graph, inputs: Readonly<Record<string, unknown>>, kept = new Kept()): Outputs {
  const { order, readsAt, placeOf } = graph;
  const outputs: unknown[] = new Array(order.length);
  for (let n = 0; n < order.length; n++) {
    const node = order[n]!;
    if (!node.make) {
      if (!Object.hasOwn(inputs, node.name)) throw new Error(`input "${node.name}" is missing`);
      outputs[n] = inputs[node.name];
      continue;
    }
    const at = readsAt[n]!;
    const slot = kept.slots.get(node);
    if (slot && unchanged(slot.given, at, outputs)) {
      outputs[n] = slot.output;
      continue;
    }
    const given = at.map((i) => outputs[i]);
    const own: Slot = slot ?? { given, output: undefined, rows: null, others: null, runs: 0 };
    // Kept only once it is worked out: a step that throws is tried again by the next run.
    const output = node.make(given, own);
    own.given = given;
    own.output = output;
    if (!slot) kept.slots.set(node, own);
    kept.worked++;
    outputs[n] = output;
  }
  return {
    of: <T>(node: Node<T>): T => {
      const place = placeOf.get(node);
      if (place === undefined) throw new Error(`"${node.name}" is no part of this graph`);
      return outputs[place] as T;
    },
  };
}

function unchanged(given: readonly unknown[], at: readonly number[], outputs: readonly unknown[]): boolean {
  for (let i = 0; i < at.length; i++) if (!Object.is(given[i], outputs[at[i]!])) return false;
  return true;
}
