import { deviceOf } from '../../devices/registry.ts';
import type { Id, PointMm, RotationDeg } from '../../document/basics.ts';
import type { Board } from '../../document/board.ts';
import type { Item } from '../../document/item/item.ts';
import type { Panel } from '../../document/panel/panel.ts';
import type { Part, Side } from '../../document/part/part.ts';
import type { Dossier } from '../../dossier.ts';
import { type Box, boxOf } from '../../solvers/polygon.ts';
import { straightFromMm } from '../../stages/lengths/bendNeeds.ts';
import { rotated } from '../../stages/lengths/geometry.ts';
import { holdsOn, keepOutOutline } from '../../stages/place/outlines.ts';
import { DRAUGHT_MM, spannerMm } from '../../tables/layoutPractice.ts';
import type { LayOf } from '../cableLays.ts';
import { CELL_MM } from '../surface.ts';

/** Between two bodies at least this much, mm: fingers, lugs and a cable. Common practice, no source. */
export const GAP_MM = 12;
/** From a body to the panel's edge, mm. Common practice, no source. */
export const EDGE_MM = 15;
export const RASTER_MM = 5;
/** Height of lug and nut on a stud, mm. Common practice, no source. */
const LUG_MM = 5;

/** A part that is placed: what it needs, turned each way. */
export interface Movable {
  itemId: Id;
  designation: string;
  massKg: number;
  hot: boolean;
  handled: boolean;
  /** How high it stands above the panel, mm. */
  topMm: number;
  /** Where a spanner has to swing: place from its centre by quarter turns, height above the panel, length of the spanner. */
  studs: { at: PointMm[]; heightMm: number; reachMm: number }[];
  /** Half of its width and height by quarter turns. */
  half: { x: number; y: number }[];
  /** Clear space beyond its body on each side by quarter turns. */
  clear: { left: number; right: number; top: number; bottom: number }[];
  start: { xMm: number; yMm: number; turns: number } | null;
  /** Turning helps only what is not square on its sheet. */
  held: boolean;
}

/** One lead between two parts, or from one off the panel. */
export interface Lead {
  cableId: Id | null;
  /** How much its length and its want of room count; 1 as any other. */
  weight: number;
  a: number;
  /** −1 leaves the panel. */
  b: number;
  /** Terminal's place from the part's centre by quarter turns. */
  aAt: PointMm[];
  bAt: PointMm[];
  currentA: number;
  areaMm2: number;
  /** Leads that should be equally long share a number; −1 stands alone. */
  equalWith: number;
  /** What it needs in front of either end before its first corner, mm: straight behind the lug, an arc, a cell of the router. */
  aRoomMm: number;
  bRoomMm: number;
  /** Which way it leaves, by quarter turns: 0 right, 1 down, 2 left, 3 up; null where it may leave any way. */
  aLeaves: (0 | 1 | 2 | 3)[] | null;
  bLeaves: (0 | 1 | 2 | 3)[] | null;
  halfMm: number;
  /** Of its middle line in a bend, mm. */
  radiusMm: number;
}

export interface PlacementModel {
  panel: Panel;
  box: Box;
  movables: Movable[];
  leads: Lead[];
  /** Rectangles nothing may stand on: keep-outs, holes, fixings. */
  blocked: { box: Box; freeMm: number }[];
  depthMm: number[];
  rectangular: boolean;
  /** What each wiring term would be if every lead were half a diagonal long. */
  scale: { lengthM: number; copperKgA: number; voltsV: number };
}

/** Of a row of studs its ends and its middle speak for all. */
const outermost = <T>(studs: readonly T[]): readonly T[] =>
  studs.length <= 3 ? studs : [studs[0]!, studs[Math.floor(studs.length / 2)]!, studs.at(-1)!];

/** A part as it may stand. */
function movableOf(item: Item, part: Part): Movable {
  // A fan wants its draught as a hot case wants its air.
  const draught = (side: Side) => (part.body.fans.some((f) => f.side === side) ? DRAUGHT_MM : 0);
  const [left, right, top, bottom] = (['left', 'right', 'top', 'bottom'] as const).map((side) =>
    Math.max(part.clearSpaceMm[side], draught(side)),
  ) as [number, number, number, number];
  const [w, h] = [part.widthMm / 2, part.heightMm / 2];
  return {
    itemId: item.id,
    designation: item.designation,
    massKg: part.massKg,
    hot: deviceOf(part.kind).hot,
    handled: part.body.reach === 'hand',
    topMm: item.standOffMm + part.depthMm,
    studs: outermost(part.terminals.filter((t) => t.attachment.kind === 'stud')).map((t) => ({
      at: [0, 90, 180, 270].map((deg) => rotated(t, deg as RotationDeg)),
      heightMm: item.standOffMm + t.zMm + LUG_MM,
      reachMm: t.attachment.kind === 'stud' ? spannerMm(t.attachment.diameterMm) : 0,
    })),
    half: [0, 1, 2, 3].map((t) => (t % 2 === 0 ? { x: w, y: h } : { x: h, y: w })),
    clear: [
      { left, right, top, bottom },
      { left: bottom, right: top, top: left, bottom: right },
      { left: right, right: left, top: bottom, bottom: top },
      { left: top, right: bottom, top: right, bottom: left },
    ],
    start:
      item.place.kind === 'panel'
        ? { xMm: item.place.xMm, yMm: item.place.yMm, turns: item.place.rotationDeg / 90 }
        : null,
    held: item.held,
  };
}

/**
 * Everything the placement solver knows of one panel's front: parts that stand there, or are to.
 * @example
 * placementModel(board, parts, dossier, 'pn_main', () => ({ diameterMm: 10, bendMm: 40, lugMm: 30 })).movables.length; // 4
 */
