import { deviceOf } from '../devices/registry.ts';
import type { PointMm } from '../document/basics.ts';
import type { Element, Part, Terminal } from '../document/part/part.ts';
import { bladeColour } from '../tables/bladeColours.ts';
import { kindFace } from './kindFace.ts';
import { circle, type Ink, label, line, type Mark, rect, type SeatText } from './marks.ts';

/** Moulded black: what carries live metal openly. */
const DARK: readonly Part['kind'][] = ['busBar', 'fuseHolder', 'fuseBlock', 'shunt', 'relay', 'frame', 'connector'];

interface Box {
  left: number;
  top: number;
  right: number;
  bottom: number;
}
const boxOf = (points: readonly PointMm[], marginMm: number): Box => ({
  left: Math.min(...points.map((p) => p.xMm)) - marginMm,
  right: Math.max(...points.map((p) => p.xMm)) + marginMm,
  top: Math.min(...points.map((p) => p.yMm)) - marginMm,
  bottom: Math.max(...points.map((p) => p.yMm)) + marginMm,
});

/** The case: its outline, and the line of its cover where it has one to take off. */
function shell(part: Part): Mark[] {
  const { widthMm: w, heightMm: h, body } = part;
  const dark = DARK.includes(part.kind);
  const fill: Ink = dark ? 'dark' : 'shell';
  const marks: Mark[] = body.outline
    ? [{ kind: 'line', points: body.outline, closed: true, fill, line: 'edge', lineMm: 1.2, detail: 0 }]
    : [
        rect(-w / 2, -h / 2, w, h, {
          fill,
          line: 'edge',
          lineMm: 1.2,
          cornerMm: Math.min(6, w / 12, h / 8),
          detail: 0,
        }),
      ];
  for (const hole of part.mountHoles)
    marks.push(
      circle(hole.xMm, hole.yMm, hole.screwDiameterMm * 0.75, {
        fill: 'steel',
        line: 'steelEdge',
        lineMm: 0.5,
        detail: 1,
      }),
      line(
        [
          [hole.xMm - hole.screwDiameterMm * 0.4, hole.yMm - hole.screwDiameterMm * 0.4],
          [hole.xMm + hole.screwDiameterMm * 0.4, hole.yMm + hole.screwDiameterMm * 0.4],
        ],
        { line: 'steelEdge', lineMm: 0.7, detail: 2 },
      ),
    );
  return marks;
}

/** Strips that clamps sit in: one for every row of them. */
function clampStrips({ terminals, widthMm, heightMm }: Part): Mark[] {
  const rows = new Map<string, Terminal[]>();
  for (const t of terminals) {
    if (t.attachment.kind !== 'clamp') continue;
    const level = t.exitDeg % 180 === 90;
    const key = `${t.exitDeg} ${Math.round((level ? t.yMm : t.xMm) / 4)}`;
    rows.set(key, [...(rows.get(key) ?? []), t]);
  }
  return [...rows.values()].map((row) => {
    const b = boxOf(row, 8);
    const left = Math.max(b.left, -widthMm / 2 + 1);
    const top = Math.max(b.top, -heightMm / 2 + 1);
    return rect(left, top, Math.min(b.right, widthMm / 2 - 1) - left, Math.min(b.bottom, heightMm / 2 - 1) - top, {
      fill: 'strip',
      line: 'edge',
      lineMm: 0.5,
      cornerMm: 2,
      detail: 0,
    });
  });
}

/** The copper that joins studs: the bar of a bar, the two blocks of a shunt with what is between them. */
function copper(part: Part): Mark[] {
  const studs = part.terminals.filter((t) => t.attachment.kind === 'stud');
  const { face } = deviceOf(part.kind);
  if (studs.length < 2) return [];
  if (face === 'bar') {
    const b = boxOf(studs, Math.min(13, part.heightMm / 2 - 4));
    return [
      rect(b.left, b.top, b.right - b.left, b.bottom - b.top, {
        fill: 'copper',
        line: 'copperEdge',
        lineMm: 0.8,
        cornerMm: 2,
        detail: 0,
      }),
      line(
        [
          [b.left + 3, b.top + 4],
          [b.right - 3, b.top + 4],
        ],
        { line: 'pale', lineMm: 1.4, detail: 2 },
      ),
    ];
  }
  if (face !== 'strips') return [];
  const half = Math.min(15, part.heightMm / 2 - 4);
  const [first, last] = [studs[0]!, studs.at(-1)!].sort((a, b) => a.xMm - b.xMm) as [Terminal, Terminal];
  const from = first.xMm + half;
  const to = last.xMm - half;
  return [
    ...[-0.6, -0.2, 0.2, 0.6].map((at) => rect(from, at * half - 1.6, to - from, 3.2, { fill: '#A9855F', detail: 1 })),
    ...[first, last].map((t) =>
      rect(t.xMm - half, t.yMm - half, 2 * half, 2 * half, {
        fill: 'copper',
        line: 'copperEdge',
        lineMm: 0.8,
        cornerMm: 2,
        detail: 0,
      }),
    ),
  ];
}

