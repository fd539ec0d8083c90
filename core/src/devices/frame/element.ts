import type { Id } from '../../document/basics.ts';
import { id, list, record, tagIs } from '../../document/schemaKit.ts';
import { amp, type Elemental, elementKind, ohm } from '../elementKind.ts';

/** A metal frame that carries the return: each point of it lies behind a joint of this resistance. */
export interface FrameElement extends Elemental<'frame'> {
  terminalIds: Id[];
  pointOhm: number;
  ratingA: number;
}

declare module '../../document/part/part.ts' {
  interface ElementTypes {
    frame: FrameElement;
  }
  interface ElementRoles {
    frame: 'hub';
  }
}

export const frameElement = elementKind({
  kind: 'frame',
  role: 'hub',
  schema: record({
    kind: tagIs('frame'),
    id: id(),
    terminalIds: list(id(), { min: 1, max: 60 }),
    pointOhm: ohm(),
    ratingA: amp(),
  }),
  terminals: [],
  sheet: { ratingA: ['Rated current', 'A'] },
});
