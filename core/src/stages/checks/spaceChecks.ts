import type { Side } from '../../catalogue/part.ts';
import type { PointMm } from '../../document/board.ts';
import type { Command } from '../../document/commands.ts';
import { inside, overlap } from '../../solvers/polygon.ts';
import { BITE_FACTOR, DRAUGHT_MM } from '../../tables/layoutPractice.ts';
import { onPanel } from '../lengths/geometry.ts';
import { holdsOn, keepOutOutline } from '../place/outlines.ts';
import { type CheckContext, partOf } from './checkContext.ts';
import type { Finding } from './finding.ts';
import { at, judge, type Standing, standing } from './standing.ts';
import { toolSwing } from './toolSwing.ts';

const SHEET = 'part sheet and the panel as drawn';
const PRACTICE = 'common practice, no source';

/** Parts where something else needs the room: hinge, post, bulge, the arc of a door. */
function keepOuts(all: readonly Standing[]): Finding[] {
  return all.flatMap((s) =>
    s.panel.keepOuts
      .filter((k) => holdsOn(k, s.face) && s.topMm > k.freeMm + 1e-6 && overlap(s.outline, keepOutOutline(k)))
      .map((k) =>
        judge(
          k.shape.kind === 'arc' ? 'in-door-swing' : 'in-keep-out',
          'stop',
          at(s),
          k.shape.kind === 'arc'
            ? `${k.name} hits ${s.item.designation} as it swings`
            : `${s.item.designation} stands where ${k.name} needs the room`,
          k.freeMm > 0
            ? `${Math.round(s.topMm)} mm high, ${Math.round(k.freeMm)} mm is free there`
            : 'nothing may stand there',
          'keep-outs of the panel',
          `${s.item.id}/${k.id}`,
        ),
      ),
  );
}

/** Holes under a part that covers them. */
function coveredHoles(all: readonly Standing[]): Finding[] {
  return all.flatMap((s) =>
    s.panel.holes
      .filter((h) => s.bottomMm < h.diameterMm && inside(h, s.outline))
      .map((h) =>
        judge(
          'hole-covered',
          'warn',
          at(s),
          `${s.item.designation} stands on the hole at ${Math.round(h.xMm)}, ${Math.round(h.yMm)} mm`,
          'no cable gets through it: move one of them, or stand the part on spacers',
          SHEET,
          `${s.item.id}/${h.id}`,
        ),
      ),
  );
}

/** Too high for the lid, or for the room behind. */
function depth(all: readonly Standing[]): Finding[] {
  return all.flatMap((s): Finding[] => {
    const room = s.face === 'front' ? s.panel.frontClearanceMm : s.panel.backClearanceMm;
    if (room === null || s.topMm <= room + 1e-6) return [];
    return [
      judge(
        s.face === 'front' ? 'hits-lid' : 'no-room-behind',
        'stop',
        at(s),
        s.face === 'front'
          ? `${s.item.designation} is ${Math.round(s.topMm)} mm high, the lid leaves ${Math.round(room)} mm`
          : `${s.item.designation} is ${Math.round(s.topMm)} mm high, ${Math.round(room)} mm is free behind the board`,
        s.item.standOffMm > 0 ? `its spacers of ${s.item.standOffMm} mm counted` : 'depth from the part sheet',
        SHEET,
        s.item.id,
      ),
    ];
  });
}

