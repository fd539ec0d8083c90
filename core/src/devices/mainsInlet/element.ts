import type { Id } from '../../document/basics.ts';
import { id, oneOfText, record, tagIs } from '../../document/schemaKit.ts';
import { amp, type Elemental, elementKind } from '../elementKind.ts';

export interface MainsSourceElement extends Elemental<'mainsSource'> {
  line: Id;
  neutral: Id;
  source: 'inlet' | 'generator';
  /** Most it gives for long. */
  ratedA: number;
}

declare module '../../document/part/part.ts' {
  interface ElementTypes {
    mainsSource: MainsSourceElement;
  }
  interface ElementRoles {
    mainsSource: 'none';
  }
}

export const mainsSourceElement = elementKind({
  kind: 'mainsSource',
  role: 'none',
  schema: record({
    kind: tagIs('mainsSource'),
    id: id(),
    line: id(),
    neutral: id(),
    source: oneOfText(['inlet', 'generator']),
    ratedA: amp(),
  }),
  terminals: ['line', 'neutral'],
  sheet: { ratedA: ['Rated current', 'A'] },
  older: { 5: () => ({ ratedA: 16 }) },
  makesLive: ({ line }) => ({ at: line, whileLive: [] }),
});
