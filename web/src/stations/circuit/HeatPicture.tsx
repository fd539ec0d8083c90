import type { Panel } from '@ombrik/core/document/panel/panel';
import type { PanelHeat } from '@ombrik/core/stages/heat/heat';
import { itemOutline, panelBox } from '@ombrik/core/stages/place/outlines';
import { useJob } from '../../session/useJob.ts';

/** Less than this is not worth a number on the picture, W. */
const NAMED_W = 0.5;
const watts = (w: number) => (w < 9.95 ? w.toFixed(1) : String(Math.round(w)));

/** A panel with every part the redder the more it turns into heat, its watts written on it. */
export function HeatPicture({ panel, heat }: { panel: Panel; heat: PanelHeat }) {
  const { board, parts } = useJob();
  const box = panelBox(panel);
  const lossOf = new Map(heat.parts.map((p) => [p.itemId, p.lossW]));
  const most = Math.max(1, ...lossOf.values());
  const size = (box.rightMm - box.leftMm) / 30;
  return (
    <svg
      viewBox={`${box.leftMm - 6} ${box.topMm - 6} ${box.rightMm - box.leftMm + 12} ${box.bottomMm - box.topMm + 12}`}
      className="w-full max-w-[620px]"
      role="img"
      aria-label={`Heat on ${panel.name}: ${heat.parts.length} parts and the cables`}
    >
      <polygon
        points={panel.outline.map((p) => `${p.xMm},${p.yMm}`).join(' ')}
        fill="var(--board)"
        stroke="var(--board-edge)"
        strokeWidth={heat.lid ? 8 : 3}
      />
      {board.items.map((item) => {
        const part = parts.get(item.partId);
        if (!part || item.place.kind !== 'panel' || item.place.panelId !== panel.id) return null;
        const lossW = lossOf.get(item.id) ?? 0;
        const behind = item.place.face === 'back';
        return (
          <g key={item.id} data-loss={lossW.toFixed(1)}>
            <polygon
              points={itemOutline(item, part)!
                .map((p) => `${p.xMm},${p.yMm}`)
                .join(' ')}
              fill="var(--part)"
              stroke="#23201B"
              strokeWidth={2}
              strokeDasharray={behind ? '8 6' : undefined}
            />
            <polygon
              points={itemOutline(item, part)!
                .map((p) => `${p.xMm},${p.yMm}`)
                .join(' ')}
              fill="#B3261E"
              fillOpacity={0.85 * Math.sqrt(lossW / most)}
            />
            {[item.designation, lossW >= NAMED_W ? `${watts(lossW)} W` : ''].map((text, line) => (
              <text
                key={text}
                x={'xMm' in item.place ? item.place.xMm : 0}
                y={('yMm' in item.place ? item.place.yMm : 0) + (line === 0 ? -0.1 : 1) * size}
                fontSize={size}
                textAnchor="middle"
                fontFamily="var(--font-label)"
                fontWeight={600}
                fill="#23201B"
                stroke="#FBF8F1"
                strokeWidth={size / 5}
                paintOrder="stroke"
              >
                {text}
              </text>
            ))}
          </g>
        );
      })}
    </svg>
  );
}
