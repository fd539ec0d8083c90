import { fingerprint } from '../../document/fingerprint.ts';
import { type FastenerKind, fastenerId, fastenerName } from '../../stock/fasteners.ts';
import type { BuildStep, StepPart } from '../step.ts';

type Told = 'id' | 'kind' | 'title' | 'says' | 'panelId' | 'face' | 'minutes';
/** A step as its maker says it: what it says nothing of is empty. */
export type Draft = Pick<BuildStep, Told> &
  Partial<Omit<BuildStep, Told | 'fingerprint'>> & {
    /** Everything that makes it another thing to do when it changes. */
    made: unknown;
  };

/** So many of a fastener, as the article it is in the store. */
export function fastener(quantity: number, kind: FastenerKind, a: number, b?: number): StepPart {
  const articleId = fastenerId(kind, a, b);
  return { articleId, name: fastenerName(articleId)!, quantity, unit: 'pcs' };
}

/** A whole step of a draft; what it waits for is kept where there is such a step. */
export function stepOf({ made, ...draft }: Draft, known: ReadonlySet<string>): BuildStep {
  return {
    itemIds: [],
    cableIds: [],
    terminals: [],
    figure: null,
    stud: null,
    tools: [],
    parts: [],
    licensed: false,
    caution: null,
    dryMinutes: 0,
    cablesMade: [],
    ...draft,
    after: [...new Set([...(draft.after ?? []), ...(draft.on ?? [])])].filter((id) => known.has(id)),
    on: (draft.on ?? []).filter((id) => known.has(id)),
    fingerprint: fingerprint([draft.kind, made]),
  };
}