/** Screws that reach through, or that hardly hold. */
function screws(context: CheckContext, all: readonly Standing[]): Finding[] {
  const found: Finding[] = [];
  for (const panel of context.board.panels) {
    const own = all.filter((s) => s.panel.id === panel.id);
    const throughMm = panel.partScrewMm - panel.thicknessMm;
    const widest = Math.max(
      0,
      ...own.flatMap((s) => (s.part.body.heldBy === 'screws' ? s.part.mountHoles.map((h) => h.screwDiameterMm) : [])),
    );
    const shorten: Command[] = [
      {
        kind: 'set',
        collection: 'panels',
        id: panel.id,
        field: 'partScrewMm',
        value: Math.max(3, panel.thicknessMm - 2),
      },
    ];
    if (widest > 0 && Math.min(panel.partScrewMm, panel.thicknessMm) < BITE_FACTOR * widest - 1e-6)
      found.push(
        judge(
          'screw-holds-little',
          'note',
          { label: panel.name, panelId: panel.id },
          `Screws of ${widest} mm find ${Math.round(Math.min(panel.partScrewMm, panel.thicknessMm))} mm to hold in`,
          `${BITE_FACTOR} × the diameter is wanted: thicker board, or bolts with nuts behind`,
          PRACTICE,
          panel.id,
        ),
      );
    if (throughMm <= 0 || own.length === 0) continue;
    if (panel.backClearanceMm <= 0) {
      found.push(
        judge(
          'screw-too-long',
          'stop',
          { label: panel.name, panelId: panel.id },
          `Screws of ${panel.partScrewMm} mm come ${Math.round(throughMm)} mm out of the back of ${panel.name}`,
          `the board is ${panel.thicknessMm} mm thick and lies flat on what it hangs on`,
          `screws shorter than the board unless the back is free (${PRACTICE})`,
          panel.id,
          [{ label: `Use screws of ${Math.max(3, panel.thicknessMm - 2)} mm`, commands: shorten }],
        ),
      );
      continue;
    }
    const behind = own.filter((s) => s.face === 'back');
    for (const s of own.filter((x) => x.face === 'front' && x.part.body.heldBy === 'screws')) {
      const points = s.part.mountHoles.map((h) => onPanel(s.item, h)!);
      const hit = behind.find((b) => b.bottomMm < throughMm && points.some((p) => inside(p, b.outline)));
      const cable = context.cables.find((c) =>
        (context.lengths.get(c.cableId)?.paths ?? []).some(
          (p) => p.panelId === panel.id && p.face === 'back' && points.some((q) => nearPath(q, p.points, 12)),
        ),
      );
      if (!hit && !cable) continue;
      found.push(
        judge(
          'screw-hits-behind',
          'stop',
          { ...at(s), cableIds: cable ? [cable.cableId] : [] },
          `A screw of ${s.item.designation} comes out where ${hit ? hit.item.designation : cable!.designation} is`,
          `${panel.partScrewMm} mm in ${panel.thicknessMm} mm of board: ${Math.round(throughMm)} mm stand out behind`,
          SHEET,
          s.item.id,
          [{ label: `Use screws of ${Math.max(3, panel.thicknessMm - 2)} mm`, commands: shorten }],
        ),
      );
    }
  }
  return found;
}

function nearPath(p: PointMm, points: readonly PointMm[], reachMm: number): boolean {
  return points.some((b, i) => {
    const a = points[i - 1];
    if (!a) return false;
    const [dx, dy] = [b.xMm - a.xMm, b.yMm - a.yMm];
    const t = Math.max(0, Math.min(1, ((p.xMm - a.xMm) * dx + (p.yMm - a.yMm) * dy) / (dx * dx + dy * dy || 1)));
    return Math.hypot(p.xMm - a.xMm - t * dx, p.yMm - a.yMm - t * dy) <= reachMm;
  });
}

/** Fuses and switches must be reached, displays seen. */
function reach(all: readonly Standing[]): Finding[] {
  return all.flatMap((s): Finding[] => {
    const { reach: wanted } = s.part.body;
    if (wanted === 'none') return [];
    const word = wanted === 'hand' ? 'no hand gets at it' : 'nobody sees it';
    const over = all.find(
      (o) =>
        o !== s &&
        o.panel.id === s.panel.id &&
        o.face === s.face &&
        o.bottomMm >= s.topMm &&
        overlap(o.outline, s.outline),
    );
    const why = over
      ? `${over.item.designation} stands over it`
      : s.face !== s.panel.goodFace
        ? 'it stands on the face that does not show'
        : null;
    if (!why) return [];
    return [
      judge(
        'out-of-reach',
        wanted === 'hand' ? 'stop' : 'warn',
        at(s),
        `${s.item.designation} is built in so that ${word}`,
        why,
        `fuses and switches within reach, displays in sight (${PRACTICE})`,
        s.item.id,
      ),
    ];
  });
}

const TURN: Readonly<Record<Side, number>> = { right: 0, bottom: 90, left: 180, top: 270 };

