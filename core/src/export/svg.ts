import { XMLBuilder } from 'fast-xml-parser';
import type { PanelShapes, Shape } from '../drawing/panelShapes.ts';
import { svgPathOf } from '../stages/lengths/dress.ts';

const round = (x: number) => Math.round(x * 1000) / 1000;
const inkOf = (layer: string) =>
  layer === 'OUTLINE' || layer === 'JIGSAW'
    ? '#B3261E'
    : layer.startsWith('DRILL')
      ? '#1F4E79'
      : layer === 'KEEP-OUT'
        ? '#8A5600'
        : '#23201B';

function elementOf(shape: Shape): Record<string, unknown> {
  switch (shape.kind) {
    case 'circle':
      return {
        circle: '',
        ':@': { cx: round(shape.centre.xMm), cy: round(shape.centre.yMm), r: shape.diameterMm / 2 },
      };
    case 'text':
      return {
        text: [{ '#text': shape.text }],
        ':@': { x: round(shape.at.xMm), y: round(shape.at.yMm), 'font-size': shape.heightMm },
      };
    case 'way':
      return { path: '', ':@': { d: svgPathOf(shape) } };
    case 'line': {
      const d = shape.points.map((p, i) => `${i === 0 ? 'M' : 'L'}${round(p.xMm)} ${round(p.yMm)}`).join('');
      return { path: '', ':@': { d: d + (shape.closed ? 'Z' : '') } };
    }
  }
}

/**
 * A panel's drawing as SVG in true millimetres, one group a layer.
 * @example
 * svgOf(shapes).includes('<svg'); // true
 */
export function svgOf({ shapes, widthMm, heightMm, name }: PanelShapes): string {
  const layers = [...new Set(shapes.map((s) => s.layer))];
  const builder = new XMLBuilder({
    preserveOrder: true,
    ignoreAttributes: false,
    attributeNamePrefix: '',
    suppressEmptyNode: true,
    format: true,
  });
  return builder.build([
    {
      svg: [
        { title: [{ '#text': name }] },
        ...layers.map((layer) => ({
          g: shapes
            .filter((s) => s.layer === layer)
            .map((s) => {
              const element = elementOf(s);
              // An element without children is an empty list in this builder.
              for (const key of Object.keys(element)) if (element[key] === '') element[key] = [];
              return element;
            }),
          ':@':
            layer === 'TEXT'
              ? { id: layer, fill: inkOf(layer), 'font-family': 'sans-serif' }
              : { id: layer, fill: 'none', stroke: inkOf(layer), 'stroke-width': 0.3 },
        })),
      ],
      ':@': {
        xmlns: 'http://www.w3.org/2000/svg',
        width: `${round(widthMm)}mm`,
        height: `${round(heightMm)}mm`,
        viewBox: `0 0 ${round(widthMm)} ${round(heightMm)}`,
      },
    },
  ]);
}
