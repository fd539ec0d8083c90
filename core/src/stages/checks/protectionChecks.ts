import type { Id } from '../../document/board.ts';
import type { Command } from '../../document/commands.ts';
import { ampsInWords as amps } from '../../words.ts';
import { type CheckContext, partOf } from './checkContext.ts';
import { type Finding, type Fix, makeFinding } from './finding.ts';

export const seatName = (context: CheckContext, key: string): string => {
  const seat = context.seatOf.get(key);
  const item = seat && context.items.get(seat.itemId);
  if (!seat || !item) return 'no fuse';
  const many = (partOf(context, item)?.elements.filter((e) => e.kind === 'fuseSeat').length ?? 0) > 1;
  return many ? `${item.designation}:${seat.seatId}` : item.designation;
};

/** Conductors judged: below their fuse, below their current, or nothing in the catalogue fits. */
function conductors(context: CheckContext): Finding[] {
  const found: Finding[] = [];
  for (const sized of context.sizing.cables) {
    const cable = context.cableOf.get(sized.cableId)!;
    let guardA = 0;
    for (const core of cable.cores) guardA = Math.max(guardA, context.wireOf.get(core.connectionId)?.guardRatingA ?? 0);
    if (Math.max(sized.designCurrentA, guardA) <= sized.ampacityA * (1 + 1e-9)) continue;
    const wires = cable.cores.flatMap((c) => context.wireOf.get(c.connectionId) ?? []);
    const where = { label: cable.designation, cableIds: [cable.id] };
    const unlock: Fix[] =
      sized.conductor.mode === 'locked'
        ? [
            {
              label: 'Let it be worked out',
              commands: [
                { kind: 'set', collection: 'cables', id: cable.id, field: 'conductorMm2', value: { mode: 'auto' } },
              ],
            },
          ]
        : [];
    const { value } = sized.conductor;
    const guard = (wires.find((w) => w.guardRatingA === guardA)?.guardKeys ?? [])
      .map((k) => seatName(context, k))
      .join(' with ');
    if (sized.designCurrentA > sized.ampacityA * (1 + 1e-9) && sized.designCurrentA > 0) {
      const none = sized.conductor.mode === 'auto';
      found.push(
        makeFinding(
          {
            rule: none ? 'no-size-fits' : 'cable-below-current',
            severity: 'stop',
            station: 'circuit',
            where,
            says: none
              ? `No catalogue size fits ${cable.designation}`
              : `${cable.designation} is too thin for its current`,
            why: `${amps(sized.designCurrentA)} continuous; ${value} mm² carries ${amps(sized.ampacityA)} here (${sized.columnC} °C column)${
              none
                ? `; ${sized.conductor.rejected.filter((r) => r.value > value)[0]?.why ?? 'nothing larger is sold'}`
                : ''
            }`,
            source: context.profile.ampacity.source,
            fixes: unlock,
          },
          cable.id,
        ),
      );
    } else if (guardA > sized.ampacityA * (1 + 1e-9)) {
      found.push(
        makeFinding(
          {
            rule: 'cable-below-fuse',
            severity: 'stop',
            station: 'circuit',
            where,
            says: `${cable.designation} is below its fuse: ${value} mm² carries ${amps(sized.ampacityA)}, ${guard} holds ${amps(guardA)}`,
            why:
              sized.conductor.mode === 'locked'
                ? `locked at ${value} mm² by ${sized.conductor.who}: ${sized.conductor.reason}`
                : 'no thicker cable fits its terminals: put a smaller fuse where this branch leaves the larger one',
            source: `fuse at most the cable's ampacity (IEC 60364-4-43 433.1); ${context.profile.ampacity.source}`,
            fixes: unlock,
          },
          cable.id,
        ),
      );
    }
  }
  return found;
}

