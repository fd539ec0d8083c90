import { pathAs, svgPathOf } from '@ombrik/core/stages/lengths/dress';
import { itemRect } from '@ombrik/core/stages/lengths/geometry';
import { useJob } from '../../../session/useJob.ts';
import { type BoardView, rectSeen, seenBy } from '../boardView.ts';

/** The place of the finding under the pointer: rings round its parts, a glow along its cables, the panel's rim. */
export function LitPlaces({ view, mmPerPx: k }: { view: BoardView; mmPerPx: number }) {
  const { lit, shown, parts, dossier } = useJob();
  if (!lit) return null;
  const seen = seenBy(view);
  const stroke = 'var(--color-warning)';
  const nothingElse = lit.itemIds.length === 0 && lit.cableIds.length === 0;
  return (
    <g pointerEvents="none" data-lit="">
      {lit.panelId === view.panel.id && nothingElse && (
        <polygon
          points={view.panel.outline
            .map(seen)
            .map((p) => `${p.xMm},${p.yMm}`)
            .join(' ')}
          fill="none"
          stroke={stroke}
          strokeWidth={7 * k}
        />
      )}
      {shown.items.map((item) => {
        const part = parts.get(item.partId);
        if (!lit.itemIds.includes(item.id) || !part || item.place.kind !== 'panel') return null;
        if (item.place.panelId !== view.panel.id) return null;
        const r = rectSeen(view, itemRect(item, part)!);
        const out = 7 * k;
        return (
          <rect
            key={item.id}
            x={r.leftMm - out}
            y={r.topMm - out}
            width={r.rightMm - r.leftMm + 2 * out}
            height={r.bottomMm - r.topMm + 2 * out}
            rx={out}
            fill="none"
            stroke={stroke}
            strokeWidth={5 * k}
          />
        );
      })}
      {lit.cableIds.flatMap((id) =>
        (dossier.lengths.find((l) => l.cableId === id)?.paths ?? [])
          .filter((p) => p.panelId === view.panel.id)
          .map((p, n) => (
            <path
              key={`${id}${n}`}
              d={svgPathOf(pathAs(p, seen, view.face === 'back'))}
              fill="none"
              stroke={stroke}
              strokeOpacity={0.75}
              strokeWidth={9 * k}
              strokeLinejoin="round"
            />
          )),
      )}
    </g>
  );
}
