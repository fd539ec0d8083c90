import type { JobBuild } from '@ombrik/core/build/jobBuild';
import type { BuildStep } from '@ombrik/core/build/step';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { partIndex } from '@ombrik/core/document/references';
import { stepScene } from '@ombrik/core/drawing/stepScene';
import { useMemo } from 'react';

/** The drawing with what a step touches in ink, all else ghosted; its studs ringed. */
export function StepPicture({ build, step }: { build: Pick<JobBuild, 'board' | 'ways'>; step: BuildStep }) {
  const { board, ways } = build;
  const parts = useMemo(() => partIndex(board, genericCatalogue), [board]);
  const scene = stepScene(board, parts, ways, step);
  if (!scene) return null;
  const { panel, frame, items, studs } = scene;
  const unit = frame.width / 100;
  const ghost = { fill: 'none', stroke: 'currentColor', strokeOpacity: 0.28, strokeWidth: unit * 0.25 };
  return (
    <svg
      viewBox={`${frame.x} ${frame.y} ${frame.width} ${frame.height}`}
      className="h-full w-full rounded bg-base-200"
      role="img"
      aria-label={`${panel.name}, ${step.face}: ${step.title}`}
    >
      <polygon points={panel.outline.map((p) => `${p.xMm},${p.yMm}`).join(' ')} {...ghost} strokeOpacity={0.5} />
      {items.map(({ id, designation, points, at, inked, behind }) => (
        <g key={id} data-ink={inked || undefined}>
          <polygon
            points={points.map((p) => `${p.xMm},${p.yMm}`).join(' ')}
            {...(inked
              ? { fill: 'var(--color-base-300)', stroke: 'currentColor', strokeWidth: unit * 0.4 }
              : { ...ghost, strokeDasharray: behind ? `${unit} ${unit}` : undefined })}
          />
          {inked && (
            <text
              x={at.xMm}
              y={at.yMm + unit}
              fontSize={unit * 3.2}
              textAnchor="middle"
              fontFamily="var(--font-label)"
              fontWeight={600}
              fill="currentColor"
            >
              {designation}
            </text>
          )}
        </g>
      ))}
      {scene.ways.map((w, n) =>
        w.inked ? (
          <g key={`${w.cableId} ${n}`} fill="none" data-ink>
            <path d={w.path} stroke="var(--color-base-100)" strokeWidth={w.widthMm + unit} />
            <path d={w.path} stroke="currentColor" strokeWidth={w.widthMm + unit * 0.35} />
            <path d={w.path} stroke={w.colour} strokeWidth={w.widthMm} />
          </g>
        ) : (
          <path key={`${w.cableId} ${n}`} d={w.path} {...ghost} strokeOpacity={0.16} strokeWidth={w.widthMm} />
        ),
      )}
      {studs.map((s) => (
        <circle
          key={s.id}
          cx={s.xMm}
          cy={s.yMm}
          r={unit * 3}
          fill="none"
          stroke="var(--color-primary)"
          strokeWidth={unit * 0.9}
        />
      ))}
    </svg>
  );
}
