import type { Draft } from '../../devices/benchStep.ts';
import { deviceOf } from '../../devices/registry.ts';
import type { Id } from '../../document/basics.ts';
import type { Part } from '../../document/part/part.ts';
import type { BenchItem } from './benchWords.ts';

/** What single kinds of device ask of the bench beside what every wiring is asked. */
export const deviceSteps = (input: { items: readonly BenchItem[]; parts: ReadonlyMap<Id, Part> }): Draft[] =>
  input.items.flatMap((item) => {
    const part = input.parts.get(item.partId);
    return part ? [...deviceOf(part.kind).steps(item, part.elements)] : [];
  });
