import type { Panel } from '../../document/panel/panel.ts';
import { areaMm2, boxOf } from '../../solvers/polygon.ts';
import { onPanel } from '../../stages/lengths/geometry.ts';
import { DRY_MINUTES, WORK_MINUTES } from '../../tables/workTimes.ts';
import type { PlanInput } from '../planInput.ts';
import { type Draft, fastener } from './draft.ts';

const MATERIAL: Readonly<Record<Panel['material'], string>> = {
  plywood: 'plywood',
  plastic: 'plastic',
  absPanel: 'ABS',
};
const SURFACE: Readonly<Record<Panel['material'], { title: string; tools: readonly string[] }>> = {
  plywood: { title: 'Round the edges, seal and varnish', tools: ['sandpaper 120 and 240', 'brush'] },
  plastic: { title: 'Break the edges', tools: ['scraper'] },
  absPanel: { title: 'Break the edges', tools: ['scraper'] },
};

/** A screw's hole in wood or plastic, of its diameter. Common practice, no source. */
const PILOT_SHARE = 0.7;

/** Holes of a panel by the bit they ask for, mm and how many. */
function holesOf({ stands }: PlanInput, panel: Panel): Map<number, number> {
  const bits = new Map<number, number>();
  const add = (mm: number) => {
    const bit = Math.round(mm * 2) / 2;
    bits.set(bit, (bits.get(bit) ?? 0) + 1);
  };
  for (const f of panel.fixings) add(f.screwDiameterMm);
  for (const h of panel.holes) add(h.diameterMm);
  for (const { part, place } of stands)
    if (place.panelId === panel.id && part.body.heldBy === 'screws')
      for (const hole of part.mountHoles) add(hole.screwDiameterMm * PILOT_SHARE);
  return bits;
}

/** Where the holes of a panel are, to the millimetre: moved ones are drilled anew. */
const drilledAt = ({ stands }: PlanInput, panel: Panel) => [
  panel.fixings.map((f) => [f.xMm, f.yMm, f.screwDiameterMm]),
  panel.holes.map((h) => [h.xMm, h.yMm, h.diameterMm]),
  stands.flatMap(({ item, part, place }) =>
    place.panelId === panel.id && part.body.heldBy === 'screws'
      ? part.mountHoles.map((hole) => {
          const at = onPanel(item, hole)!;
          return [Math.round(at.xMm), Math.round(at.yMm), hole.screwDiameterMm];
        })
      : [],
  ),
];

/** What is done to a panel before anything stands on it: cut, drilled, its edges and surface, its holes lined, labels. */
export function panelSteps(input: PlanInput): Draft[] {
  return input.board.panels.flatMap((panel): Draft[] => {
    const box = boxOf(panel.outline);
    const [width, height] = [Math.round(box.rightMm - box.leftMm), Math.round(box.bottomMm - box.topMm)];
    const bits = [...holesOf(input, panel)].sort((a, b) => a[0] - b[0]);
    const count = bits.reduce((sum, [, n]) => sum + n, 0);
    const lined = panel.holes.filter((h) => h.lining !== 'none');
    const here = input.stands.filter((s) => s.place.panelId === panel.id);
    const at = { panelId: panel.id, face: 'front' as const };
    const id = (kind: string) => `${kind}/${panel.id}`;
    const before = count > 0 ? id('drill') : id('cut');
    const drafts: Draft[] = [
      {
        ...at,
        id: id('cut'),
        kind: 'cut',
        title: `Cut ${panel.name}`,
        says: `${panel.thicknessMm} mm ${MATERIAL[panel.material]}${panel.outline.length > 4 ? `, ${panel.outline.length} corners` : ''}; good face ${panel.goodFace}`,
        figure: { value: width, unit: `× ${height} mm`, what: 'width and height' },
        tools: ['saw', 'square'],
        minutes: WORK_MINUTES.cut + WORK_MINUTES.cornerMore * Math.max(0, panel.outline.length - 4),
        caution: 'Saw: guard on, hands out of its line.',
        made: [panel.outline, panel.thicknessMm, panel.material, panel.grain],
      },
    ];
    if (count > 0)
      drafts.push({
        ...at,
        id: id('drill'),
        kind: 'drill',
        title: `Drill ${panel.name}: ${count} ${count === 1 ? 'hole' : 'holes'}`,
        says: 'from the drilling template, good face up, a waste board beneath',
        figure: { value: count, unit: 'holes', what: bits.map(([mm, n]) => `${n} × ⌀ ${mm}`).join(', ') },
        tools: bits.map(([mm]) => (mm <= 13 ? `bit ${mm} mm` : `hole saw ${mm} mm`)),
        minutes: WORK_MINUTES.hole * count,
        on: [id('cut')],
        made: drilledAt(input, panel),
      });
    drafts.push({
      ...at,
      id: id('surface'),
      kind: 'surface',
      title: `${SURFACE[panel.material].title}: ${panel.name}`,
      says:
        DRY_MINUTES[panel.material] > 0
          ? 'the holes too; dry before anything is screwed on'
          : 'all round, and the holes',
      tools: SURFACE[panel.material].tools,
      minutes: WORK_MINUTES.surfacePerM2[panel.material] * areaMm2(panel.outline) * 1e-6,
      dryMinutes: DRY_MINUTES[panel.material],
      caution: DRY_MINUTES[panel.material] > 0 ? 'Air the room: varnish gives off vapour.' : null,
      after: [before],
      on: [id('cut')],
      made: [panel.material, panel.outline],
    });
    if (lined.length > 0)
      drafts.push({
        ...at,
        id: id('line'),
        kind: 'line',
        title: `Line ${lined.length} ${lined.length === 1 ? 'hole' : 'holes'} of ${panel.name}`,
        says: lined.map((h) => `${h.lining} ⌀ ${Math.round(h.diameterMm)}`).join(', '),
        parts: lined.map((h) =>
          fastener(1, h.lining === 'grommet' ? 'grommet' : 'edgeSleeve', Math.round(h.diameterMm)),
        ),
        minutes: WORK_MINUTES.lining * lined.length,
        after: [id('surface')],
        on: [id('cut')],
        made: lined.map((h) => [h.id, h.lining, h.diameterMm]),
      });
    if (here.length > 0)
      drafts.push({
        ...at,
        id: id('mark'),
        kind: 'mark',
        title: `Label ${panel.name}: ${here.length} designations`,
        says: 'each above its part’s place, readable as the board hangs',
        itemIds: here.map((s) => s.item.id),
        minutes: WORK_MINUTES.label * here.length,
        after: [id('surface')],
        on: [id('cut')],
        made: here.map((s) => [s.item.id, s.item.designation]),
      });
    return drafts;
  });
}
