import { XMLParser } from 'fast-xml-parser';
import svgpath from 'svgpath';
import type { PointMm } from '../document/basics.ts';
import { areaMm2, boxOf, crossesItself, inside } from '../solvers/polygon.ts';
import { readDxfEntities } from './dxfEntities.ts';

export type FileUnit = 'mm' | 'cm' | 'm' | 'inch' | 'px';
/** Millimetres of one unit; a pixel is 1/96 inch (CSS). */
export const MM_PER_UNIT: Readonly<Record<FileUnit, number>> = { mm: 1, cm: 10, m: 1000, inch: 25.4, px: 25.4 / 96 };

export interface ImportedOutline {
  outline: PointMm[];
  /** Round holes inside the outline. */
  holes: { xMm: number; yMm: number; diameterMm: number }[];
  /** Lines that were left out, in words. */
  left: string[];
}

export interface DrawingFile {
  /** The unit the file itself names; null when it names none and somebody has to say. */
  unit: FileUnit | null;
  /** In the file's own unit, y down. */
  contours: { points: PointMm[]; closed: boolean }[];
  circles: { xMm: number; yMm: number; radiusMm: number }[];
  left: string[];
}

/** Raised when a drawing cannot be read; says what was found and what is accepted. */
export class DrawingProblem extends Error {
  override name = 'DrawingProblem';
}

/** More is no outline of a panel; checking it would hold everything else up. */
const MOST_POINTS = 20_000;
const MOST_CONTOURS = 4_000;
/** Units of a file beyond which nothing is drawn by hand. */
const FARTHEST = 1e7;
const DEEPEST = 60;