/** A fuse as it is seen in its holder: the window with its link, or a blade in its colour with its figure. */
function fuses(part: Part, seatText: SeatText): Mark[] {
  const at = new Map(part.terminals.map((t) => [t.id, t]));
  return part.elements.flatMap((e: Element): Mark[] => {
    if (e.kind !== 'fuseSeat') return [];
    const [a, b] = [at.get(e.a), at.get(e.b)];
    if (!a || !b) return [];
    const many = part.elements.filter((o) => o.kind === 'fuseSeat').length > 1;
    const own = seatText(e.id);
    // Ways of a block: a blade between the feed's rail and its own terminal, on the terminal's own line.
    const level = many ? b.exitDeg % 180 === 0 : Math.abs(a.xMm - b.xMm) >= Math.abs(a.yMm - b.yMm);
    const [along, across] = many ? [BLADE_MM.along, BLADE_MM.across] : windowOf(part, a, b, level);
    const [w, h] = level ? [along, across] : [across, along];
    const within = (at: number, half: number) => Math.max(-half, Math.min(half, at));
    const x = within(many ? b.xMm * (1 - INSIDE) : (a.xMm + b.xMm) / 2, Math.max(0, (part.widthMm - w) / 2));
    const y = within(many ? b.yMm : (a.yMm + b.yMm) / 2, Math.max(0, (part.heightMm - h) / 2));
    if (many) {
      const colour = own ? bladeColour(own.ratingA) : null;
      return [
        rect(x - w / 2, y - h / 2, w, h, {
          fill: colour?.fill ?? 'shade',
          line: 'edge',
          lineMm: 0.4,
          cornerMm: 1.5,
          detail: 1,
        }),
        ...(own ? [label(x, y, Math.min(7, h * 0.7), own.text, colour?.ink ?? 'edge')] : []),
      ];
    }
    const zig = [-0.5, -0.28, -0.17, 0, 0.17, 0.28, 0.5].map((t, i): [number, number] => {
      const off = i === 2 || i === 4 ? -0.22 : i === 3 ? 0.22 : 0;
      return level ? [x + t * w * 0.8, y + off * h] : [x + off * w, y + t * h * 0.8];
    });
    return [
      rect(x - w / 2, y - h / 2, w, h, { fill: 'window', line: 'windowEdge', lineMm: 0.7, cornerMm: 2, detail: 0 }),
      line(zig, { line: 'copperEdge', lineMm: 1.6, detail: 1 }),
    ];
  });
}
/** How far a blade sits from its terminal towards the middle of its block, as a share. */
const INSIDE = 0.42;
const BLADE_MM = { along: 20, across: 11 } as const;
function windowOf(part: Part, a: Terminal, b: Terminal, level: boolean): [along: number, across: number] {
  const apart = level ? Math.abs(a.xMm - b.xMm) : Math.abs(a.yMm - b.yMm);
  return [Math.max(10, apart - 34), (level ? part.heightMm : part.widthMm) * 0.55];
}

/** A dial with its handle along the way it is closed. */
function dial(part: Part): Mark[] {
  const r = Math.min(part.widthMm, part.heightMm) * 0.32;
  return [
    circle(0, 0, r, { fill: 'shade', line: 'edge', lineMm: 0.9, detail: 0 }),
    rect(-r * 0.88, -r * 0.25, r * 1.76, r * 0.5, { fill: 'dark', cornerMm: r * 0.25, detail: 0 }),
    circle(r * 0.58, 0, r * 0.1, { fill: 'shell', detail: 2 }),
  ];
}

/** What a device says of itself on its front: volts, amps, watts. */
function rating(part: Part): string {
  for (const e of part.elements) {
    if (e.kind === 'inverter') return `${part.systemVoltagesV[0] ?? ''} V  ${Math.round(e.acPowerW)} W`.trim();
    if (e.kind === 'charger' || e.kind === 'mainsCharger')
      return `${part.systemVoltagesV[0] ? `${part.systemVoltagesV[0]} V  ` : ''}${Math.round(e.outputA)} A`;
  }
  return '';
}

