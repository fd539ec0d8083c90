import type { Id } from '../../document/basics.ts';
import { id, list, num, record, tagIs } from '../../document/schemaKit.ts';
import { amp, type Elemental, elementKind, ohm } from '../elementKind.ts';

/** A metal frame that carries the return: each point of it lies behind a joint of this resistance. */
export interface FrameElement extends Elemental<'frame'> {
  terminalIds: Id[];
  pointOhm: number;
  /** Of the metal itself, by the way from its minus; an item says how far along each point lies. */
  ohmPerM: number;
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
    ohmPerM: num({ min: 0, max: 1, unit: 'Ω/m' }),
    ratingA: amp(),
  }),
  terminals: [],
  sheet: { ratingA: ['Rated current', 'A'] },
  older: { 5: () => ({ ohmPerM: 0 }) },
});
