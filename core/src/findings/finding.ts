import type { Id } from '../document/basics.ts';
import type { Command } from '../document/commands.ts';
import type { TerminalRef } from '../document/connection/connection.ts';
import type { Given, Node, Reads } from '../engine/node.ts';
import { check } from '../engine/stage.ts';

/** What makes a finding as bad as it is: one written meaning for each severity, and each kind is held to it. */
export interface SeverityClauses {
  stop: 'hurts' | 'destroys' | 'cannot be built';
  warn: 'disappoints' | 'bad practice';
  note: 'to know';
}
export type Severity = keyof SeverityClauses;
export type Station = 'brief' | 'power' | 'circuit' | 'board' | 'cables' | 'test';

/** What of the trade a finding is about, as the trade sees it. */
export const SUBJECTS = [
  'wiring',
  'protection',
  'faults',
  'banks',
  'bars',
  'sun',
  'mains',
  'control',
  'ends',
  'layout',
  'space',
  'routes',
  'body',
  'power',
  'profile',
] as const;
export type Subject = (typeof SUBJECTS)[number];

export interface Fix {
  label: string;
  commands: Command[];
}

/** A judgement about one place of the board. A fix is an ordinary edit, so it previews and undoes. */
export interface Finding<Kind extends string = string> {
  id: string;
  /** Which kind of finding it is; the registry lists them. */
  kind: Kind;
  severity: Severity;
  station: Station;
  where: {
    /** The place in words, such as `-F1` or `W7 at -X1:s3`. */
    label: string;
    itemIds: Id[];
    cableIds: Id[];
    panelId: Id | null;
    terminals: TerminalRef[];
  };
  says: string;
  why: string;
  source: string;
  fixes: Fix[];
  /** Who lets it stand, and whether that still holds; null where nobody does. */
  accepted: { id: Id; who: string; reason: string; on: string; holds: boolean } | null;
}

/** A bound a finding judges by: a figure of its own, or one that stands elsewhere and may be set there. */
export type Limit =
  | { what: string; unit: string; source: string; value: number }
  | { what: string; unit: string; source: string; setBy: 'profile' | 'workshop' | 'job' | 'part sheet' };

/** What a judge says of one place; what all findings of a kind have in common is added to it. */
export interface Draft<S extends Severity = Severity> {
  /** What it is about, so that the same thing found again keeps its id. */
  entity: string;
  /** The worst severity of the kind where it says none. */
  severity?: S;
  where: Partial<Finding['where']> & { label: string };
  says: string;
  /**
   * Of places of which the same is to be said: what they have in common, and how it is said of several. They become one
   * finding that lists them all, as long as the same can be done about them.
   */
  alike?: { key: string; says: (places: string) => string };
  why: string;
  /** The kind's own source where it says none. */
  source?: string;
  fixes?: Fix[];
}

type Values<L extends Record<string, Limit>> = {
  readonly [K in keyof L as L[K] extends { value: number } ? K : never]: number;
};

export interface FindingSpec<Id extends string, S extends Severity, L extends Record<string, Limit>, R extends Reads> {
  id: Id;
  subject: Subject;
  station: Station;
  /** Every severity it may have, the worst first, and what makes it so bad. */
  severity: { readonly [K in S]: SeverityClauses[K] };
  /** What or whom it protects, in a line. */
  protects: string;
  source: string;
  limits: L;
  reads: R;
  /** Handed what it reads and the values of its own limits, and nothing else. */
  judge: (given: Given<R>, limits: Values<L>) => readonly Draft<S>[];
}

/** Places in a sentence, the first few by name. */
const NAMED = 4;
const listed = (labels: readonly string[]): string =>
  labels.length <= NAMED
    ? `${labels.slice(0, -1).join(', ')} and ${labels.at(-1)}`
    : `${labels.slice(0, NAMED).join(', ')} and ${labels.length - NAMED} more`;

