import type { Part } from '../document/part/part.ts';
import { circle, label, line, type Mark, rect } from './marks.ts';

/** What is particular to a kind of part. */
export function kindFace(part: Part): Mark[] {
  const { widthMm: w, heightMm: h, kind } = part;
  switch (kind) {
    case 'battery':
      return [
        rect(-w / 2 + 4, -h / 2 + 4, w - 8, h - 8, { line: 'steelEdge', lineMm: 0.8, cornerMm: 4, detail: 1 }),
        ...[-1, 1].map((s) => rect(s * w * 0.36 - 16, h * 0.26, 32, 9, { fill: 'dark', cornerMm: 4.5, detail: 1 })),
        ...batteryFront(part),
      ];
    case 'solarModule':
      return [
        ...Array.from({ length: 9 }, (_, i) => (i + 1) / 10).map((t) =>
          line(
            [
              [-w / 2 + t * w, -h / 2 + 8],
              [-w / 2 + t * w, h / 2 - 8],
            ],
            { line: 'cell', lineMm: 1.6, detail: 1 },
          ),
        ),
        ...Array.from({ length: 5 }, (_, i) => (i + 1) / 6).map((t) =>
          line(
            [
              [-w / 2 + 8, -h / 2 + t * h],
              [w / 2 - 8, -h / 2 + t * h],
            ],
            { line: 'cell', lineMm: 1.6, detail: 1 },
          ),
        ),
      ];
    case 'relay':
      return [
        rect(-w * 0.3, -h * 0.3, w * 0.6, h * 0.4, { line: 'steelEdge', lineMm: 0.8, cornerMm: 3, detail: 1 }),
        line(
          [
            [-w * 0.18, -h * 0.1],
            [-w * 0.06, -h * 0.1],
            [w * 0.1, -h * 0.2],
          ],
          { line: 'pale', lineMm: 1.2, detail: 1 },
        ),
        line(
          [
            [w * 0.08, -h * 0.1],
            [w * 0.2, -h * 0.1],
          ],
          { line: 'pale', lineMm: 1.2, detail: 1 },
        ),
      ];
    case 'mainsBreaker':
    case 'mainsPanel':
      return part.elements.flatMap((e, i, all): Mark[] => {
        if (e.kind !== 'mainsBreaker') return [];
        const many = all.filter((o) => o.kind === 'mainsBreaker').length;
        const n = all.slice(0, i).filter((o) => o.kind === 'mainsBreaker').length;
        const step = Math.min(36, (w - 20) / many);
        const x = (n - (many - 1) / 2) * step;
        return [
          rect(x - step * 0.36, -h * 0.16, step * 0.72, h * 0.32, {
            fill: 'shade',
            line: 'edge',
            lineMm: 0.5,
            cornerMm: 2,
            detail: 1,
          }),
          rect(x - step * 0.18, -h * 0.12, step * 0.36, h * 0.12, { fill: 'dark', cornerMm: 1.5, detail: 1 }),
        ];
      });
    case 'mainsSocket':
    case 'mainsInlet': {
      const r = Math.min(w, h) * 0.32;
      return [
        circle(0, 0, r, { fill: 'shade', line: 'edge', lineMm: 0.9, detail: 0 }),
        ...[-0.42, 0, 0.42].map((t) =>
          circle(t * r, t === 0 ? -0.35 * r : 0.2 * r, r * 0.12, { fill: 'dark', detail: 1 }),
        ),
      ];
    }
    case 'button':
      return [circle(0, 0, Math.min(w, h) * 0.32, { fill: 'shade', line: 'edge', lineMm: 1, detail: 0 })];
    case 'monitor':
      return [
        rect(-w * 0.32, -h * 0.26, w * 0.64, h * 0.4, {
          fill: 'display',
          line: 'edge',
          lineMm: 0.6,
          cornerMm: 3,
          detail: 0,
        }),
        label(0, -h * 0.06, Math.min(9, h * 0.16), '– –', 'displayInk'),
      ];
    default:
      return [];
  }
}

/** Its plate with volts and ampere-hours, and its posts with their signs. */
function batteryFront(part: Part): Mark[] {
  const { widthMm: w, heightMm: h } = part;
  const cell = part.elements.find((e) => e.kind === 'battery');
  const words = cell?.kind === 'battery' ? `${cell.nominalV} V  ${cell.capacityAh} Ah` : '';
  const [plateW, plateH] = [w * 0.5, h * 0.3];
  const posts = part.terminals.filter((t) => t.attachment.kind === 'stud');
  return [
    rect(-plateW / 2, -plateH / 2, plateW, plateH, {
      fill: 'pale',
      line: 'steelEdge',
      lineMm: 0.8,
      cornerMm: 3,
      detail: 0,
    }),
    ...(words ? [label(0, 0, Math.min(plateH * 0.5, plateW / (words.length * 0.5)), words, 'edge', 1)] : []),
    ...posts.flatMap((t): Mark[] => {
      const r = Math.min(15, h * 0.1);
      const sign =
        t.polarity === 'plus'
          ? [
              [0, 1],
              [1, 0],
            ]
          : [[1, 0]];
      return [
        circle(t.xMm, t.yMm, r, {
          fill: t.polarity === 'plus' ? '#B3261E' : 'dark',
          line: 'edge',
          lineMm: 0.8,
          detail: 0,
        }),
        ...sign.map(([dx, dy]) =>
          line(
            [
              [t.xMm - dx! * r * 0.5, t.yMm - dy! * r * 0.5],
              [t.xMm + dx! * r * 0.5, t.yMm + dy! * r * 0.5],
            ],
            { line: 'pale', lineMm: r * 0.22, detail: 0 },
          ),
        ),
      ];
    }),
  ];
}