/** Fans and fins with something before them. */
function draught(all: readonly Standing[]): Finding[] {
  return all.flatMap((s) =>
    s.part.body.fans.flatMap(({ side, air }): Finding[] => {
      const half = side === 'left' || side === 'right' ? s.part.widthMm / 2 : s.part.heightMm / 2;
      const across = side === 'left' || side === 'right' ? s.part.heightMm / 4 : s.part.widthMm / 4;
      const angle = (TURN[side] * Math.PI) / 180;
      const [ux, uy] = [Math.round(Math.cos(angle)), Math.round(Math.sin(angle))];
      const corner = (out: number, along: number) =>
        onPanel(s.item, { xMm: ux * (half + out) - uy * along, yMm: uy * (half + out) + ux * along })!;
      const mouth = [
        corner(0.5, -across),
        corner(DRAUGHT_MM, -across),
        corner(DRAUGHT_MM, across),
        corner(0.5, across),
      ];
      const shut = all.find(
        (o) =>
          o !== s &&
          o.panel.id === s.panel.id &&
          o.face === s.face &&
          o.bottomMm < s.topMm &&
          overlap(o.outline, mouth),
      );
      if (!shut) return [];
      return [
        judge(
          'air-shut-off',
          'warn',
          { ...at(s), itemIds: [s.item.id, shut.item.id] },
          `${shut.item.designation} stands before the air ${air === 'in' ? 'inlet' : 'outlet'} of ${s.item.designation}`,
          `less than ${DRAUGHT_MM} mm is left before it: it runs hot and gives less`,
          `part sheet: where air goes in and out; ${DRAUGHT_MM} mm is ${PRACTICE}`,
          `${s.item.id}/${side}`,
        ),
      ];
    }),
  );
}

/** Batteries on the board: strapped, covered, vented; sensors beside them. */
function holding(context: CheckContext, all: readonly Standing[]): Finding[] {
  const found: Finding[] = [];
  for (const s of all) {
    if (s.part.body.heldBy === 'strap')
      found.push(
        judge(
          'needs-holding-down',
          'note',
          at(s),
          `${s.item.designation} (${s.part.massKg} kg) needs a tray, cleats or a strap of its own`,
          'its screws do not hold it: sign off the holding down at the build, and leave its posts reachable',
          `holding down (${PRACTICE})`,
          s.item.id,
        ),
      );
    if (s.part.body.openTerminals && s.panel.frontClearanceMm === null && s.face === 'front')
      found.push(
        judge(
          'terminals-open',
          'note',
          at(s),
          `${s.item.designation} has open terminals on an open board`,
          'a dropped spanner closes it: a cover, or insulated boots on every lug',
          `terminal covers (${PRACTICE})`,
          s.item.id,
        ),
      );
    if (s.part.body.gives === 'gas' && s.panel.frontClearanceMm !== null)
      found.push(
        judge(
          'gas-under-lid',
          'stop',
          at(s),
          `${s.item.designation} gives off gas under the lid of ${s.panel.name}`,
          'lead-acid gives off hydrogen when charged: a vent to the outside, high and low, or a box of its own',
          `lead-acid needs a vent (${PRACTICE})`,
          s.item.id,
        ),
      );
    if (s.part.body.sensesBattery && context.board.items.some((i) => partOf(context, i)?.kind === 'battery')) {
      const near = all.some((o) => o.part.kind === 'battery' && o.panel.id === s.panel.id);
      if (!near)
        found.push(
          judge(
            'sensor-far',
            'note',
            at(s),
            `${s.item.designation} senses the batteries' temperature but none stands on its board`,
            'it measures the room instead: a remote sensor on a battery',
            `a temperature sensor sits near the battery (${PRACTICE})`,
            s.item.id,
          ),
        );
    }
    if (s.face === 'back' && s.panel.backClearanceMm > 0 && s.part.terminals.length > 0 && s.panel.fixings.length > 0)
      found.push(
        judge(
          'access-behind',
          'note',
          at(s),
          `${s.item.designation} is wired behind the board`,
          'its nuts are torqued before the board is hung, and it comes down again to check them',
          `access behind (${PRACTICE})`,
          s.item.id,
        ),
      );
  }
  return found;
}

/** The room round every part: keep-outs, lid, wall behind, screws, reach, air, holding down. */
export function spaceChecks(context: CheckContext): Finding[] {
  const all = standing(context);
  return [
    ...keepOuts(all),
    ...coveredHoles(all),
    ...depth(all),
    ...screws(context, all),
    ...reach(all),
    ...draught(all),
    ...toolSwing(all),
    ...holding(context, all),
  ];
}
