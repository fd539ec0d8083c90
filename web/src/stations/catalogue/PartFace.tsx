import type { Part } from '@ombrik/core/document/part/part';
import { FaceMarks } from '../board/FaceMarks.tsx';

/** A part drawn to fit a line of text: a battery is known by its posts, a module by its cells. */
export function PartFace({ part, className = 'h-10 w-12' }: { part: Part; className?: string }) {
  const [w, h] = [part.widthMm * 1.08, part.heightMm * 1.08];
  return (
    <svg
      viewBox={`${-w / 2} ${-h / 2} ${w} ${h}`}
      className={`${className} shrink-0 [&_*]:[vector-effect:non-scaling-stroke]`}
      aria-hidden="true"
      data-picture={part.kind}
    >
      <FaceMarks part={part} detail={Math.max(w, h) < 500 ? 2 : 1} />
    </svg>
  );
}
