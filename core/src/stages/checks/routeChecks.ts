import type { Cable, Id, PointMm } from '../../document/board.ts';
import type { Command } from '../../document/commands.ts';
import { inside } from '../../solvers/polygon.ts';
import { APART_MM, BEND_FACTOR, BEND_SOURCE, STOCK_LEADS_MM } from '../../tables/layoutPractice.ts';
import type { CablePath } from '../lengths/geometry.ts';
import { itemOutline } from '../place/outlines.ts';
import { type CheckContext, partOf, terminalAt } from './checkContext.ts';
import { type Finding, makeFinding } from './finding.ts';
import { holeChecks } from './holeChecks.ts';

const PRACTICE = 'common practice, no source';
type Family = 'mains' | 'signal' | 'power';

export interface Laid {
  cable: Cable;
  family: Family;
  diameterMm: number;
  paths: readonly CablePath[];
  ends: Set<Id>;
}

function laidCables(context: CheckContext): Laid[] {
  const diameter = new Map(context.catalogue.cableTypes.map((t) => [t.id, t.outerDiameterMm]));
  return context.cables.flatMap((made): Laid[] => {
    const cable = context.cableOf.get(made.cableId);
    const connection = cable && context.connections.get(cable.cores[0]?.connectionId ?? '');
    const length = context.lengths.get(made.cableId);
    if (!cable || !connection || !length || made.flat) return [];
    const domain = terminalAt(context, connection.from)?.domain;
    return [
      {
        cable,
        family: domain === 'ac' || domain === 'earth' ? 'mains' : domain === 'signal' ? 'signal' : 'power',
        diameterMm: diameter.get(made.cableTypeId ?? '') ?? 5,
        paths: length.paths,
        ends: new Set([connection.from.itemId, connection.to.itemId]),
      },
    ];
  });
}

/**
 * The tightest inner radius a right-angled path of waypoints asks of its cable: at each corner the bend has half of the
 * shorter stretch beside it (a whole one at an end) to turn in.
 */
export function tightestBend(points: readonly PointMm[], diameterMm: number): { radiusMm: number; at: PointMm } | null {
  let worst: { radiusMm: number; at: PointMm } | null = null;
  for (let i = 1; i < points.length - 1; i++) {
    const [a, b, c] = [points[i - 1]!, points[i]!, points[i + 1]!];
    const [inMm, outMm] = [Math.hypot(b.xMm - a.xMm, b.yMm - a.yMm), Math.hypot(c.xMm - b.xMm, c.yMm - b.yMm)];
    if (inMm < 1e-6 || outMm < 1e-6) continue;
    const dot = ((b.xMm - a.xMm) * (c.xMm - b.xMm) + (b.yMm - a.yMm) * (c.yMm - b.yMm)) / (inMm * outMm);
    const turn = Math.acos(Math.max(-1, Math.min(1, dot)));
    if (turn < 0.05) continue;
    const room = Math.min(i === 1 ? inMm : inMm / 2, i === points.length - 2 ? outMm : outMm / 2);
    // The centre line of an arc that turns by `turn` within `room` of its corner; the inner side lies half a cable further in.
    const radiusMm = room / Math.tan(turn / 2) - diameterMm / 2;
    if (!worst || radiusMm < worst.radiusMm) worst = { radiusMm, at: b };
  }
  return worst;
}

function bends(cables: readonly Laid[]): Finding[] {
  return cables.flatMap(({ cable, paths, diameterMm }): Finding[] => {
    const needMm = BEND_FACTOR * diameterMm;
    for (const path of paths) {
      if (path.provisional) continue;
      const tight = tightestBend(path.points, diameterMm);
      if (!tight || tight.radiusMm >= needMm - 0.5) continue;
      const segment = cable.segments.find((s) => s.kind === 'panelRoute' && s.panelId === path.panelId);
      const guess: Command[] = segment
        ? [
            {
              kind: 'set',
              collection: 'cables',
              id: cable.id,
              field: 'segments',
              value: cable.segments.map((s) =>
                s.id === segment.id && s.kind === 'panelRoute' ? { ...s, waypoints: [], laidBy: 'router' as const } : s,
              ),
            },
          ]
        : [];
      return [
        makeFinding(
          {
            rule: 'bend-too-tight',
            severity: 'warn',
            station: 'board',
            where: { label: cable.designation, cableIds: [cable.id], panelId: path.panelId },
            says: `${cable.designation} bends to ${Math.max(0, Math.round(tight.radiusMm))} mm at ${Math.round(tight.at.xMm)}, ${Math.round(tight.at.yMm)} mm; ${Math.round(needMm)} mm is wanted`,
            why: `${diameterMm.toFixed(1)} mm cable; a tighter bend breaks strands and pulls at the lug`,
            source: BEND_SOURCE,
            fixes: guess.length > 0 ? [{ label: 'Give it back to the router', commands: guess }] : [],
          },
          cable.id,
        ),
      ];
    }
    return [];
  });
}

