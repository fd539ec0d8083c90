import { Colors, DxfWriter, point2d, point3d, Units } from '@tarikjabiri/dxf';
import type { PanelShapes } from '../drawing/panelShapes.ts';
import { strokesOf } from '../stages/lengths/dress.ts';

/**
 * A panel's drawing as DXF in millimetres, a layer for what is sawn, one for every drill, one for outlines and text.
 * @example
 * dxfOf(shapes).trimEnd().endsWith('EOF'); // true
 */
export function dxfOf({ shapes, heightMm }: PanelShapes): string {
  const dxf = new DxfWriter();
  dxf.setUnits(Units.Millimeters);
  const colourOf = (layer: string): number =>
    layer === 'OUTLINE' || layer === 'JIGSAW'
      ? Colors.Red
      : layer.startsWith('DRILL')
        ? Colors.Blue
        : layer === 'KEEP-OUT'
          ? Colors.Magenta
          : Colors.White;
  for (const layer of new Set(shapes.map((s) => s.layer))) dxf.addLayer(layer, colourOf(layer), 'Continuous');
  // DXF counts y upward.
  const y = (mm: number) => heightMm - mm;
  for (const shape of shapes) {
    const layerName = shape.layer;
    if (shape.kind === 'circle')
      dxf.addCircle(point3d(shape.centre.xMm, y(shape.centre.yMm)), shape.diameterMm / 2, { layerName });
    else if (shape.kind === 'text')
      dxf.addText(point3d(shape.at.xMm, y(shape.at.yMm)), shape.heightMm, shape.text, { layerName });
    else if (shape.kind === 'way')
      // An arc is told by its bulge: the tangent of a quarter of its angle, to the left where y counts upward.
      dxf.addLWPolyline(
        [...strokesOf(shape), null].map((stroke, i, all) => {
          const at = stroke?.from ?? all[i - 1]!.to;
          const bulge = stroke?.kind === 'arc' ? -Math.tan((stroke.turnDeg * Math.PI) / 720) : 0;
          return { point: point2d(at.xMm, y(at.yMm)), bulge };
        }),
        { layerName },
      );
    else
      dxf.addLWPolyline(
        shape.points.map((p) => ({ point: point2d(p.xMm, y(p.yMm)) })),
        { flags: shape.closed ? 1 : 0, layerName },
      );
  }
  return dxf.stringify();
}