function drops(context: CheckContext): Finding[] {
  const percent = (x: number) => `${(x * 100).toFixed(1)} %`;
  const worst = new Map<Id, (typeof context.sizing.drops)[number]>();
  for (const drop of context.sizing.drops) {
    if (drop.share <= drop.limitShare * (1 + 1e-9)) continue;
    const known = worst.get(drop.itemId);
    if (!known || drop.share > known.share) worst.set(drop.itemId, drop);
  }
  return [...worst.values()].map((drop) => {
    const item = context.items.get(drop.itemId)!;
    const onPath = context.sizing.wires.filter((w) => w.flowKeys.includes(drop.key));
    const locked = onPath
      .map((w) => context.cableOfConnection.get(w.connectionId))
      .filter((c) => c?.conductorMm2.mode === 'locked');
    return makeFinding(
      {
        rule: 'drop-over-limit',
        severity: 'warn',
        station: 'circuit',
        where: {
          label: item.designation,
          itemIds: [item.id],
          cableIds: onPath.flatMap((w) => context.cableOfConnection.get(w.connectionId)?.id ?? []),
        },
        says: `${item.designation} ${item.name} loses ${percent(drop.share)}, limit ${percent(drop.limitShare)}`,
        why: `${drop.plusDropV.toFixed(2)} V out and ${drop.minusDropV.toFixed(2)} V back at ${amps(drop.currentA)}, hot copper, fuses and shunt included`,
        source: context.profile.drop.source,
        fixes: locked.length
          ? [
              {
                label: `Let ${locked.map((c) => c!.designation).join(', ')} be worked out`,
                commands: locked.map(
                  (c): Command => ({
                    kind: 'set',
                    collection: 'cables',
                    id: c!.id,
                    field: 'conductorMm2',
                    value: { mode: 'auto' },
                  }),
                ),
              },
            ]
          : [],
      },
      drop.key,
    );
  });
}

function collapses(context: CheckContext): Finding[] {
  return context.sizing.collapsed.map(({ itemId, key, currentA, powerW }) =>
    makeFinding(
      {
        rule: 'line-collapses',
        severity: 'stop',
        station: 'circuit',
        where: { label: context.items.get(itemId)?.designation ?? itemId, itemIds: [itemId] },
        says: `${context.items.get(itemId)?.designation} cannot be fed: the line collapses at ${amps(currentA)}`,
        why: `alone on its line it could get ${Math.round(powerW)} W at most, at half the voltage; it asks for more, or for too much beside the others`,
        source: 'constant-power load on a source with resistance: P is at most E²/4R',
      },
      key,
    ),
  );
}

/** Fuses judged: interrupt rating, locked too small or too large, none that fits. */
function seats(context: CheckContext): Finding[] {
  const found: Finding[] = [];
  for (const seat of context.sizing.seats) {
    if (seat.spare || (seat.link.fits && seat.link.mode === 'auto')) continue;
    const item = context.items.get(seat.itemId)!;
    const name = seatName(context, seat.key);
    const where = { label: name, itemIds: [seat.itemId] };
    const unlock: Fix[] =
      seat.link.mode === 'locked'
        ? [
            {
              label: 'Let the fuse be worked out',
              commands: [
                {
                  kind: 'set',
                  collection: 'items',
                  id: item.id,
                  field: 'inserts',
                  value: item.inserts.map((i) =>
                    i.seatId === seat.seatId ? { ...i, link: { mode: 'auto' as const } } : i,
                  ),
                },
              ],
            },
          ]
        : [];
    if (!seat.link.fits)
      found.push(
        makeFinding(
          {
            rule: 'no-fuse-fits',
            severity: 'stop',
            station: 'circuit',
            where,
            says: `No fuse fits ${name}: ${amps(seat.minimumA)} or more is needed`,
            why: seat.link.reason,
            source: context.profile.fuseFactor.source,
          },
          seat.key,
        ),
      );
    if (seat.link.mode === 'locked' && seat.ratingA !== null && seat.ratingA < seat.loadsSchoolA - 1e-9)
      found.push(
        makeFinding(
          {
            rule: 'fuse-below-current',
            severity: 'warn',
            station: 'circuit',
            where,
            says: `${name} is locked at ${amps(seat.ratingA)}; ${amps(seat.loadsSchoolA)} is the smallest for ${amps(seat.designCurrentA)}`,
            why: `locked by ${seat.link.who}: ${seat.link.reason}`,
            source: context.profile.fuseFactor.source,
            fixes: unlock,
          },
          seat.key,
        ),
      );
  }
  return [...found, ...interrupts(context)];
}

