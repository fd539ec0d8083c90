import { type Draft, type SettingAsked, settingsStep } from '../../devices/benchStep.ts';
import type { Id } from '../../document/basics.ts';
import type { Part } from '../../document/part/part.ts';
import type { BenchItem } from './benchWords.ts';

/** What a licensed person writes down and signs; which values hold is theirs and the local rules' to say. */
const SIGNED: SettingAsked[] = [
  'Licence number',
  'Scope: what was tested',
  'Line and neutral, polarity',
  'Earth continuity',
  'Insulation',
  'Residual-current device: trips at, within',
].map((name) => ({ name, expects: '' }));

/** The mains side, by a licensed person. */
export function mainsSteps(input: { items: readonly BenchItem[]; parts: ReadonlyMap<Id, Part> }): Draft[] {
  return input.items.flatMap((item): Draft[] => {
    const part = input.parts.get(item.partId);
    if (!part?.terminals.some((t) => t.domain === 'ac')) return [];
    return [
      settingsStep({
        id: `mains/${item.id}`,
        stage: 'mains',
        entityId: item.id,
        title: `Mains side of ${item.designation}`,
        how: 'Line and neutral, earth continuity, insulation and residual-current device, by a licensed person and after local rules, which prevail. An unpowered output may read near zero ohms from line to neutral: a filter inside, no fault.',
        caution: 'Mains voltage. A licensed person only.',
        asks: SIGNED,
        role: 'electrician',
      }),
    ];
  });
}
