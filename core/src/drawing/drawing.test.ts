import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { genericCatalogue } from '../devices/genericCatalogue.ts';
import type { Board } from '../document/board.ts';
import { applyCommands } from '../document/commands.ts';
import { rectanglePanel } from '../document/panel/rectanglePanel.ts';
import { partIndex } from '../document/references.ts';
import { defaultWorkshop } from '../document/workshop/workshop.ts';
import { dxfOf } from '../export/dxf.ts';
import { svgOf } from '../export/svg.ts';
import { routeCables } from '../layout/routeCables.ts';
import { packSheets } from '../solvers/packing/guillotine.ts';
import { deriveBoard, mountainHutBoard } from '../testing/demoBoards.ts';
import { DrawingProblem, outlineOf, readDxf, readSvg } from './outlineImport.ts';
import { drillRows, panelShapes } from './panelShapes.ts';
import { sheetPlan } from './sheetPlan.ts';
import { PAPERS, TILE_OVERLAP_MM, tilesOf } from './tiles.ts';

const hut = mountainHutBoard();
const parts = partIndex(hut, genericCatalogue);
const panel = hut.panels[0]!;
const withHole: Board = {
  ...hut,
  panels: [{ ...panel, holes: [{ id: 'h', xMm: 480, yMm: 700, diameterMm: 50, lining: 'grommet' }] }],
};

