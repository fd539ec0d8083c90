import type { PointMm } from '@ombrik/core/document/basics';
import { coverFace } from '@ombrik/core/drawing/coverFace';
import { useJob } from '../../../session/useJob.ts';
import { type BoardView, seenBy } from '../boardView.ts';
import { detailAt, OneMark } from '../FaceMarks.tsx';
import { onThisPanel } from './ItemLayer.tsx';

/** The covers of the parts on the face that is seen, over the ends of the cables; what has none stays open to the eye. */
export function CoverLayer({ view, mmPerPx }: { view: BoardView; mmPerPx: number }) {
  const { shown, parts } = useJob();
  const seen = seenBy(view);
  const detail = detailAt(mmPerPx);
  return (
    <g pointerEvents="none" data-layer="covers">
      {shown.items.map((item) => {
        const part = parts.get(item.partId);
        if (!part || item.place.kind !== 'panel' || !onThisPanel(item, view) || item.place.face !== view.face)
          return null;
        const at = seen(item.place as PointMm);
        const { rotationDeg } = item.place;
        return (
          <g key={item.id} transform={`translate(${at.xMm} ${at.yMm}) rotate(${rotationDeg})`}>
            {coverFace(part).map(
              (mark, i) => mark.detail <= detail && <OneMark key={i} mark={mark} turnDeg={rotationDeg} />,
            )}
          </g>
        );
      })}
    </g>
  );
}
