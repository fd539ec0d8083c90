import type { Id } from '../../document/basics.ts';
import { FUSE_STYLES, type FuseStyle } from '../../document/part/part.ts';
import { flag, id, oneOfText, record, tagIs } from '../../document/schemaKit.ts';
import { amp, type Elemental, elementKind } from '../elementKind.ts';

export interface FuseSeatElement extends Elemental<'fuseSeat'> {
  a: Id;
  b: Id;
  style: FuseStyle;
  maxRatingA: number;
  /** A polarised d.c. breaker: current may only break from `a` to `b`. */
  polarised: boolean;
}

declare module '../../document/part/part.ts' {
  interface ElementTypes {
    fuseSeat: FuseSeatElement;
  }
  interface ElementRoles {
    fuseSeat: 'branch';
  }
}

export const fuseSeatElement = elementKind({
  kind: 'fuseSeat',
  role: 'branch',
  schema: record({
    kind: tagIs('fuseSeat'),
    id: id(),
    a: id(),
    b: id(),
    style: oneOfText(FUSE_STYLES),
    maxRatingA: amp(),
    polarised: flag(),
  }),
  terminals: ['a', 'b'],
  sheet: { maxRatingA: ['Largest fuse', 'A'] },
  older: {
    2: () => ({ polarised: false }),
  },
});