describe('a panel as DXF', () => {
  // Python3-ezdxf: a polyline with bulges, taken apart into its lines and arcs.
  it('cables are true arcs: an independent reader finds the same radii, turns and lengths, on both faces', () => {
    const laid = applyCommands(
      hut,
      routeCables(hut, parts, () => ({ diameterMm: 8, bendMm: 32, lugMm: 25 })).commands,
    ).board;
    const dossier = deriveBoard(laid);
    const folder = mkdtempSync(join(tmpdir(), 'ombrik-dxf-'));
    const read = (mirrored: boolean) => {
      const path = join(folder, 'cables.dxf');
      writeFileSync(path, dxfOf(panelShapes(laid, parts, laid.panels[0]!, 'front', mirrored, dossier)));
      const script = `
import ezdxf, json, math, sys
m = ezdxf.readfile(sys.argv[1]).modelspace()
out = []
for e in m.query('LWPOLYLINE[layer=="CABLES"]'):
  length, arcs = 0, []
  for v in e.virtual_entities():
    if v.dxftype() == 'ARC':
      sweep = (v.dxf.end_angle - v.dxf.start_angle) % 360
      length += math.radians(sweep) * v.dxf.radius
      arcs.append([v.dxf.radius, sweep, v.dxf.center[0], v.dxf.center[1]])
    else:
      length += math.dist(v.dxf.start, v.dxf.end)
  out.append([length, arcs])
print(json.dumps(out))`;
      return JSON.parse(execFileSync('/usr/bin/python3', ['-c', script, path], { encoding: 'utf8' })) as [
        number,
        [radius: number, sweep: number, x: number, y: number][],
      ][];
    };
    const paths = dossier.cables.flatMap(
      (c) => dossier.lengths.find((l) => l.cableId === c.cableId)?.paths.filter((p) => p.points.length > 1) ?? [],
    );
    for (const mirrored of [false, true]) {
      const theirs = read(mirrored);
      expect(theirs).toHaveLength(paths.length);
      theirs.forEach(([lengthMm, arcs], i) => {
        const { lengthMm: own } = paths[i]!;
        // A guess may have a corner without room for any arc.
        const bends = paths[i]!.bends.filter((b) => b.centreRadiusMm > 1e-6);
        expect(lengthMm).toBeCloseTo(own, 3);
        expect(arcs).toHaveLength(bends.length);
        // Whichever way a reader walks an arc, its centre, radius and angle are those of the bend.
        arcs.forEach(([radius, sweep, x, y], k) => {
          const b = bends[k]!;
          expect(radius).toBeCloseTo(b.centreRadiusMm, 3);
          expect(sweep).toBeCloseTo(Math.abs(b.turnDeg), 3);
          expect(x).toBeCloseTo(mirrored ? 1100 - b.centre.xMm : b.centre.xMm, 3);
          expect(y).toBeCloseTo(760 - b.centre.yMm, 3);
        });
      });
    }
    rmSync(folder, { recursive: true });
  });
  // Python3-ezdxf.
  it('reads back in an independent reader with layers, places and sizes', () => {
    const folder = mkdtempSync(join(tmpdir(), 'ombrik-dxf-'));
    const path = join(folder, 'panel.dxf');
    writeFileSync(path, dxfOf(panelShapes(withHole, parts, withHole.panels[0]!, 'front', false)));
    const script = `
import ezdxf, json, sys
d = ezdxf.readfile(sys.argv[1])
m = d.modelspace()
print(json.dumps({
  'units': d.header.get('$INSUNITS'), 'errors': len(d.audit().errors),
  'outline': [[list(p) for p in e.get_points('xy')] for e in m.query('LWPOLYLINE[layer=="OUTLINE"]')],
  'closed': [e.closed for e in m.query('LWPOLYLINE[layer=="OUTLINE"]')],
  'circles': [[e.dxf.layer, e.dxf.center[0], e.dxf.center[1], e.dxf.radius] for e in m.query('CIRCLE')],
  'texts': [e.dxf.text for e in m.query('TEXT')]}))`;
    const read = JSON.parse(execFileSync('/usr/bin/python3', ['-c', script, path], { encoding: 'utf8' }));
    rmSync(folder, { recursive: true });
    expect(read.units).toBe(4);
    expect(read.errors).toBe(0);
    expect(read.closed).toEqual([true]);
    // DXF counts y upward.
    expect(read.outline[0]).toEqual(panel.outline.map((p) => [p.xMm, 760 - p.yMm]));
    const rows = drillRows(withHole, parts, withHole.panels[0]!);
    expect(read.circles).toHaveLength(rows.length);
    for (const row of rows)
      expect(
        read.circles.some(
          ([layer, x, y, r]: [string, number, number, number]) =>
            Math.abs(x - row.at.xMm) < 1e-6 &&
            Math.abs(y - (760 - row.at.yMm)) < 1e-6 &&
            Math.abs(2 * r - row.diameterMm) < 1e-9 &&
            layer === (row.diameterMm > 40 ? 'JIGSAW' : `DRILL-${row.diameterMm.toFixed(1)}`),
        ),
      ).toBe(true);
    expect(read.texts).toContain('-T1');
  });
  it('comes back in as the same outline and hole, from DXF and from SVG', () => {
    const shapes = panelShapes(withHole, parts, withHole.panels[0]!, 'front', false);
    for (const file of [readDxf(dxfOf(shapes)), readSvg(svgOf(shapes))]) {
      expect(file.unit).toBe('mm');
      const found = outlineOf(file, 'mm');
      const corner = (p: { xMm: number; yMm: number }) => `${p.xMm} ${p.yMm}`;
      expect(found.outline.map(corner).sort()).toEqual(panel.outline.map(corner).sort());
      expect(found.holes).toContainEqual({ xMm: 480, yMm: 700, diameterMm: 50 });
    }
  });
  it('mirrored from the hidden face exchanges left and right and nothing else', () => {
    const [plain, turned] = [false, true].map((m) => panelShapes(withHole, parts, withHole.panels[0]!, 'front', m));
    const circles = (s: typeof plain) => s!.shapes.flatMap((x) => (x.kind === 'circle' ? [x] : []));
    circles(plain).forEach((c, i) => {
      const other = circles(turned)[i]!;
      expect(other.centre.xMm).toBeCloseTo(1100 - c.centre.xMm, 9);
      expect(other.centre.yMm).toBe(c.centre.yMm);
      expect(other.diameterMm).toBe(c.diameterMm);
    });
  });
});

