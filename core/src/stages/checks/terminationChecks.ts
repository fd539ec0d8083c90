import type { Command } from '../../board/commands.ts';
import { endsThatFit, whyNoEnd } from '../terminations/terminates.ts';
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
              why: lug
                ? lug.areaMm2 !== made.areaMm2
                  ? `its barrel is for ${lug.areaMm2} mm², the conductor is ${made.areaMm2} mm²`
                  : terminal.attachment.kind === 'stud' && lug.studMm !== terminal.attachment.diameterMm
                    ? `its hole is ${lug.studMm ? `for M${lug.studMm}` : 'none'}, the stud is M${terminal.attachment.diameterMm}`
                    : `palm ${lug.palmWidthMm} mm: ${whyNoEnd(made.areaMm2, terminal, context.catalogue.lugs)}`
                : whyNoEnd(made.areaMm2, terminal, context.catalogue.lugs),
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
  return [...lugs(context), ...stacks(context), ...lengths(context)];
}