export function placementModel(
  board: Board,
  parts: ReadonlyMap<Id, Part>,
  dossier: Pick<Dossier, 'sizing' | 'cables'>,
  panelId: Id,
  layOf: LayOf,
): PlacementModel {
  const panel = board.panels.find((p) => p.id === panelId)!;
  const belongs = (item: Item, part: Part) =>
    item.place.kind === 'panel'
      ? item.place.panelId === panelId && item.place.face === 'front'
      : item.place.kind === 'unplaced' && !deviceOf(part.kind).offBoard;
  const items = board.items.filter((i) => {
    const part = parts.get(i.partId);
    return part !== undefined && belongs(i, part);
  });
  const index = new Map(items.map((i, n) => [i.id, n]));
  const movables = items.map((item) => movableOf(item, parts.get(item.partId)!));
  const wireOf = new Map(dossier.sizing.wires.map((w) => [w.connectionId, w]));
  const areaOf = new Map(dossier.cables.flatMap((c) => c.cores.map((k) => [k.connectionId, c.areaMm2] as const)));
  const cableOf = new Map(board.cables.flatMap((c) => c.cores.map((k) => [k.connectionId, c.id] as const)));
  const itemOf = new Map(board.items.map((i) => [i.id, i]));
  const groups = new Map<string, number>();
  const leads = board.connections.flatMap((c): Lead[] => {
    const [a, b] = [index.get(c.from.itemId), index.get(c.to.itemId)];
    if (a === undefined && b === undefined) return [];
    const [near, far] = a !== undefined ? [c.from, c.to] : [c.to, c.from];
    const at = (ref: typeof near): PointMm[] => {
      const t = parts.get(itemOf.get(ref.itemId)?.partId ?? '')?.terminals.find((x) => x.id === ref.terminalId);
      const p = { xMm: t?.xMm ?? 0, yMm: t?.yMm ?? 0 };
      return [0, 90, 180, 270].map((deg) => rotated(p, deg as RotationDeg));
    };
    const cable = cableOf.get(c.id);
    const lay = layOf(cable ?? '');
    const end = (ref: typeof near) => {
      const part = parts.get(itemOf.get(ref.itemId)?.partId ?? '');
      const t = part?.terminals.find((x) => x.id === ref.terminalId);
      if (!part || !t) return { roomMm: 0, leaves: null };
      return {
        roomMm: straightFromMm(t.attachment, lay) + lay.bendMm + lay.diameterMm / 2 + CELL_MM,
        leaves: deviceOf(part.kind).leavesAnyWay
          ? null
          : [0, 1, 2, 3].map((turns) => ((t.exitDeg / 90 + turns) % 4) as 0 | 1 | 2 | 3),
      };
    };
    const [nearEnd, farEnd] = [end(near), end(far)];
    const other = a !== undefined ? b : undefined;
    // Leads of batteries side by side are equally long, or one works harder than the other.
    const battery = [c.from, c.to].find((r) => parts.get(itemOf.get(r.itemId)?.partId ?? '')?.kind === 'battery');
    let equalWith = -1;
    if (battery) {
      const key = `${battery.terminalId} ${itemOf.get(battery.itemId)!.partId}`;
      equalWith = groups.get(key) ?? groups.size;
      groups.set(key, equalWith);
    }
    return [
      {
        cableId: cable ?? null,
        weight: 1,
        a: a ?? b!,
        b: other ?? -1,
        aAt: at(near),
        bAt: at(far),
        currentA: wireOf.get(c.id)?.designCurrentA ?? 1,
        areaMm2: areaOf.get(c.id) ?? 2.5,
        equalWith,
        aRoomMm: nearEnd.roomMm,
        bRoomMm: farEnd.roomMm,
        aLeaves: nearEnd.leaves,
        bLeaves: farEnd.leaves,
        halfMm: lay.diameterMm / 2,
        radiusMm: lay.bendMm + lay.diameterMm / 2,
      },
    ];
  });
  const box = boxOf(panel.outline);
  const halfDiagonalM = Math.hypot(box.rightMm - box.leftMm, box.bottomMm - box.topMm) / 2000;
  const sum = (f: (l: Lead) => number) =>
    Math.max(
      1e-9,
      leads.reduce((s, l) => s + f(l), 0),
    );
  return {
    panel,
    box,
    movables,
    leads,
    blocked: [
      ...panel.keepOuts
        .filter((k) => holdsOn(k, 'front'))
        .map((k) => ({ box: boxOf(keepOutOutline(k)), freeMm: k.freeMm })),
      ...[
        ...panel.holes.map((h) => ({ ...h, r: h.diameterMm / 2 })),
        ...panel.fixings.map((f) => ({ ...f, r: f.screwDiameterMm })),
      ].map(({ xMm, yMm, r }) => ({
        box: { leftMm: xMm - r, rightMm: xMm + r, topMm: yMm - r, bottomMm: yMm + r },
        freeMm: 0,
      })),
    ],
    depthMm: items.map((i) => i.standOffMm + parts.get(i.partId)!.depthMm),
    rectangular: panel.outline.length === 4,
    scale: {
      lengthM: sum(() => halfDiagonalM),
      copperKgA: sum((l) => halfDiagonalM * copperKgPerM(l.areaMm2) * l.currentA),
      voltsV: sum((l) => halfDiagonalM * ohmPerM(l.areaMm2) * l.currentA),
    },
  };
}

/** 8.93 g/cm³; 58 MS/m (IACS). */
export const copperKgPerM = (areaMm2: number): number => areaMm2 * 8.93e-3;
export const ohmPerM = (areaMm2: number): number => 1 / (58 * areaMm2);

export interface Layout {
  x: Float64Array;
  y: Float64Array;
  turns: Uint8Array;
}