const parallelGap = (a: PointMm, b: PointMm, c: PointMm, d: PointMm): { gapMm: number; besideMm: number } | null => {
  const upright = Math.abs(a.xMm - b.xMm) < 0.5 && Math.abs(c.xMm - d.xMm) < 0.5;
  const level = Math.abs(a.yMm - b.yMm) < 0.5 && Math.abs(c.yMm - d.yMm) < 0.5;
  if (!upright && !level) return null;
  const [lo, hi, lo2, hi2] = upright
    ? [Math.min(a.yMm, b.yMm), Math.max(a.yMm, b.yMm), Math.min(c.yMm, d.yMm), Math.max(c.yMm, d.yMm)]
    : [Math.min(a.xMm, b.xMm), Math.max(a.xMm, b.xMm), Math.min(c.xMm, d.xMm), Math.max(c.xMm, d.xMm)];
  return {
    gapMm: upright ? Math.abs(a.xMm - c.xMm) : Math.abs(a.yMm - c.yMm),
    besideMm: Math.min(hi, hi2) - Math.max(lo, lo2),
  };
};

/** Side by side for less than this is a crossing, not a run together, mm. */
const TOGETHER_MM = 60;

/** Mains beside d.c., signals beside high current. */
function separation(context: CheckContext, cables: readonly Laid[]): Finding[] {
  const found: Finding[] = [];
  const amps = (l: Laid) =>
    Math.max(0, ...l.cable.cores.map((c) => context.wireOf.get(c.connectionId)?.designCurrentA ?? 0));
  const others = cables.filter((c) => c.family !== 'power');
  for (const one of others)
    for (const other of cables) {
      if (other.family === one.family || (other.family !== 'power' && one.cable.id > other.cable.id)) continue;
      const mains = one.family === 'mains' || other.family === 'mains';
      if (!mains && amps(other.family === 'power' ? other : one) < HIGH_CURRENT_A) continue;
      const needMm = mains ? APART_MM.mains : APART_MM.signal;
      const beside = together(one, other, needMm);
      if (beside === null) continue;
      found.push(
        makeFinding(
          {
            rule: 'not-separated',
            severity: mains ? 'warn' : 'note',
            station: 'board',
            where: {
              label: `${one.cable.designation}, ${other.cable.designation}`,
              cableIds: [one.cable.id, other.cable.id],
            },
            says: mains
              ? `${one.cable.designation} and ${other.cable.designation} run side by side, mains and d.c., for ${Math.round(beside)} mm`
              : `${one.cable.designation} runs ${Math.round(beside)} mm beside the heavy current of ${other.cable.designation}`,
            why: mains
              ? `${needMm} mm apart, or a wall between them; a licensed person decides`
              : `${needMm} mm apart keeps the signal clean`,
            source: `separation (${PRACTICE}); local rules come first`,
          },
          `${one.cable.id}/${other.cable.id}`,
        ),
      );
    }
  return found;
}
const HIGH_CURRENT_A = 50;

function together(a: Laid, b: Laid, needMm: number): number | null {
  let most = 0;
  for (const p of a.paths)
    for (const q of b.paths) {
      if (p.panelId !== q.panelId || p.face !== q.face) continue;
      for (let i = 1; i < p.points.length; i++)
        for (let j = 1; j < q.points.length; j++) {
          const near = parallelGap(p.points[i - 1]!, p.points[i]!, q.points[j - 1]!, q.points[j]!);
          if (near && near.gapMm - (a.diameterMm + b.diameterMm) / 2 < needMm && near.besideMm > TOGETHER_MM)
            most = Math.max(most, near.besideMm);
        }
    }
  return most > 0 ? most : null;
}

const HOT = ['inverter', 'mainsCharger', 'dcdcCharger', 'solarController'];

/** Cables across the body of a hot part that is not theirs. */
function overHot(context: CheckContext, cables: readonly Laid[]): Finding[] {
  const hot = context.board.items.flatMap((item) => {
    const part = partOf(context, item);
    const { place } = item;
    if (!part || !HOT.includes(part.kind) || place.kind !== 'panel') return [];
    return [{ item, place, outline: itemOutline(item, part)! }];
  });
  return cables.flatMap(({ cable, paths, ends }) =>
    hot
      .filter(({ item }) => !ends.has(item.id))
      .filter(({ place, outline }) =>
        paths.some(
          (p) =>
            p.panelId === place.panelId &&
            p.face === place.face &&
            !p.provisional &&
            p.points.some((b, i) => {
              const a = p.points[i - 1];
              return (
                a !== undefined &&
                [0.1, 0.3, 0.5, 0.7, 0.9].some((t) =>
                  inside({ xMm: a.xMm + (b.xMm - a.xMm) * t, yMm: a.yMm + (b.yMm - a.yMm) * t }, outline),
                )
              );
            }),
        ),
      )
      .map(({ item, place }) =>
        makeFinding(
          {
            rule: 'cable-over-hot',
            severity: 'warn',
            station: 'board',
            where: {
              label: cable.designation,
              cableIds: [cable.id],
              itemIds: [item.id],
              panelId: place.kind === 'panel' ? place.panelId : null,
            },
            says: `${cable.designation} lies across ${item.designation}, which runs hot`,
            why: 'its insulation ages and it shuts off the air: route it round',
            source: `no cable over a hot device (${PRACTICE})`,
          },
          `${cable.id}/${item.id}`,
        ),
      ),
  );
}

