/** Puts a new corner between the two corners of the span it was clicked on. */
export function withPoint(
  points: readonly { xMm: number; yMm: number }[],
  corners: readonly { xMm: number; yMm: number }[],
  point: { xMm: number; yMm: number },
) {
  let best = { span: 0, off: Number.POSITIVE_INFINITY };
  points.slice(1).forEach((b, i) => {
    const a = points[i]!;
    const length = Math.hypot(b.xMm - a.xMm, b.yMm - a.yMm) || 1;
    const t = Math.max(
      0,
      Math.min(1, ((point.xMm - a.xMm) * (b.xMm - a.xMm) + (point.yMm - a.yMm) * (b.yMm - a.yMm)) / length ** 2),
    );
    const off = Math.hypot(point.xMm - a.xMm - t * (b.xMm - a.xMm), point.yMm - a.yMm - t * (b.yMm - a.yMm));
    if (off < best.off) best = { span: i, off };
  });
  return [...corners.slice(0, best.span), point, ...corners.slice(best.span)];
}
