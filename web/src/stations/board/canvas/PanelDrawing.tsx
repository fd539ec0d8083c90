import type { PointMm } from '@ombrik/core/document/basics';
import type { KeepOut } from '@ombrik/core/document/panel/panel';
import { holdsOn, keepOutOutline, panelBox } from '@ombrik/core/stages/place/outlines';
import { memo } from 'react';
import { ruleMarks } from '../../../told/units.ts';
import { type BoardView, sameSight, seenBy } from '../boardView.ts';

const ring = (points: readonly PointMm[]) => points.map((p) => `${p.xMm},${p.yMm}`).join(' ');

/** The panel itself as seen from one face: outline, raster, rule, fixings, holes, keep-outs, channels. */
export const PanelDrawing = memo(function PanelDrawing({ view, mmPerPx: k }: { view: BoardView; mmPerPx: number }) {
  const { panel, face } = view;
  const seen = seenBy(view);
  const box = panelBox(panel);
  const outline = panel.outline.map(seen);
  const back = face === 'back';
  const rule = ruleMarks();
  return (
    <g>
      <Patterns />
      <polygon points={ring(outline)} fill="var(--board)" stroke="var(--board-edge)" strokeWidth={2.5} />
      <polygon points={ring(outline)} fill={back ? 'url(#from-behind)' : 'url(#raster)'} />
      {Array.from({ length: Math.floor((box.rightMm - box.leftMm) / rule.apartMm) + 1 }, (_, i) => {
        const at = seen({ xMm: box.leftMm + i * rule.apartMm, yMm: box.topMm });
        return (
          <text
            key={i}
            x={at.xMm}
            y={box.topMm - 6}
            fontSize={12 * k}
            textAnchor="middle"
            className="svg-num"
            fill="var(--dim)"
          >
            {rule.says(i)}
          </text>
        );
      })}
      {back && (
        <text
          x={(box.leftMm + box.rightMm) / 2}
          y={box.topMm + 17 * k}
          fontSize={14 * k}
          textAnchor="middle"
          fontFamily="var(--font-label)"
          fontWeight={600}
          fill="var(--color-primary)"
        >
          seen from behind: left and right are exchanged
        </text>
      )}
      <OnPanel view={view} mmPerPx={k} />
    </g>
  );
}, sameSight);

const Patterns = () => (
  <defs>
    <pattern id="raster" width={20} height={20} patternUnits="userSpaceOnUse">
      <path d="M20 0H0V20" fill="none" stroke="currentColor" strokeOpacity={0.07} />
    </pattern>
    <pattern id="hot" width={8} height={8} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
      <path d="M0 0V8" stroke="var(--color-primary)" strokeOpacity={0.4} strokeWidth={2} />
    </pattern>
    <pattern id="no-go" width={10} height={10} patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
      <path d="M0 0V10" stroke="var(--color-error)" strokeOpacity={0.5} strokeWidth={1.6} />
    </pattern>
    <pattern id="from-behind" width={26} height={26} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
      <path d="M0 0V26" stroke="var(--board-edge)" strokeOpacity={0.28} strokeWidth={7} />
    </pattern>
  </defs>
);

/** Channels, keep-outs, fixings and holes. */
function OnPanel({ view, mmPerPx: k }: { view: BoardView; mmPerPx: number }) {
  const { panel, face } = view;
  const seen = seenBy(view);
  return (
    <>
      {panel.channels
        .filter((c) => c.face === face)
        .map((c) => {
          const [a, b] = [seen(c.from), seen(c.to)];
          return (
            <line
              key={c.id}
              x1={a.xMm}
              y1={a.yMm}
              x2={b.xMm}
              y2={b.yMm}
              stroke="var(--color-secondary)"
              strokeOpacity={0.22}
              strokeWidth={c.widthMm}
            />
          );
        })}
      {panel.keepOuts.map((o) => (
        <KeepOutDrawing key={o.id} keepOut={o} view={view} mmPerPx={k} />
      ))}
      {panel.fixings.map((f) => {
        const p = seen(f);
        return (
          <g key={f.id}>
            <circle cx={p.xMm} cy={p.yMm} r={f.screwDiameterMm} fill="var(--board-edge)" />
            <path d={`M${p.xMm - 3} ${p.yMm}h6M${p.xMm} ${p.yMm - 3}v6`} stroke="var(--board)" strokeWidth={1.2} />
          </g>
        );
      })}
      {panel.holes.map((h) => {
        const p = seen(h);
        return (
          <g key={h.id}>
            <circle
              cx={p.xMm}
              cy={p.yMm}
              r={h.diameterMm / 2}
              fill="var(--desk)"
              stroke="var(--board-edge)"
              strokeWidth={2}
            />
            {h.lining !== 'none' && (
              <circle
                cx={p.xMm}
                cy={p.yMm}
                r={h.diameterMm / 2 - 1.5}
                fill="none"
                stroke="#23201B"
                strokeWidth={h.lining === 'grommet' ? 2.6 : 1.4}
                strokeDasharray={h.lining === 'sleeve' ? '3 2' : undefined}
              />
            )}
          </g>
        );
      })}
    </>
  );
}

function KeepOutDrawing({ keepOut: o, view, mmPerPx: k }: { keepOut: KeepOut; view: BoardView; mmPerPx: number }) {
  const seen = seenBy(view);
  const here = holdsOn(o, view.face);
  const points = keepOutOutline(o).map(seen);
  const middle = points.reduce((s, p) => ({ xMm: s.xMm + p.xMm / points.length, yMm: s.yMm + p.yMm / points.length }), {
    xMm: 0,
    yMm: 0,
  });
  return (
    <g opacity={here ? 1 : 0.35}>
      <polygon
        points={ring(points)}
        fill={here ? 'url(#no-go)' : 'none'}
        stroke="var(--color-error)"
        strokeDasharray={o.shape.kind === 'arc' ? '7 4' : '2 3'}
      />
      <text
        x={middle.xMm}
        y={middle.yMm}
        fontSize={12 * k}
        textAnchor="middle"
        fontFamily="var(--font-label)"
        fill="var(--color-error)"
        stroke="var(--board)"
        strokeWidth={3 * k}
        paintOrder="stroke"
        pointerEvents="none"
      >
        {o.name}
      </text>
    </g>
  );
}
