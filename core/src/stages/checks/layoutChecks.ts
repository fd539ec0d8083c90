import type { Part } from '../../catalogue/part.ts';
import type { Item, Panel, Place, PointMm } from '../../document/board.ts';
import { inside, overlap as outlinesOverlap, toEdge } from '../../solvers/polygon.ts';
import { itemRect, onPanel, type RectMm } from '../lengths/geometry.ts';
import { freeSpotFor } from '../place/freeSpot.ts';
import { itemOutline } from '../place/outlines.ts';
import { type CheckContext, partOf } from './checkContext.ts';
import { type Finding, makeFinding } from './finding.ts';

interface Placed {
  item: Item;
  part: Part;
  rect: RectMm;
  clear: RectMm;
  place: Extract<Place, { kind: 'panel' }>;
}

const overlap = (a: RectMm, b: RectMm) => ({
  xMm: Math.min(a.rightMm, b.rightMm) - Math.max(a.leftMm, b.leftMm),
  yMm: Math.min(a.bottomMm, b.bottomMm) - Math.max(a.topMm, b.topMm),
});

const round = (x: number) => Math.round(x * 10) / 10;

function placedItems(context: CheckContext): Placed[] {
  return context.board.items.flatMap((item): Placed[] => {
    const part = partOf(context, item);
    if (!part || item.place.kind !== 'panel') return [];
    return [
      { item, part, place: item.place, rect: itemRect(item, part)!, clear: itemRect(item, part, part.clearSpaceMm)! },
    ];
  });
}

const shareGround = (a: Placed, b: Placed): boolean =>
  outlinesOverlap(itemOutline(a.item, a.part)!, itemOutline(b.item, b.part)!);

const sameSurface = (a: Placed, b: Placed) => a.place.panelId === b.place.panelId && a.place.face === b.place.face;

function overlaps(context: CheckContext, placed: readonly Placed[]): Finding[] {
  const found: Finding[] = [];
  placed.forEach((a, i) => {
    for (const b of placed.slice(i + 1)) {
      if (!sameSurface(a, b)) continue;
      const over = overlap(a.rect, b.rect);
      if (over.xMm <= 0.5 || over.yMm <= 0.5) continue;
      // One may stand on spacers over the other; and an outline may be less than its rectangle.
      const stacked = (top: Placed, under: Placed) => top.item.standOffMm >= under.item.standOffMm + under.part.depthMm;
      if (stacked(a, b) || stacked(b, a)) continue;
      if ((a.part.body.outline || b.part.body.outline) && !shareGround(a, b)) continue;
      const panel = context.board.panels.find((p) => p.id === a.place.panelId)!;
      const area = (p: Placed) => p.part.widthMm * p.part.heightMm;
      const moving = area(b) <= area(a) ? b : a;
      const spot = freeSpotFor(context.board, context.parts, panel, moving.item.id, moving.place);
      found.push(
        makeFinding(
          {
            rule: 'parts-overlap',
            severity: 'stop',
            station: 'board',
            where: {
              label: `${a.item.designation}, ${b.item.designation}`,
              itemIds: [a.item.id, b.item.id],
              panelId: panel.id,
            },
            says: `${a.item.designation} and ${b.item.designation} overlap by ${Math.round(over.xMm)} × ${Math.round(over.yMm)} mm`,
            why: 'both cannot be screwed to the same place',
            source: 'outlines from the part sheets',
            fixes: spot
              ? [
                  {
                    label: `Move ${moving.item.designation} to ${Math.round(spot.xMm)}, ${Math.round(spot.yMm)} mm`,
                    commands: [
                      {
                        kind: 'set',
                        collection: 'items',
                        id: moving.item.id,
                        field: 'place',
                        value: { ...moving.place, ...spot },
                      },
                    ],
                  },
                ]
              : [],
          },
          `${a.item.id}/${b.item.id}`,
        ),
      );
    }
  });
  return found;
}

/** Space a maker asks round a hot part, taken by another part. */
function clearances(placed: readonly Placed[]): Finding[] {
  return placed.flatMap((a) =>
    placed
      .filter((b) => b !== a && sameSurface(a, b))
      .flatMap((b) => {
        const into = overlap(a.clear, b.rect);
        const solid = overlap(a.rect, b.rect);
        if (into.xMm <= 0.5 || into.yMm <= 0.5 || (solid.xMm > 0.5 && solid.yMm > 0.5)) return [];
        const gapMm = Math.max(-solid.xMm, -solid.yMm);
        const { left, right, top, bottom } = a.part.clearSpaceMm;
        return [
          makeFinding(
            {
              rule: 'clear-space',
              severity: 'warn',
              station: 'board',
              where: { label: a.item.designation, itemIds: [a.item.id, b.item.id], panelId: a.place.panelId },
              says: `${a.item.designation} breathes too little: ${b.item.designation} stands ${Math.round(gapMm)} mm away`,
              why: `its sheet asks ${top} mm above, ${bottom} below, ${left} left and ${right} right of it`,
              source: 'part sheet: clear space for heat',
            },
            `${a.item.id}/${b.item.id}`,
          ),
        ];
      }),
  );
}