describe('an outline from somebody’s drawing', () => {
  const svg = (inner: string, head = 'width="100mm" height="100mm" viewBox="0 0 100 100"') =>
    `<svg xmlns="http://www.w3.org/2000/svg" ${head}>${inner}</svg>`;
  it('joins open lines, bends curves, asks for the unit where none is named', () => {
    const lines = svg(
      '<line x1="0" y1="0" x2="80" y2="0"/><line x1="80" y1="50" x2="80" y2="0"/><path d="M80 50H0V0"/>',
    );
    expect(outlineOf(readSvg(lines), 'mm').outline).toHaveLength(4);
    expect(readSvg(svg('<rect width="50" height="50"/>', 'viewBox="0 0 100 100"')).unit).toBeNull();
    const round = outlineOf(readSvg(svg('<path d="M0 50A50 50 0 0 1 100 50V90H0Z"/>')), 'mm');
    expect(Math.max(...round.outline.map((p) => p.yMm))).toBeCloseTo(90, 0);
    expect(outlineOf(readSvg(svg('<rect width="4" height="3"/>')), 'inch').outline).toContainEqual({
      xMm: 101.6,
      yMm: 76.2,
    });
  });
  // In words.
  it('refuses what is open, crosses itself, is absurdly large or is no drawing', () => {
    const said = (make: () => unknown) => {
      try {
        make();
      } catch (error) {
        expect(error).toBeInstanceOf(DrawingProblem);
        return (error as Error).message;
      }
      return 'accepted';
    };
    expect(said(() => outlineOf(readSvg(svg('<path d="M0 0H50V50"/>')), 'mm'))).toContain('No closed contour');
    expect(said(() => outlineOf(readSvg(svg('<path d="M0 0L60 60L60 0L0 60Z"/>')), 'mm'))).toContain('crosses itself');
    expect(said(() => outlineOf(readSvg(svg('<rect width="80" height="80"/>')), 'm'))).toContain('Is the unit right?');
    expect(said(() => readSvg('<html/>'))).toContain('no svg element');
    expect(said(() => readDxf('hello'))).toMatch(/DXF|contour/);
  });
});

describe('a template over several sheets', () => {
  it.each(['A4', 'Letter'] as const)(
    '%s: every point lies on a sheet, neighbours overlap, none is wider than paper',
    (paper) => {
      fc.assert(
        fc.property(fc.integer({ min: 30, max: 3000 }), fc.integer({ min: 30, max: 2000 }), (w, h) => {
          const { tiles, landscape, columns, rows } = tilesOf(w, h, paper);
          expect(tiles).toHaveLength(columns * rows);
          const size = PAPERS[paper];
          const [pw, ph] = landscape ? [size.heightMm, size.widthMm] : [size.widthMm, size.heightMm];
          for (const t of tiles) expect(t.widthMm < pw && t.heightMm < ph).toBe(true);
          const last = tiles.at(-1)!;
          expect(last.leftMm + last.widthMm).toBeGreaterThanOrEqual(w - 1e-9);
          expect(last.topMm + last.heightMm).toBeGreaterThanOrEqual(h - 1e-9);
          if (columns > 1)
            expect(tiles[0]!.leftMm + tiles[0]!.widthMm - tiles[1]!.leftMm).toBeCloseTo(TILE_OVERLAP_MM, 9);
        }),
        { numRuns: 200 },
      );
    },
  );
});

