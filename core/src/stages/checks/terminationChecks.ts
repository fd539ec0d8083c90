import type { TerminalRef } from '../../document/board.ts';
import type { Command } from '../../document/commands.ts';
import { FORMED_LINK_MAX_MM } from '../../tables/copperBars.ts';
import { endsThatFit, whyNoEnd, whyNotThis } from '../terminations/terminates.ts';
import type { MadeCable } from '../terminations/terminations.ts';
import { type CheckContext, placeName, terminalAt } from './checkContext.ts';
import { type Finding, makeFinding } from './finding.ts';

/** Lugs that do not fit their stud, locked or because nothing fits. */
function lugs(context: CheckContext): Finding[] {
  const found: Finding[] = [];
  for (const made of context.cables) {
    for (const core of made.cores) {
      for (const side of ['from', 'to'] as const) {
        const end = core[side];
        if (end.lug.mode === 'auto' && end.lug.fits) continue;
        const terminal = terminalAt(context, end.ref);
        if (!terminal) continue;
        const fitting = endsThatFit(made.areaMm2, terminal, context.catalogue.lugs);
        if (fitting.some((l) => l.id === end.lug.value)) continue;
        const cable = context.cableOf.get(made.cableId)!;
        const unlock: Command[] = [
          {
            kind: 'set',
            collection: 'cables',
            id: cable.id,
            field: 'cores',
            value: cable.cores.map((c) =>
              c.id === core.coreId ? { ...c, [`${side}Lug`]: { mode: 'auto' as const } } : c,
            ),
          },
        ];
        const lug = context.catalogue.lugs.find((l) => l.id === end.lug.value);
        found.push(
          makeFinding(
            {
              rule: 'lug-does-not-fit',
              severity: 'stop',
              station: 'cables',
              where: {
                label: `${made.designation} at ${end.at}`,
                cableIds: [cable.id],
                itemIds: [end.ref.itemId],
                terminals: [end.ref],
              },
              says: lug
                ? `${lug.name} does not fit ${made.designation} at ${end.at}`
                : `No cable end fits ${made.designation} at ${end.at}`,
              why:
                (lug && whyNotThis(lug, made.areaMm2, terminal, context.catalogue.lugs)) ??
                whyNoEnd(made.areaMm2, terminal, context.catalogue.lugs),
              source: 'catalogue: lug and terminal (palm widths after DIN 46235, from memory)',
              fixes: end.lug.mode === 'locked' ? [{ label: 'Let the lug be worked out', commands: unlock }] : [],
            },
            `${core.coreId}/${side}`,
          ),
        );
      }
    }
  }
  return found;
}

/** Studs with too many lugs, or with a wider palm above a narrower one. */
function stacks(context: CheckContext): Finding[] {
  const { lugsPerStudMax } = context.profile;
  return context.stacks.flatMap((stack) => {
    const name = placeName(context, stack);
    const found: Finding[] = [];
    const where = {
      label: name,
      itemIds: [stack.itemId],
      cableIds: stack.layers.map((l) => l.cableId),
      terminals: [stack],
    };
    if (stack.layers.length > lugsPerStudMax.value)
      found.push(
        makeFinding(
          {
            rule: 'stud-overfull',
            severity: 'stop',
            station: 'circuit',
            where,
            says: `${stack.layers.length} lugs on ${name}, at most ${lugsPerStudMax.value}`,
            why: stack.layers.map((l) => l.designation).join(', '),
            source: lugsPerStudMax.source,
          },
          `${stack.itemId}/${stack.terminalId}`,
        ),
      );
    const upside = stack.layers.findIndex((l, i) => i > 0 && l.palmWidthMm > stack.layers[i - 1]!.palmWidthMm + 1e-9);
    if (upside > 0) {
      const item = context.items.get(stack.itemId)!;
      found.push(
        makeFinding(
          {
            rule: 'stud-order',
            severity: 'warn',
            station: 'circuit',
            where,
            says: `${stack.layers[upside]!.designation} lies above the narrower ${stack.layers[upside - 1]!.designation} on ${name}`,
            why: 'the widest palm belongs at the bottom, where it carries the others',
            source: 'biggest lug at the bottom (common practice, no source)',
            fixes: [
              {
                label: 'Widest at the bottom',
                commands: [
                  {
                    kind: 'set',
                    collection: 'items',
                    id: item.id,
                    field: 'stacks',
                    value: item.stacks.filter((s) => s.terminalId !== stack.terminalId),
                  },
                ],
              },
            ],
          },
          `${stack.itemId}/${stack.terminalId}/order`,
        ),
      );
    }
    return found;
  });
}