/** Data and remote leads come in lengths: the one to buy, and what is over. */
function stockLeads(context: CheckContext, cables: readonly Laid[]): Finding[] {
  return cables.flatMap(({ cable, family }): Finding[] => {
    if (family !== 'signal' || cable.cores.length < 2) return [];
    const lengthMm = context.lengths.get(cable.id)!.lengthMm;
    const stockMm = STOCK_LEADS_MM.find((s) => s >= lengthMm);
    return [
      makeFinding(
        {
          rule: stockMm ? 'lead-from-stock' : 'lead-too-long',
          severity: stockMm ? 'note' : 'warn',
          station: 'cables',
          where: { label: cable.designation, cableIds: [cable.id] },
          says: stockMm
            ? `${cable.designation} needs ${Math.round(lengthMm)} mm: the ready-made lead of ${stockMm / 1000} m, ${Math.round(stockMm - lengthMm)} mm over`
            : `${cable.designation} needs ${(lengthMm / 1000).toFixed(1)} m; no ready-made lead is that long`,
          why: stockMm ? 'coil what is over, away from heavy current' : 'made up on the spot, or the parts nearer',
          source: `lengths leads are sold in (${PRACTICE})`,
        },
        cable.id,
      ),
    ];
  });
}

/** Cables behind a board that lies flat on what it hangs on. */
function roomBehind(context: CheckContext, cables: readonly Laid[]): Finding[] {
  return context.board.panels.flatMap((panel) =>
    cables.flatMap(({ cable, paths, diameterMm }): Finding[] => {
      if (diameterMm <= panel.backClearanceMm) return [];
      if (!paths.some((p) => p.panelId === panel.id && p.face === 'back')) return [];
      return [
        makeFinding(
          {
            rule: 'no-room-behind',
            severity: 'stop',
            station: 'board',
            where: { label: cable.designation, cableIds: [cable.id], panelId: panel.id },
            says: `${cable.designation} runs behind ${panel.name}, where ${Math.round(panel.backClearanceMm)} mm is free`,
            why: `the cable is ${diameterMm.toFixed(1)} mm thick, its clip more: it is crushed as the board is hung`,
            source: 'room behind the panel, as entered',
          },
          `${cable.id}/${panel.id}`,
        ),
      ];
    }),
  );
}

/** Runs in the wet, under the sky, or between parts that move. */
function surroundings(cables: readonly Laid[]): Finding[] {
  return cables.flatMap(({ cable }) =>
    cable.segments.flatMap((s): Finding[] => {
      const { surroundings: where, sheathed, travelMm } = s.environment;
      const say = (rule: string, severity: Finding['severity'], says: string, why: string) => [
        makeFinding(
          {
            rule,
            severity,
            station: 'cables',
            where: { label: cable.designation, cableIds: [cable.id] },
            says,
            why,
            source: `moving and outdoor runs (${PRACTICE})`,
          },
          `${cable.id}/${s.id}`,
        ),
      ];
      if (where === 'moving' && travelMm <= 0)
        return say(
          'no-travel-loop',
          'warn',
          `${cable.designation} runs between parts that move, with no loop for it`,
          'say how far it moves: that much is added; fine strands, clipped on both sides, clear of edges',
        );
      if (where === 'outdoors' && !sheathed)
        return say(
          'open-to-the-weather',
          'warn',
          `${cable.designation} runs outdoors with nothing over it`,
          'sun and water get at it: a sleeve all along, a drip loop before it comes in, caps and grease on its plugs',
        );
      if (where === 'damp' && !sheathed)
        return say(
          'damp-run',
          'note',
          `${cable.designation} runs where it is damp`,
          'tinned lugs, glue-lined shrink, ends pointing down',
        );
      return [];
    }),
  );
}

/** Routes as they lie: bends, neighbours, hot parts, holes, ready-made leads. */
export function routeChecks(context: CheckContext): Finding[] {
  const cables = laidCables(context);
  return [
    ...roomBehind(context, cables),
    ...surroundings(cables),
    ...bends(cables),
    ...separation(context, cables),
    ...overHot(context, cables),
    ...holeChecks(context, cables),
    ...stockLeads(context, cables),
  ];
}