describe('panels cut from sheets', () => {
  /** A sheet cut at random into pieces by through cuts: its optimum is known, one sheet with nothing over. */
  const perfect = (seed: number, count: number, kerf: number) => {
    let state = seed;
    const random = () => {
      state = (state * 1103515245 + 12345) & 0x7fffffff;
      return state / 0x7fffffff;
    };
    const rects: [number, number][] = [[1250, 600]];
    while (rects.length < count) {
      rects.sort((a, b) => b[0] * b[1] - a[0] * a[1]);
      const [w, h] = rects.shift()!;
      const cut = (whole: number) => Math.round((whole - kerf) * (0.3 + 0.4 * random()));
      if (random() < w / (w + h)) {
        const c = cut(w);
        rects.push([c, h], [w - kerf - c, h]);
      } else {
        const c = cut(h);
        rects.push([w, c], [w, h - kerf - c]);
      }
    }
    return rects.map(([widthMm, heightMm], i) => ({ id: `p${i}`, widthMm, heightMm, turns: false }));
  };
  // Saw %d mm.
  it.each([0, 3])('known optimum: sheets cut apart by through cuts go back into one sheet', (kerf) => {
    for (let seed = 1; seed <= 12; seed++) {
      const pieces = perfect(seed, 8, kerf);
      const packed = packSheets(pieces, { widthMm: 1250, heightMm: 600 }, kerf);
      expect(packed.sheets).toHaveLength(1);
      expect(packed.proven).toBe(true);
      // One piece more cannot fit: what is left is nothing.
      const more = packSheets(
        [...pieces, { id: 'x', widthMm: 30, heightMm: 30, turns: true }],
        { widthMm: 1250, heightMm: 600 },
        kerf,
      );
      expect(more.sheets).toHaveLength(2);
    }
  });
  // Property.
  it('never overlaps, never leaves the sheet, keeps the saw width, keeps the grain', () => {
    const piece = fc.record({
      widthMm: fc.integer({ min: 60, max: 700 }),
      heightMm: fc.integer({ min: 60, max: 700 }),
      turns: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(piece, { minLength: 1, maxLength: 7 }), (list) => {
        const pieces = list.map((p, i) => ({ ...p, id: `p${i}` }));
        const packed = packSheets(pieces, { widthMm: 1250, heightMm: 600 }, 3);
        const laid = packed.sheets.flatMap((s) => s.pieces);
        expect(laid.length + packed.tooLarge.length).toBe(pieces.length);
        for (const { pieces: on } of packed.sheets)
          on.forEach((a, i) => {
            const own = pieces.find((p) => p.id === a.id)!;
            expect(a.turned && !own.turns).toBe(false);
            expect(a.xMm + a.widthMm <= 1250 + 1e-9 && a.yMm + a.heightMm <= 600 + 1e-9).toBe(true);
            for (const b of on.slice(i + 1)) {
              const apartX = Math.max(a.xMm - b.xMm - b.widthMm, b.xMm - a.xMm - a.widthMm);
              const apartY = Math.max(a.yMm - b.yMm - b.heightMm, b.yMm - a.yMm - a.heightMm);
              expect(Math.max(apartX, apartY)).toBeGreaterThanOrEqual(3 - 1e-9);
            }
          });
      }),
      { numRuns: 40 },
    );
  });
  it('takes the cheapest sheet in stock, and says what no sheet is for', () => {
    const small = { ...rectanglePanel('Satellite', 500, 300), id: 's' };
    const { plans, without } = sheetPlan({ panels: [small] }, defaultWorkshop);
    expect(plans[0]!.sheet.id).toBe('plywood-18-1250x600');
    expect(without).toEqual([]);
    // An offcut that is just large enough goes before a fresh sheet, a smaller one does not do.
    const offcut = (number: number, widthMm: number) => ({
      number,
      bin: 'wall',
      sheetId: 'plywood-18-1250x600',
      widthMm,
      heightMm: 400,
    });
    const [width] = [Math.max(...small.outline.map((p) => p.xMm))];
    const used = sheetPlan({ panels: [small] }, defaultWorkshop, [
      offcut(1, width - 1),
      offcut(2, width + 20),
      offcut(3, 1200),
    ]);
    expect(used.plans.map((p) => p.offcut?.number)).toEqual([2]);
    expect(sheetPlan({ panels: [{ ...small, thicknessMm: 9 }] }, defaultWorkshop).without[0]).toContain(
      'no 9 mm plywood',
    );
  });
});
