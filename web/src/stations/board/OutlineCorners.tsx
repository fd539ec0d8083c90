import type { PointMm } from '@ombrik/core/document/basics';
import type { Panel } from '@ombrik/core/document/panel/panel';
import { POINT_FIELD } from '@ombrik/core/document/panel/panelFields';
import { crossesItself } from '@ombrik/core/solvers/polygon';
import { useState } from 'react';
import { NumberField } from '../../ui/TextField.tsx';

/** The outline corner by corner, in numbers; one that would cross itself is refused in words. */
export function OutlineCorners({ panel, onChange }: { panel: Panel; onChange: (outline: PointMm[]) => void }) {
  const [problem, setProblem] = useState('');
  const put = (outline: PointMm[]) => {
    if (outline.length < 3) return setProblem('An outline has at least three corners.');
    if (crossesItself(outline))
      return setProblem('That corner would make the outline cross itself; it was left as it is.');
    setProblem('');
    onChange(outline);
  };
  const { outline } = panel;
  return (
    <details className="perforated mt-2 pt-1">
      <summary className="cursor-pointer text-base font-semibold" style={{ fontFamily: 'var(--font-label)' }}>
        Corners <span className="num dim text-xs">{outline.length}</span>
      </summary>
      {outline.map((p, n) => (
        <div key={`${p.xMm} ${p.yMm}`} className="mb-1 grid grid-cols-[1fr_1fr_auto_auto] items-start gap-1">
          {(['xMm', 'yMm'] as const).map((field) => (
            <NumberField
              {...POINT_FIELD}
              key={field}
              label={`Corner ${n + 1} ${field[0]}`}
              hideLabel
              value={p[field]}
              unit={field[0]!}
              onCommit={(v) => put(outline.map((q, i) => (i === n ? { ...q, [field]: v } : q)))}
            />
          ))}
          <button
            type="button"
            className="btn btn-xs btn-ghost mt-1"
            aria-label={`Add a corner after ${n + 1}`}
            onClick={() => {
              const next = outline[(n + 1) % outline.length]!;
              const middle = { xMm: Math.round((p.xMm + next.xMm) / 2), yMm: Math.round((p.yMm + next.yMm) / 2) };
              put([...outline.slice(0, n + 1), middle, ...outline.slice(n + 1)]);
            }}
          >
            +
          </button>
          <button
            type="button"
            className="btn btn-xs btn-ghost mt-1"
            aria-label={`Remove corner ${n + 1}`}
            onClick={() => put(outline.filter((_, i) => i !== n))}
          >
            ✕
          </button>
        </div>
      ))}
      {problem && (
        <p role="alert" className="text-error text-xs">
          {problem}
        </p>
      )}
    </details>
  );
}