/** What a file has drawn so far, counted as it is read. */
class Counted {
  #points = 0;
  /** @throws DrawingProblem where there are too many, or a number is none */
  add(points: readonly PointMm[]): PointMm[] {
    this.#points += points.length;
    if (this.#points > MOST_POINTS)
      throw new DrawingProblem(`The drawing has more than ${MOST_POINTS} points; accepted: an outline and its holes`);
    for (const { xMm, yMm } of points)
      if (!(Math.abs(xMm) <= FARTHEST && Math.abs(yMm) <= FARTHEST))
        throw new DrawingProblem(`The drawing has a point at ${xMm}, ${yMm}; accepted: up to ${FARTHEST} either way`);
    return [...points];
  }
}

function requireFew(file: DrawingFile): DrawingFile {
  const count = file.contours.length + file.circles.length;
  if (count > MOST_CONTOURS)
    throw new DrawingProblem(`The drawing has ${count} lines and circles; accepted: up to ${MOST_CONTOURS}`);
  return file;
}

/** Steps a curve is split into so that the chord stays within this of it, mm of an unscaled drawing. */
const ARC_STEP_DEG = 6;

function arcPoints(cx: number, cy: number, r: number, fromRad: number, turnRad: number): PointMm[] {
  // Round once is all the way round, however often a file says.
  const sweepRad = Math.min(2 * Math.PI, Math.max(-2 * Math.PI, turnRad)) || 0;
  const steps = Math.max(1, Math.ceil(Math.abs(sweepRad) / ((ARC_STEP_DEG * Math.PI) / 180)));
  return Array.from({ length: steps + 1 }, (_, i) => {
    const a = fromRad + (sweepRad * i) / steps;
    return { xMm: cx + r * Math.cos(a), yMm: cy + r * Math.sin(a) };
  });
}

/** An arc between two points by its bulge (tangent of a quarter of the angle). Source: DXF reference, group code 42. */
function bulgePoints(a: PointMm, b: PointMm, bulge: number): PointMm[] {
  if (Math.abs(bulge) < 1e-9) return [b];
  const angle = 4 * Math.atan(bulge);
  const chord = Math.hypot(b.xMm - a.xMm, b.yMm - a.yMm);
  const radius = chord / (2 * Math.sin(angle / 2));
  const [mx, my] = [(a.xMm + b.xMm) / 2, (a.yMm + b.yMm) / 2];
  const off = radius * Math.cos(angle / 2);
  const [nx, ny] = [-(b.yMm - a.yMm) / chord, (b.xMm - a.xMm) / chord];
  const [cx, cy] = [mx + nx * off, my + ny * off];
  return arcPoints(cx, cy, Math.abs(radius), Math.atan2(a.yMm - cy, a.xMm - cx), angle).slice(1);
}

const DXF_UNIT: Readonly<Record<number, FileUnit>> = { 1: 'inch', 4: 'mm', 5: 'cm', 6: 'm' };

/**
 * Reads lines, polylines, arcs and circles of a DXF.
 * @throws DrawingProblem
 * @example
 * readDxf('0\nEOF').contours; // []
 */
export function readDxf(text: string): DrawingFile {
  let parsed: ReturnType<typeof readDxfEntities>;
  try {
    parsed = readDxfEntities(text);
  } catch (error) {
    throw new DrawingProblem(`The file is no DXF that can be read: ${(error as Error).message}`);
  }
  const file: DrawingFile = { unit: DXF_UNIT[parsed.insUnits ?? 0] ?? null, contours: [], circles: [], left: [] };
  const left = new Map<string, number>();
  const counted = new Counted();
  const down = (p: { x: number; y: number }): PointMm => ({ xMm: p.x, yMm: -p.y });
  for (const { type, vertices, closed, center, radius, startAngle, endAngle } of parsed.entities) {
    if ((type === 'LINE' || type === 'LWPOLYLINE' || type === 'POLYLINE') && vertices.length > 1) {
      const points = [down(vertices[0]!)];
      for (let i = 1; i <= (closed ? vertices.length : vertices.length - 1); i++)
        // Turned over, an arc bulges to the other side.
        points.push(
          ...bulgePoints(down(vertices[i - 1]!), down(vertices[i % vertices.length]!), -vertices[i - 1]!.bulge),
        );
      if (closed) points.pop();
      file.contours.push({ points: counted.add(points), closed });
    } else if (type === 'CIRCLE' && radius > 0)
      file.circles.push({ ...counted.add([down(center)])[0]!, radiusMm: radius });
    else if (type === 'ARC' && radius > 0) {
      let sweep = endAngle - startAngle;
      if (sweep <= 0) sweep += 2 * Math.PI;
      const c = down(center);
      const points = counted.add(arcPoints(c.xMm, c.yMm, radius, -startAngle, -sweep));
      file.contours.push({ points, closed: false });
    } else left.set(type, (left.get(type) ?? 0) + 1);
  }
  file.left = [...left].map(([type, n]) => `${n} × ${type}`);
  return requireFew(file);
}

const lengthUnit = (text: unknown): FileUnit | null => {
  const unit = /^[\d.]+\s*(mm|cm|in|px)?$/.exec(String(text ?? '').trim());
  return unit ? (({ mm: 'mm', cm: 'cm', in: 'inch', px: 'px' } as const)[unit[1] as 'mm'] ?? null) : null;
};

type XmlNode = Record<string, unknown> & { ':@'?: Record<string, string> };

/**
 * Reads paths, lines, rectangles, polygons and circles of an SVG.
 * @throws DrawingProblem
 * @example
 * readSvg('<svg width="9mm"></svg>').unit; // 'mm'
 */
export function readSvg(text: string): DrawingFile {
  let tree: XmlNode[];
  try {
    tree = new XMLParser({ preserveOrder: true, ignoreAttributes: false, attributeNamePrefix: '' }).parse(text);
  } catch (error) {
    throw new DrawingProblem(`The file is no SVG that can be read: ${(error as Error).message}`);
  }
  const root = tree.find((n) => 'svg' in n);
  if (!root) throw new DrawingProblem('The file holds no svg element; accepted: SVG');
  const attributes = root[':@'] ?? {};
  const named = lengthUnit(attributes.width);
  const box = (attributes.viewBox ?? '').split(/[\s,]+/).map(Number);
  const width = Number.parseFloat(attributes.width ?? '');
  // A view box scales: the file's unit counts per unit of the box.
  const scale = named && box.length === 4 && box[2]! > 0 && width > 0 ? width / box[2]! : 1;
  const file: DrawingFile = { unit: named, contours: [], circles: [], left: [] };
  const left = new Map<string, number>();
  const counted = new Counted();
  const number = (a: Record<string, string>, name: string) => Number.parseFloat(a[name] ?? '0') || 0;
  const take = (d: string, transform: string) => {
    const path = svgpath(d).transform(transform).abs().unarc().unshort();
    let [points, at, start]: [PointMm[], PointMm, PointMm] = [[], { xMm: 0, yMm: 0 }, { xMm: 0, yMm: 0 }];
    const end = (closed: boolean) => {
      if (points.length > 1) file.contours.push({ points: counted.add(points.map(scaled)), closed });
      points = [];
    };
    const scaled = (p: PointMm): PointMm => ({ xMm: p.xMm * scale, yMm: p.yMm * scale });
    const go = (p: PointMm) => {
      if (points.length === 0) points.push(at);
      points.push(p);
      if (points.length > MOST_POINTS) end(false);
      at = p;
    };
    path.iterate((segment) => {
      const [command, ...v] = segment as unknown as [string, ...number[]];
      const p = (i: number): PointMm => ({ xMm: v[i]!, yMm: v[i + 1]! });
      if (command === 'M') {
        end(false);
        at = p(0);
        start = at;
      } else if (command === 'L') go(p(0));
      else if (command === 'H') go({ xMm: v[0]!, yMm: at.yMm });
      else if (command === 'V') go({ xMm: at.xMm, yMm: v[0]! });
      else if (command === 'Z') {
        end(true);
        at = start;
      } else if (command === 'C' || command === 'Q') {
        const from = at;
        const [c1, c2, to] = command === 'C' ? [p(0), p(2), p(4)] : [p(0), p(0), p(2)];
        for (let i = 1; i <= CURVE_STEPS; i++) {
          const t = i / CURVE_STEPS;
          const u = 1 - t;
          const mix = (f: (q: PointMm) => number) =>
            command === 'C'
              ? u ** 3 * f(from) + 3 * u * u * t * f(c1) + 3 * u * t * t * f(c2) + t ** 3 * f(to)
              : u * u * f(from) + 2 * u * t * f(c1) + t * t * f(to);
          go({ xMm: mix((q) => q.xMm), yMm: mix((q) => q.yMm) });
        }
      }
    });
    end(false);
  };
  const walk = (nodes: XmlNode[], transform: string, depth = 0) => {
    if (depth > DEEPEST)
      throw new DrawingProblem(
        `The drawing is nested more than ${DEEPEST} deep; accepted: what a drawing program writes`,
      );
    for (const node of nodes) {
      const name = Object.keys(node).find((k) => k !== ':@') ?? '';
      const a = node[':@'] ?? {};
      const own = `${transform} ${a.transform ?? ''}`.trim();
      if (name === 'g' || name === 'svg') walk(node[name] as XmlNode[], name === 'svg' ? transform : own, depth + 1);
      else if (name === 'path') take(a.d ?? '', own);
      else if (name === 'rect') {
        const [x, y, w, h] = [number(a, 'x'), number(a, 'y'), number(a, 'width'), number(a, 'height')];
        take(`M${x} ${y}h${w}v${h}h${-w}Z`, own);
      } else if (name === 'polygon' || name === 'polyline')
        take(`M${(a.points ?? '').trim()}${name === 'polygon' ? 'Z' : ''}`, own);
      else if (name === 'line')
        take(`M${number(a, 'x1')} ${number(a, 'y1')}L${number(a, 'x2')} ${number(a, 'y2')}`, own);
      else if (name === 'circle' && own === '')
        file.circles.push({
          ...counted.add([{ xMm: number(a, 'cx') * scale, yMm: number(a, 'cy') * scale }])[0]!,
          radiusMm: number(a, 'r') * scale,
        });
      else if (name === 'circle' || name === 'ellipse') {
        const [cx, cy] = [number(a, 'cx'), number(a, 'cy')];
        const [rx, ry] = name === 'circle' ? [number(a, 'r'), number(a, 'r')] : [number(a, 'rx'), number(a, 'ry')];
        take(`M${cx - rx} ${cy}A${rx} ${ry} 0 1 0 ${cx + rx} ${cy}A${rx} ${ry} 0 1 0 ${cx - rx} ${cy}Z`, own);
      } else if (!['#text', 'title', 'desc', 'metadata', 'defs', 'style', '?xml', 'text'].includes(name))
        left.set(name, (left.get(name) ?? 0) + 1);
    }
  };
  walk(root.svg as XmlNode[], '');
  file.left = [...left].map(([type, n]) => `${n} × ${type}`);
  return requireFew(file);
}
const CURVE_STEPS = 12;

/** Ends nearer than this are one point, mm. */
const JOIN_MM = 0.2;

/** Joins open stretches end to end into closed contours. */
function closedContours(contours: readonly { points: PointMm[]; closed: boolean }[]): {
  closed: PointMm[][];
  open: number;
} {
  const closed = contours.filter((c) => c.closed).map((c) => c.points);
  const rest = contours.filter((c) => !c.closed).map((c) => [...c.points]);
  const near = (a: PointMm, b: PointMm) => Math.hypot(a.xMm - b.xMm, a.yMm - b.yMm) <= JOIN_MM;
  let open = 0;
  while (rest.length > 0) {
    const chain = rest.pop()!;
    for (let joined = true; joined && !(chain.length > 2 && near(chain[0]!, chain.at(-1)!)); ) {
      joined = false;
      for (let i = 0; i < rest.length; i++) {
        const other = rest[i]!;
        if (near(chain.at(-1)!, other[0]!)) chain.push(...other.slice(1));
        else if (near(chain.at(-1)!, other.at(-1)!)) chain.push(...other.reverse().slice(1));
        else continue;
        rest.splice(i, 1);
        joined = true;
        break;
      }
    }
    if (chain.length > 3 && near(chain[0]!, chain.at(-1)!)) closed.push(chain.slice(0, -1));
    else open++;
  }
  return { closed, open };
}

const MAX_CORNERS = 200;

/**
 * The outline and round holes of a drawing: the largest closed contour, and the circles inside it. Its top left corner
 * comes to 0, 0.
 * @throws DrawingProblem naming what is wrong: nothing closed, crossing itself, too large or too small
 * @example
 * outlineOf(readSvg('<svg><path d="M0 0h90v40h-90Z"/></svg>'), 'mm').outline.length; // 4
 */
export function outlineOf(file: DrawingFile, unit: FileUnit): ImportedOutline {
  const factor = MM_PER_UNIT[unit];
  const scaled = (p: PointMm): PointMm => ({ xMm: p.xMm * factor, yMm: p.yMm * factor });
  const { closed, open } = closedContours(
    file.contours.map((c) => ({ closed: c.closed, points: c.points.map(scaled) })),
  );
  const outline = closed.sort((a, b) => areaMm2(b) - areaMm2(a))[0];
  if (!outline)
    throw new DrawingProblem(
      `No closed contour was found${open > 0 ? `, ${open} open ones` : ''}; accepted: an outline whose ends meet within ${JOIN_MM} mm`,
    );
  if (crossesItself(outline)) throw new DrawingProblem('The outline crosses itself; accepted: a plain closed contour');
  const box = boxOf(outline);
  const [w, h] = [box.rightMm - box.leftMm, box.bottomMm - box.topMm];
  if (w < 20 || h < 20 || w > 5000 || h > 5000)
    throw new DrawingProblem(
      `The outline is ${w.toFixed(1)} × ${h.toFixed(1)} mm counted in ${unit}; accepted: 20 to 5000 mm. Is the unit right?`,
    );
  if (outline.length > MAX_CORNERS)
    throw new DrawingProblem(`The outline has ${outline.length} corners; accepted: up to ${MAX_CORNERS}`);
  const tidy = (x: number) => Math.round(x * 10) / 10;
  const place = (p: PointMm): PointMm => ({ xMm: tidy(p.xMm - box.leftMm), yMm: tidy(p.yMm - box.topMm) });
  const circles = file.circles.map((c) => ({ ...scaled(c), diameterMm: tidy(2 * c.radiusMm * factor) }));
  const left = [...file.left];
  if (closed.length > 1) left.push(`${closed.length - 1} smaller contours`);
  if (open > 0) left.push(`${open} open lines`);
  const holes = circles.filter((c) => inside(c, outline) && c.diameterMm >= 2 && c.diameterMm <= 200);
  if (holes.length < circles.length) left.push(`${circles.length - holes.length} circles`);
  return {
    outline: outline.map(place),
    holes: holes.map((c) => ({ ...place(c), diameterMm: c.diameterMm })),
    left,
  };
}