function edges(context: CheckContext, placed: readonly Placed[]): Finding[] {
  const found: Finding[] = [];
  const neededMm = (panel: Panel, screwMm: number) => {
    const rule = context.profile.edge[panel.material];
    return Math.max(rule.minMm, rule.diameterFactor * screwMm);
  };
  for (const panel of context.board.panels) {
    panel.fixings.forEach((fixing, n) => {
      const isInside = inside(fixing, panel.outline);
      const { distanceMm, nearest } = toEdge(fixing, panel.outline);
      const needed = neededMm(panel, fixing.screwDiameterMm);
      if (isInside && distanceMm >= needed - 1e-6) return;
      const moved = inwards(fixing, nearest, distanceMm, isInside, needed, panel);
      found.push(
        makeFinding(
          {
            rule: 'fixing-near-edge',
            severity: isInside ? 'warn' : 'stop',
            station: 'board',
            where: { label: `${panel.name}, fixing ${n + 1}`, panelId: panel.id },
            says: `Fixing ${n + 1} of ${panel.name} is ${isInside ? `${round(distanceMm)} mm from` : 'outside'} the edge, ${round(needed)} mm is needed`,
            why: `${fixing.screwDiameterMm} mm screw in ${panel.material}: the edge splits or breaks out`,
            source: context.profile.edge.source,
            fixes: moved
              ? [
                  {
                    label: `Move it to ${round(moved.xMm)}, ${round(moved.yMm)} mm`,
                    commands: [
                      {
                        kind: 'set',
                        collection: 'panels',
                        id: panel.id,
                        field: 'fixings',
                        value: panel.fixings.map((f) =>
                          f.id === fixing.id ? { ...f, xMm: round(moved.xMm), yMm: round(moved.yMm) } : f,
                        ),
                      },
                    ],
                  },
                ]
              : [],
          },
          `${panel.id}/${fixing.id}`,
        ),
      );
    });
  }
  for (const { item, part, rect, place } of placed) {
    const panel = context.board.panels.find((p) => p.id === place.panelId)!;
    const corners = [
      { xMm: rect.leftMm, yMm: rect.topMm },
      { xMm: rect.rightMm, yMm: rect.topMm },
      { xMm: rect.rightMm, yMm: rect.bottomMm },
      { xMm: rect.leftMm, yMm: rect.bottomMm },
    ];
    if (corners.some((c) => !inside(c, panel.outline) && toEdge(c, panel.outline).distanceMm > 0.5)) {
      found.push(
        makeFinding(
          {
            rule: 'part-off-panel',
            severity: 'stop',
            station: 'board',
            where: { label: item.designation, itemIds: [item.id], panelId: panel.id },
            says: `${item.designation} reaches over the edge of ${panel.name}`,
            why: `it covers ${Math.round(rect.leftMm)}…${Math.round(rect.rightMm)} × ${Math.round(rect.topMm)}…${Math.round(rect.bottomMm)} mm`,
            source: 'outlines from the part sheet and the panel',
          },
          item.id,
        ),
      );
      continue;
    }
    for (const hole of part.mountHoles) {
      const at = onPanel(item, hole)!;
      const { distanceMm } = toEdge(at, panel.outline);
      const needed = neededMm(panel, hole.screwDiameterMm);
      if (distanceMm >= needed - 1e-6) continue;
      found.push(
        makeFinding(
          {
            rule: 'screw-near-edge',
            severity: 'warn',
            station: 'board',
            where: { label: item.designation, itemIds: [item.id], panelId: panel.id },
            says: `A screw of ${item.designation} is ${round(distanceMm)} mm from the edge, ${round(needed)} mm is needed`,
            why: `${hole.screwDiameterMm} mm screw in ${panel.material}`,
            source: context.profile.edge.source,
          },
          item.id,
        ),
      );
      break;
    }
  }
  return found;
}

/** The nearest place for a fixing that keeps its distance to every edge; null when the panel is too small there. */
function inwards(
  fixing: PointMm,
  nearest: PointMm,
  distanceMm: number,
  startsInside: boolean,
  neededMm: number,
  panel: Panel,
): PointMm | null {
  const tries = 12;
  let point: PointMm = { xMm: fixing.xMm, yMm: fixing.yMm };
  let near = { nearest, distanceMm };
  let isInside = startsInside;
  const centre = {
    xMm: panel.outline.reduce((s, p) => s + p.xMm, 0) / panel.outline.length,
    yMm: panel.outline.reduce((s, p) => s + p.yMm, 0) / panel.outline.length,
  };
  for (let i = 0; i < tries; i++) {
    if (isInside && near.distanceMm >= neededMm - 1e-6) return point;
    const away =
      isInside && near.distanceMm > 1e-6
        ? { x: point.xMm - near.nearest.xMm, y: point.yMm - near.nearest.yMm }
        : { x: centre.xMm - near.nearest.xMm, y: centre.yMm - near.nearest.yMm };
    const length = Math.hypot(away.x, away.y) || 1;
    point = {
      xMm: Math.ceil(10 * (near.nearest.xMm + (away.x / length) * neededMm)) / 10,
      yMm: Math.ceil(10 * (near.nearest.yMm + (away.y / length) * neededMm)) / 10,
    };
    near = toEdge(point, panel.outline);
    isInside = inside(point, panel.outline);
  }
  return isInside && near.distanceMm >= neededMm - 0.2 ? point : null;
}

export function layoutChecks(context: CheckContext): Finding[] {
  const placed = placedItems(context);
  return [...overlaps(context, placed), ...edges(context, placed), ...clearances(placed)];
}
