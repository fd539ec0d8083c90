import type { Id } from '../../document/basics.ts';
import type { Cable, Core } from '../../document/cable/cable.ts';
import type { Command } from '../../document/commands.ts';
import { each, stage } from '../../engine/stage.ts';
import { madeEnds } from '../../stages/stages.ts';
import type { MadeCable, MadeEnd } from '../../stages/terminations/terminations.ts';

/** A cable as far as its ends tell it. */
export type EndedCable = Pick<MadeCable, 'cableId' | 'designation' | 'cores' | 'areaMm2'>;

/** One end of one core. */
export interface OneEnd {
  made: EndedCable;
  coreId: Id;
  side: 'from' | 'to';
  end: MadeEnd;
}

export const endsOf = (made: EndedCable): OneEnd[] =>
  made.cores.flatMap(({ coreId, from, to }): OneEnd[] => [
    { made, coreId, side: 'from', end: from },
    { made, coreId, side: 'to', end: to },
  ]);

/** Every end of every cable. */
export const ends = stage(
  'ends',
  {
    ofCables: each(
      'endsOfCables',
      madeEnds,
      (made) => made.cableId,
      {},
      (made) => ({ made }),
      ({ made }) => endsOf(made),
    ),
  },
  ({ ofCables }) => ofCables.flat(),
);

/** What a finding about an end is about, and where it is. */
export const atEnd = ({ made, coreId, side, end }: OneEnd) => ({
  entity: `${coreId}/${side}`,
  where: {
    label: `${made.designation} at ${end.at}`,
    cableIds: [made.cableId],
    itemIds: [end.ref.itemId],
    terminals: [end.ref],
  },
});

/** Locks other lugs at some ends, as a fix: one command a cable, whatever of it is changed. */
export function lockLugs(
  cableOf: ReadonlyMap<Id, Pick<Cable, 'id' | 'cores'>>,
  at: readonly { one: OneEnd; lugId: string }[],
  reason: string,
): Command[] {
  const cores = new Map<string, Core[]>();
  for (const { one, lugId } of at) {
    const cable = cableOf.get(one.made.cableId)!;
    const before = cores.get(cable.id) ?? cable.cores;
    cores.set(
      cable.id,
      before.map((c) =>
        c.id === one.coreId
          ? { ...c, [`${one.side}Lug`]: { mode: 'locked', value: lugId, reason, who: 'offered fix' } }
          : c,
      ),
    );
  }
  return [...cores].map(([id, value]) => ({ kind: 'set', collection: 'cables', id, field: 'cores', value }));
}