/** Fuses that cannot open the fault that can flow at them, one finding an item: a block's ways share their place. */
function interrupts(context: CheckContext): Finding[] {
  const weak = context.sizing.seats.filter(
    (s) => !s.spare && s.prospectiveA !== null && s.interruptA !== null && s.interruptA < s.prospectiveA,
  );
  const byItem = new Map<Id, typeof weak>();
  for (const seat of weak) {
    const own = byItem.get(seat.itemId);
    if (own) own.push(seat);
    else byItem.set(seat.itemId, [seat]);
  }
  return [...byItem].map(([itemId, own]) => {
    const item = context.items.get(itemId)!;
    const seat = own.reduce((w, s) => (s.prospectiveA! > w.prospectiveA! ? s : w));
    const name = own.length === 1 ? seatName(context, seat.key) : `${own.length} fuses of ${item.designation}`;
    const upstream = seat.upstreamKeys.map((k) => context.seatOf.get(k)!);
    // Fuses in parallel share the fault, but the first to open leaves it all to the others.
    const backing = upstream.find((s) => (s.interruptA ?? 0) >= seat.prospectiveA!);
    const holder = partOf(context, item)?.kind === 'fuseHolder';
    const better = holder
      ? betterHolder(context, item.id, seat.prospectiveA!, seat.faultVoltageV, seat.minimumA)
      : null;
    return makeFinding(
      {
        rule: 'interrupt-rating',
        severity: backing ? 'warn' : 'stop',
        station: 'circuit',
        where: { label: name, itemIds: [itemId] },
        says: `${name} can interrupt ${amps(seat.interruptA!)} at ${seat.faultVoltageV.toFixed(1)} V; up to ${amps(seat.prospectiveA!)} can flow there`,
        why: backing
          ? `${seatName(context, backing.key)} upstream can interrupt it (${amps(backing.interruptA!)}); that the pair works together must be confirmed from the maker's table`
          : 'a fuse that cannot break the arc burns instead of opening',
        source:
          'interrupt rating at least the prospective current (IEC 60364-4-43 434.5.1); ratings by style from memory',
        fixes: better
          ? [
              {
                label: `Use ${better.name}`,
                commands: [
                  { kind: 'set', collection: 'items', id: item.id, field: 'inserts', value: [] },
                  { kind: 'set', collection: 'items', id: item.id, field: 'partId', value: better.id },
                ],
              },
            ]
          : [],
      },
      itemId,
    );
  });
}

/** A holder with the same terminals whose fuses interrupt the fault and reach the rating. */
function betterHolder(context: CheckContext, itemId: Id, faultA: number, faultV: number, minimumA: number) {
  const own = context.parts.get(context.items.get(itemId)!.partId)!;
  return (
    context.catalogue.parts.find((p) => {
      const seat =
        p.kind === 'fuseHolder' && p.id !== own.id ? p.elements.find((e) => e.kind === 'fuseSeat') : undefined;
      if (seat?.kind !== 'fuseSeat') return false;
      if (!own.terminals.every((t) => p.terminals.some((x) => x.id === t.id))) return false;
      return context.catalogue.fuseLinks.some(
        (l) =>
          !l.curve &&
          l.style === seat.style &&
          l.ratingA >= minimumA &&
          l.ratingA <= seat.maxRatingA &&
          (l.interrupt.find((r) => faultV <= r.upToV)?.currentA ?? 0) >= faultA,
      );
    }) ?? null
  );
}

/** Contacts, shunts and bars carry the worst-case current in series. */
function seriesRatings(context: CheckContext): Finding[] {
  return context.sizing.elements.flatMap((e) => {
    const item = context.items.get(e.itemId)!;
    if (e.designCurrentA <= e.ratingA * (1 + 1e-9)) return [];
    return [
      makeFinding(
        {
          rule: 'series-rating',
          severity: 'stop',
          station: 'circuit',
          where: { label: item.designation, itemIds: [item.id] },
          says: `${item.designation} is rated ${amps(e.ratingA)}, ${amps(e.designCurrentA)} goes through it`,
          why: 'everything in series carries the worst-case current',
          source: 'part sheet: rated current',
        },
        e.key,
      ),
    ];
  });
}

function unsettled(context: CheckContext): Finding[] {
  if (context.sizing.settled) return [];
  return [
    makeFinding(
      {
        rule: 'sizing-unsettled',
        severity: 'stop',
        station: 'circuit',
        where: { label: 'sizing' },
        says: `Sizing did not settle in ${context.sizing.rounds} rounds`,
        why: 'sizes still grow: the drop limits ask for more copper than the catalogue has steps',
        source: 'stated cap of the sizing stage',
      },
      'board',
    ),
  ];
}

export function protectionChecks(context: CheckContext): Finding[] {
  return [
    ...unsettled(context),
    ...collapses(context),
    ...conductors(context),
    ...seats(context),
    ...seriesRatings(context),
    ...drops(context),
  ];
}
