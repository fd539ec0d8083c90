import type { Id } from '../../document/basics.ts';
import { id, record, tagIs } from '../../document/schemaKit.ts';
import { amp, type Elemental, elementKind, ohm } from '../elementKind.ts';

export interface FeedElement extends Elemental<'feed'> {
  plus: Id;
  minus: Id;
  resistanceOhm: number;
  shortCircuitA: number;
}

declare module '../../document/part/part.ts' {
  interface ElementTypes {
    feed: FeedElement;
  }
  interface ElementRoles {
    feed: 'source';
  }
}

export const feedElement = elementKind({
  kind: 'feed',
  role: 'source',
  schema: record({
    kind: tagIs('feed'),
    id: id(),
    plus: id(),
    minus: id(),
    resistanceOhm: ohm(),
    shortCircuitA: amp(),
  }),
  terminals: ['plus', 'minus'],
  sheet: { resistanceOhm: ['Resistance', 'Ω'], shortCircuitA: ['Short-circuit current', 'A'] },
});
