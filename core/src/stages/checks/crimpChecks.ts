import { attachmentText } from '../../catalogue/attachmentText.ts';
import { catalogueIndex } from '../../catalogue/catalogueIndex.ts';
import type { Core } from '../../document/board.ts';
import type { Command } from '../../document/commands.ts';
import type { CrimpTool } from '../../document/workshop.ts';
import { endsThatFit } from '../terminations/terminates.ts';
import type { MadeCable, MadeEnd } from '../terminations/terminations.ts';
import { type CheckContext, placeName, terminalAt } from './checkContext.ts';
import { type Finding, makeFinding } from './finding.ts';

interface OneEnd {
  made: MadeCable;
  coreId: string;
  side: 'from' | 'to';
  end: MadeEnd;
}

const endsOf = (cables: readonly MadeCable[]): OneEnd[] =>
  cables.flatMap((made) =>
    made.cores.flatMap((core) =>
      (['from', 'to'] as const).map((side) => ({ made, coreId: core.coreId, side, end: core[side] })),
    ),
  );

const whereOf = ({ made, end }: OneEnd) => ({
  label: `${made.designation} at ${end.at}`,
  cableIds: [made.cableId],
  itemIds: [end.ref.itemId],
  terminals: [end.ref],
});

/** Locks other lugs at some ends, as a fix: one command a cable, whatever of it is changed. */
function lockLugs(context: CheckContext, at: readonly { one: OneEnd; lugId: string }[], reason: string): Command[] {
  const cores = new Map<string, Core[]>();
  for (const { one, lugId } of at) {
    const cable = context.cableOf.get(one.made.cableId)!;
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

/** Barrels no tool in the shop has a die for, said while the board is still on the screen: one finding a die. */
function dies(context: CheckContext, ends: readonly OneEnd[], tools: readonly CrimpTool[]): Finding[] {
  const owned = new Set(tools.flatMap((t) => t.dies));
  const missing = new Map<string, OneEnd[]>();
  for (const one of ends) {
    const { crimp } = one.end;
    if (!crimp || owned.has(crimp.dieId)) continue;
    missing.set(crimp.dieId, [...(missing.get(crimp.dieId) ?? []), one]);
  }
  return [...missing].map(([dieId, at]) => {
    const { lug } = catalogueIndex(context.catalogue);
    const names = [...new Set(at.map((o) => o.made.designation))];
    // Another end of the same terminals whose die is there.
    const others = at.flatMap((one) => {
      const terminal = terminalAt(context, one.end.ref);
      const other = terminal
        ? endsThatFit(one.made.areaMm2, terminal, context.catalogue.lugs).find((l) => owned.has(l.dieId))
        : undefined;
      return other ? [{ one, lugId: other.id }] : [];
    });
    return makeFinding(
      {
        rule: 'die-missing',
        severity: 'warn',
        station: 'cables',
        where: {
          label: `${names.slice(0, 4).join(', ')}${names.length > 4 ? ' and others' : ''}`,
          cableIds: [...new Set(at.map((o) => o.made.cableId))],
          itemIds: [...new Set(at.map((o) => o.end.ref.itemId))],
          terminals: at.map((o) => o.end.ref),
        },
        says: `No tool in the shop has the die “${dieId}” for ${at.length} ${at.length === 1 ? 'end' : 'ends'} (${names.slice(0, 4).join(', ')})`,
        why: `${lug.get(at[0]!.end.lug.value ?? '')?.name ?? 'the end'} is pressed with it; the die must match the barrel. Get the die, have them pressed, or take another size`,
        source: 'workshop: crimping tools; DIN 46235 die codes (from memory)',
        fixes:
          others.length === at.length
            ? [
                {
                  label: 'Use ends the shop has dies for',
                  commands: lockLugs(context, others, `the shop has no die ${dieId}`),
                },
              ]
            : [],
      },
      dieId,
    );
  });
}

/** Bare barrels no tube slides over and shrinks on. */
function shrinks(ends: readonly OneEnd[]): Finding[] {
  return ends
    .filter(({ end }) => end.wantsShrink && !end.shrinkId)
    .map((one) =>
      makeFinding(
        {
          rule: 'no-shrink-fits',
          severity: 'warn',
          station: 'cables',
          where: whereOf(one),
          says: `No heat-shrink goes over the barrel of ${one.end.lugName} and grips ${one.made.designation}`,
          why: 'the tube must slide over the barrel before and be narrower than the cable after: tape it, or find a tube of a higher ratio',
          source: 'catalogue: tube bores before and after (common practice, no source)',
        },
        `${one.coreId}/${one.side}`,
      ),
    );
}

/** Plain copper where it gets damp turns green under the shrink. */
function surfaces(context: CheckContext, ends: readonly OneEnd[]): Finding[] {
  const { lug } = catalogueIndex(context.catalogue);
  return ends.flatMap((one) => {
    const found = lug.get(one.end.lug.value ?? '');
    const cable = context.cableOf.get(one.made.cableId);
    if (!found || found.surface === 'tinned' || !cable) return [];
    const wet = cable.segments.find((s) => s.environment.surroundings !== 'inside');
    if (!wet) return [];
    const tinned = context.catalogue.lugs.find((l) => l.id === found.id.replace('lugcu-', 'lug-'));
    return [
      makeFinding(
        {
          rule: 'plain-lug-damp',
          severity: 'warn',
          station: 'cables',
          where: whereOf(one),
          says: `${found.name} on ${one.made.designation}, which runs ${wet.environment.surroundings}`,
          why: 'bare copper corrodes where it is damp and the joint warms',
          source: 'tinned terminals outdoors and in the damp (common practice, no source)',
          fixes: tinned
            ? [{ label: 'Take the tinned one', commands: lockLugs(context, [{ one, lugId: tinned.id }], 'damp') }]
            : [],
        },
        `${one.coreId}/${one.side}`,
      ),
    ];
  });
}

/** Bends a cable makes behind a straight lug, in cable diameters. Common practice, no source. */
const BEND_DIAMETERS = 4;

/** A straight lug whose cable has to go through the board at once would be bent at its neck. */
export function bentLugs(context: CheckContext): Finding[] {
  const { lug, cableType } = catalogueIndex(context.catalogue);
  // Only cables that go through a board at all.
  const through = context.cables.filter((c) =>
    context.cableOf.get(c.cableId)?.segments.some((s) => s.kind === 'passThrough'),
  );
  return endsOf(through).flatMap((one) => {
    const { made, side, end } = one;
    const found = lug.get(end.lug.value ?? '');
    const cable = context.cableOf.get(made.cableId);
    const paths = context.lengths.get(made.cableId)?.paths ?? [];
    if (found?.kind !== 'lug' || found.angleDeg !== 0 || found.areaMm2 < 10 || !cable) return [];
    const segments = side === 'from' ? cable.segments : [...cable.segments].reverse();
    // Onto the board, then straight through it.
    if (segments[0]?.kind !== 'panelRoute' || segments[1]?.kind !== 'passThrough') return [];
    const path = side === 'from' ? paths[0] : paths.at(-1);
    if (!path || path.provisional) return [];
    let runMm = 0;
    for (let i = 1; i < path.points.length; i++)
      runMm += Math.hypot(path.points[i]!.xMm - path.points[i - 1]!.xMm, path.points[i]!.yMm - path.points[i - 1]!.yMm);
    const diameterMm = cableType.get(made.cableTypeId ?? '')?.outerDiameterMm ?? 5;
    const needsMm = found.setbackMm + found.barrelDepthMm + BEND_DIAMETERS * diameterMm;
    if (runMm >= needsMm) return [];
    const terminal = terminalAt(context, end.ref);
    const angled = terminal
      ? endsThatFit(made.areaMm2, terminal, context.catalogue.lugs).find((l) => l.angleDeg === 90)
      : undefined;
    return [
      makeFinding(
        {
          rule: 'lug-would-be-bent',
          severity: 'warn',
          station: 'cables',
          where: whereOf(one),
          says: `${made.designation} goes through the board ${Math.round(runMm)} mm from the stud of ${end.at}: its lug would have to be bent`,
          why: `barrel and bend of ${found.name} need ${Math.round(needsMm)} mm (${BEND_DIAMETERS} cable diameters); a bent palm cracks at its neck`,
          source: 'geometry of the lug; bend radius (common practice, no source)',
          fixes: angled
            ? [
                {
                  label: `Angled: ${angled.name}`,
                  commands: lockLugs(context, [{ one, lugId: angled.id }], 'through the board beside the stud'),
                },
              ]
            : [],
        },
        `${one.coreId}/${side}`,
      ),
    ];
  });
}

/** A battery whose two posts take different lugs: it is the pair people buy twice of one. */
function posts(context: CheckContext): Finding[] {
  return context.board.items.flatMap((item) => {
    const part = context.parts.get(item.partId);
    const battery = part?.elements.find((e) => e.kind === 'battery');
    if (!part || battery?.kind !== 'battery') return [];
    const plus = part.terminals.find((t) => t.id === battery.plus);
    const minus = part.terminals.find((t) => t.id === battery.minus);
    if (!plus || !minus) return [];
    const [a, b] = [attachmentText(plus.attachment), attachmentText(minus.attachment)];
    if (a === b) return [];
    const where = { itemId: item.id, terminalId: plus.id };
    return [
      makeFinding(
        {
          rule: 'posts-differ',
          severity: 'note',
          station: 'cables',
          where: {
            label: item.designation,
            itemIds: [item.id],
            terminals: [where, { itemId: item.id, terminalId: minus.id }],
          },
          says: `${item.designation}: its plus is ${a}, its minus ${b}`,
          why: `two kinds of lug for one battery; ${placeName(context, where)} is not like the other`,
          source: 'part sheet: posts',
        },
        item.id,
      ),
    ];
  });
}

/** Dies, tube, surface and posts: what the ends are judged for wherever the cable runs. */
export function crimpChecks(context: CheckContext, tools: readonly CrimpTool[]): Finding[] {
  const ends = endsOf(context.cables);
  return [...dies(context, ends, tools), ...shrinks(ends), ...surfaces(context, ends), ...posts(context)];
}