/** Clamps with more than they hold: a looped branch puts two conductors into one. */
function clamps(context: CheckContext): Finding[] {
  const held = new Map<string, { ref: TerminalRef; cables: MadeCable[] }>();
  for (const made of context.cables)
    for (const core of made.cores)
      for (const { ref, attachment } of [core.from, core.to]) {
        if (attachment !== 'clamp') continue;
        const key = `${ref.itemId} ${ref.terminalId}`;
        const own = held.get(key);
        if (own) own.cables.push(made);
        else held.set(key, { ref, cables: [made] });
      }
  return [...held.values()].flatMap(({ ref, cables }) => {
    const clamp = cables.length > 1 ? terminalAt(context, ref)?.attachment : undefined;
    if (clamp?.kind !== 'clamp') return [];
    const areaMm2 = cables.reduce((s, c) => s + c.areaMm2, 0);
    if (cables.length <= CLAMP_CONDUCTORS_MAX && areaMm2 <= clamp.maxMm2 + 1e-9) return [];
    const name = placeName(context, ref);
    return [
      makeFinding(
        {
          rule: 'clamp-overfull',
          severity: 'stop',
          station: 'circuit',
          where: { label: name, itemIds: [ref.itemId], cableIds: cables.map((c) => c.cableId), terminals: [ref] },
          says:
            cables.length > CLAMP_CONDUCTORS_MAX
              ? `${cables.length} conductors in the clamp ${name}, at most ${CLAMP_CONDUCTORS_MAX}`
              : `${cables.map((c) => c.designation).join(' and ')} together are ${areaMm2} mm², the clamp ${name} takes ${clamp.maxMm2} mm²`,
          why: 'a clamp that holds more than it is made for lets one of them go: loop on from a bar or a block',
          source: 'part sheet: clamping range; two conductors to a clamp (common practice, no source)',
        },
        `${ref.itemId}/${ref.terminalId}`,
      ),
    ];
  });
}
const CLAMP_CONDUCTORS_MAX = 2;

/** Lengths somebody still has to measure, and bends too tight for the cable. */
function lengths(context: CheckContext): Finding[] {
  const found: Finding[] = [];
  for (const [cableId, length] of context.lengths) {
    if (!length.unmeasuredRun) continue;
    const cable = context.cableOf.get(cableId)!;
    const run = cable.segments.find((s) => s.kind === 'measuredRun' && !s.measured);
    found.push(
      makeFinding(
        {
          rule: 'run-not-measured',
          severity: 'note',
          station: 'cables',
          where: { label: cable.designation, cableIds: [cableId] },
          says: `${cable.designation} leaves the board and nobody has measured its run`,
          why: `${run?.kind === 'measuredRun' ? run.lengthMm : 0} mm is assumed; drop, size and cut length depend on it`,
          source: 'board document: measured run',
        },
        cableId,
      ),
    );
  }
  for (const made of context.cables) {
    if (made.flat && made.lengthMm > FORMED_LINK_MAX_MM)
      found.push(
        makeFinding(
          {
            rule: 'link-too-long',
            severity: 'warn',
            station: 'cables',
            where: { label: made.designation, cableIds: [made.cableId] },
            says: `${made.designation} is a formed link of ${Math.round(made.lengthMm)} mm, up to ${FORMED_LINK_MAX_MM} mm is formed by hand`,
            why: 'longer flat copper shakes and sags: a bus bar on supports, or a cable',
            source: 'common practice, no source',
            fixes: [
              {
                label: 'Make it a cable',
                commands: [{ kind: 'set', collection: 'cables', id: made.cableId, field: 'material', value: 'copper' }],
              },
            ],
          },
          made.cableId,
        ),
      );
    if (made.cutMm > 0) continue;
    found.push(
      makeFinding(
        {
          rule: 'cable-too-short',
          severity: 'stop',
          station: 'cables',
          where: { label: made.designation, cableIds: [made.cableId] },
          says: `${made.designation} comes out at ${Math.round(made.cutMm)} mm`,
          why: 'the two lugs reach further than the terminals are apart: a formed link, or more room between the parts',
          source: 'geometry of the lugs',
        },
        made.cableId,
      ),
    );
  }
  return found;
}

export function terminationChecks(context: CheckContext): Finding[] {
  return [...lugs(context), ...stacks(context), ...clamps(context), ...lengths(context)];
}