/** Whether the fixes of several places can be done as one: alike in words, and none sets what another sets. */
function together(fixes: readonly (readonly Fix[])[]): Fix[] | null {
  const [first, ...rest] = fixes as [readonly Fix[], ...(readonly Fix[])[]];
  const labels = (list: readonly Fix[]) => list.map((f) => f.label).join('|');
  if (rest.some((r) => labels(r) !== labels(first))) return null;
  return first.map(({ label }, i) => ({ label, commands: fixes.flatMap((f) => f[i]!.commands) }));
}
const setTwice = (fixes: readonly Fix[]): boolean =>
  fixes.some(({ commands }) => {
    const places = commands.flatMap((c) => (c.kind === 'set' ? [`${c.collection} ${c.id} ${c.field}`] : []));
    return new Set(places).size < places.length;
  });

/** Drafts that say the same of several places made one, where the first of them stood. */
function saidOnce<S extends Severity>(drafts: readonly Draft<S>[]): readonly Draft<S>[] {
  const groups = new Map<string, Draft<S>[]>();
  for (const d of drafts) {
    if (!d.alike) continue;
    const key = `${d.severity} ${d.alike.key}`;
    groups.set(key, [...(groups.get(key) ?? []), d]);
  }
  const gone = new Set<Draft<S>>();
  const instead = new Map<Draft<S>, Draft<S>>();
  for (const own of groups.values()) {
    const first = own[0]!;
    const fixes = own.length > 1 ? together(own.map((d) => d.fixes ?? [])) : null;
    if (!fixes || setTwice(fixes)) continue;
    const labels = own.map((d) => d.where.label);
    instead.set(first, {
      ...first,
      where: {
        ...first.where,
        label: labels.join(', '),
        itemIds: [...new Set(own.flatMap((d) => d.where.itemIds ?? []))],
        cableIds: [...new Set(own.flatMap((d) => d.where.cableIds ?? []))],
        terminals: own.flatMap((d) => d.where.terminals ?? []),
      },
      says: first.alike!.says(listed(labels)),
      fixes,
    });
    for (const d of own.slice(1)) gone.add(d);
  }
  return drafts.filter((d) => !gone.has(d)).map((d) => instead.get(d) ?? d);
}

/** A kind of finding as the registry holds it. */
export interface FindingKind<Id extends string = string> {
  id: Id;
  subject: Subject;
  station: Station;
  severity: Readonly<Partial<SeverityClauses>>;
  protects: string;
  source: string;
  limits: Readonly<Record<string, Limit>>;
  node: Node<readonly Finding<Id>[]>;
}

/**
 * Declares a kind of finding: what it reads, its limits, and how it judges.
 * @example
 * finding({ id: 'heavy-to-lift', ..., reads: { bodies }, judge: ({ bodies }, { liftKg }) => [...] });
 */
export function finding<
  const Id extends string,
  const S extends Severity,
  const L extends Record<string, Limit>,
  const R extends Reads,
>(spec: FindingSpec<Id, S, L, R>): FindingKind<Id> {
  const { id, subject, station, severity, protects, source, limits, reads, judge } = spec;
  const values = Object.fromEntries(
    Object.entries(limits).flatMap(([name, limit]) => ('value' in limit ? [[name, limit.value]] : [])),
  ) as Values<L>;
  const [worst] = Object.keys(severity) as [S];
  const complete = (draft: Draft<S>): Finding<Id> => ({
    id: `${id}:${draft.entity}`,
    kind: id,
    severity: draft.severity ?? worst,
    station,
    where: { itemIds: [], cableIds: [], panelId: null, terminals: [], ...draft.where },
    says: draft.says,
    why: draft.why,
    source: draft.source ?? source,
    fixes: draft.fixes ?? [],
    accepted: null,
  });
  return {
    id,
    subject,
    station,
    severity,
    protects,
    source,
    limits,
    node: check(id, reads, (given) => saidOnce(judge(given, values)).map(complete)),
  };
}