/** Fins, fan and display of what runs hot, on the part of its front that terminals leave free. */
function hotFront(part: Part): Mark[] {
  const { widthMm: w, heightMm: h, terminals } = part;
  const taken = terminals.map((t) => t.yMm);
  const top = taken.some((y) => y < -h / 4) ? Math.max(...taken.filter((y) => y < 0)) + 16 : -h / 2 + 8;
  const bottom = taken.some((y) => y > h / 4) ? Math.min(...taken.filter((y) => y > 0)) - 16 : h / 2 - 8;
  if (bottom - top < 36) return [];
  const marks: Mark[] = [];
  const words = rating(part);
  const showH = Math.min(24, (bottom - top) * 0.22);
  if (words) {
    const showW = Math.min(w - 20, Math.max(48, words.length * 6.2));
    marks.push(
      rect(-w / 2 + 10, top, showW, showH, { fill: 'display', line: 'edge', lineMm: 0.6, cornerMm: 3, detail: 0 }),
      label(-w / 2 + 10 + showW / 2, top + showH / 2, Math.min(9, showH * 0.5), words, 'displayInk', 1),
    );
  }
  const from = top + showH + 10;
  const fan = part.body.fans.some((f) => f.air === 'in') && w >= 190 && bottom - from >= 90;
  const slotsTo = fan ? w * 0.02 : w / 2 - 10;
  for (let y = from; y <= bottom - 4; y += 10)
    marks.push(
      rect(-w / 2 + 10, y, slotsTo + w / 2 - 10, 3.6, {
        fill: 'shade',
        line: 'steelEdge',
        lineMm: 0.3,
        cornerMm: 1.8,
        detail: 1,
      }),
    );
  if (fan) marks.push(...fanMarks(w * 0.27, (from + bottom) / 2, Math.min(w * 0.2, (bottom - from) / 2)));
  return marks;
}

function fanMarks(x: number, y: number, r: number): Mark[] {
  const blades = Array.from({ length: 7 }, (_, i) => {
    const at = (turn: number, far: number): [number, number] => {
      const angle = (i * 2 * Math.PI) / 7 + turn;
      return [x + Math.cos(angle) * far * r, y + Math.sin(angle) * far * r];
    };
    return line([at(0, 0.18), at(0.22, 0.55), at(0.62, 0.86)], { line: 'steelEdge', lineMm: r * 0.14, detail: 1 });
  });
  return [
    circle(x, y, r, { fill: 'shade', line: 'edge', lineMm: 0.9, detail: 0 }),
    ...blades,
    ...[0.4, 0.7].map((f) => circle(x, y, r * f, { line: 'edge', lineMm: 0.5, detail: 2 })),
    circle(x, y, r * 0.18, { fill: 'dark', detail: 1 }),
  ];
}

/** Where air goes in and out, as a small arrow at the edge. */
function draught(part: Part): Mark[] {
  const { widthMm: w, heightMm: h } = part;
  const out = { top: [0, -1], bottom: [0, 1], left: [-1, 0], right: [1, 0] } as const;
  return part.body.fans.map(({ side, air }) => {
    const [dx, dy] = out[side];
    const [cx, cy] = [dx * (w / 2 - 5), dy * (h / 2 - 5)];
    const way = air === 'out' ? 1 : -1;
    const tip: [number, number] = [cx + dx * 3.5 * way, cy + dy * 3.5 * way];
    const back: [number, number] = [cx - dx * 3.5 * way, cy - dy * 3.5 * way];
    return line([[back[0] - dy * 5, back[1] - dx * 5], tip, [back[0] + dy * 5, back[1] + dx * 5]], {
      line: 'steelEdge',
      lineMm: 1.2,
      detail: 1,
    });
  });
}

/** A rectangle held within the case: what a part has near its edge is drawn up to it. */
function held(mark: Mark, { widthMm, heightMm }: Part): Mark {
  if (mark.kind !== 'rect') return mark;
  const [left, top] = [Math.max(mark.xMm, -widthMm / 2), Math.max(mark.yMm, -heightMm / 2)];
  return {
    ...mark,
    xMm: left,
    yMm: top,
    widthMm: Math.max(0, Math.min(mark.xMm + mark.widthMm, widthMm / 2) - left),
    heightMm: Math.max(0, Math.min(mark.yMm + mark.heightMm, heightMm / 2) - top),
  };
}

/**
 * A part as a fitter sees it from the front, from its own data alone: so that one the shop made itself looks right too.
 * The marks come in the order they are laid on.
 * @param seatText what stands in its fuse seats
 * @example
 * partFace(catalogue.parts[0])[0].kind; // 'rect'
 */
export function partFace(part: Part, seatText: SeatText = () => null): Mark[] {
  const device = deviceOf(part.kind);
  return [
    ...shell(part),
    ...[
      ...clampStrips(part),
      ...(device.hot ? hotFront(part) : []),
      ...kindFace(part),
      ...copper(part),
      ...fuses(part, seatText),
      ...(device.face === 'knob' ? dial(part) : []),
      ...draught(part),
    ].map((mark) => held(mark, part)),
  ];
}
