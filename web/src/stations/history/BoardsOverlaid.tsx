import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { PointMm } from '@ombrik/core/document/basics';
import type { Board } from '@ombrik/core/document/board';
import type { Item } from '@ombrik/core/document/item/item';
import { partIndex } from '@ombrik/core/document/references';

interface Box {
  id: string;
  mark: string;
  xMm: number;
  yMm: number;
  widthMm: number;
  heightMm: number;
}

/** Parts on a face of a panel as rectangles, by where they stand. */
function boxesOf(board: Board, panelId: string): Map<string, Box> {
  const parts = partIndex(board, genericCatalogue);
  const boxOf = ({ id, designation, partId, place }: Item): Box[] => {
    const part = parts.get(partId);
    if (!part || place?.kind !== 'panel' || place.panelId !== panelId) return [];
    const turned = place.rotationDeg % 180 !== 0;
    const [widthMm, heightMm] = turned ? [part.heightMm, part.widthMm] : [part.widthMm, part.heightMm];
    return [{ id, mark: designation, xMm: place.xMm - widthMm / 2, yMm: place.yMm - heightMm / 2, widthMm, heightMm }];
  };
  return new Map(board.items.flatMap(boxOf).map((b) => [b.id, b]));
}

const same = (a: Box, b: Box): boolean =>
  a.xMm === b.xMm && a.yMm === b.yMm && a.widthMm === b.widthMm && a.heightMm === b.heightMm;

/** One board over the other: what went is dashed, what came is filled, what stayed is faint, what moved has its way. */
export function BoardsOverlaid({ before, after }: { before: Board; after: Board }) {
  const panels = [...new Map([...before.panels, ...after.panels].map((p) => [p.id, p])).values()];
  return (
    <div className="flex flex-wrap gap-4">
      {panels.map((panel) => (
        <figure key={panel.id} className="min-w-0">
          <Panel
            outline={panel.outline}
            name={panel.name}
            was={boxesOf(before, panel.id)}
            is={boxesOf(after, panel.id)}
          />
          <figcaption className="text-sm">{panel.name}</figcaption>
        </figure>
      ))}
    </div>
  );
}

interface PanelProps {
  outline: readonly PointMm[];
  name: string;
  was: ReadonlyMap<string, Box>;
  is: ReadonlyMap<string, Box>;
}

function Panel({ outline, name, was, is }: PanelProps) {
  const [widthMm, heightMm] = [Math.max(...outline.map((p) => p.xMm)), Math.max(...outline.map((p) => p.yMm))];
  const line = Math.max(widthMm, heightMm) / 300;
  const size = line * 8;
  const moved = [...is.values()].flatMap((b) => {
    const a = was.get(b.id);
    return a && !same(a, b) ? [[a, b] as const] : [];
  });
  const gone = [...was.values()].filter((a) => !is.has(a.id));
  const come = [...is.values()].filter((b) => !was.has(b.id));
  const stayed = [...is.values()].filter((b) => was.has(b.id) && same(was.get(b.id)!, b));
  return (
    <svg
      viewBox={`-4 -4 ${widthMm + 8} ${heightMm + 8}`}
      className="max-h-80 max-w-full border border-base-300"
      style={{ width: Math.min(520, widthMm) }}
      role="img"
      aria-label={`${name}: ${come.length} came, ${gone.length} went, ${moved.length} moved`}
    >
      <polygon
        points={outline.map((p) => `${p.xMm},${p.yMm}`).join(' ')}
        fill="var(--board)"
        stroke="currentColor"
        strokeWidth={line}
      />
      {stayed.map((b) => (
        <Rect key={b.id} of={b} stroke="currentColor" opacity={0.35} line={line} size={size} />
      ))}
      {gone.map((b) => (
        <Rect key={b.id} of={b} stroke="var(--color-error)" dashed line={line * 1.6} size={size} />
      ))}
      {moved.map(([a, b]) => (
        <g key={b.id}>
          <Rect of={a} stroke="var(--color-warning)" dashed line={line * 1.3} size={0} />
          <line
            x1={a.xMm + a.widthMm / 2}
            y1={a.yMm + a.heightMm / 2}
            x2={b.xMm + b.widthMm / 2}
            y2={b.yMm + b.heightMm / 2}
            stroke="var(--color-warning)"
            strokeWidth={line}
          />
          <Rect of={b} stroke="var(--color-warning)" line={line * 2} size={size} />
        </g>
      ))}
      {come.map((b) => (
        <Rect key={b.id} of={b} stroke="var(--color-success)" fill="var(--color-success)" line={line * 2} size={size} />
      ))}
    </svg>
  );
}

interface RectProps {
  of: Box;
  stroke: string;
  line: number;
  /** Of the mark; 0 leaves it out. */
  size: number;
  fill?: string;
  dashed?: boolean;
  opacity?: number;
}
function Rect({
  of: { xMm, yMm, widthMm, heightMm, mark },
  stroke,
  line,
  size,
  fill = 'none',
  dashed,
  opacity = 1,
}: RectProps) {
  return (
    <g opacity={opacity}>
      <rect
        x={xMm}
        y={yMm}
        width={widthMm}
        height={heightMm}
        stroke={stroke}
        strokeWidth={line}
        fill={fill}
        fillOpacity={0.15}
        {...(dashed ? { strokeDasharray: `${line * 4} ${line * 3}` } : {})}
      />
      {size > 0 && (
        <text x={xMm + size / 4} y={yMm + size * 1.1} fontSize={size} fill="currentColor">
          {mark}
        </text>
      )}
    </g>
  );
}
