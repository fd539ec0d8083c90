import type { SizedWire } from '@ombrik/core/stages/sizing/sizingResult';
import type { MadeCable } from '@ombrik/core/stages/terminations/terminations';
import { Maximize, ZoomIn, ZoomOut } from 'lucide-react';
import { amps, mm2 } from '../../ui/format.ts';

/** Larger, smaller, the whole drawing. */
export function ZoomButtons({ larger, smaller, fit }: { larger: () => void; smaller: () => void; fit: () => void }) {
  const buttons = [
    ['Larger', ZoomIn, larger],
    ['Smaller', ZoomOut, smaller],
    ['Fit the drawing', Maximize, fit],
  ] as const;
  return (
    <div className="absolute top-1 right-1 z-10 flex gap-1">
      {buttons.map(([title, Icon, act]) => (
        <button
          key={title}
          type="button"
          className="btn btn-xs btn-square"
          title={title}
          aria-label={title}
          onClick={act}
        >
          <Icon size={14} aria-hidden />
        </button>
      ))}
    </div>
  );
}

/** What the line under the pointer is, in a line. */
export function LineNote({ wire, cable }: { wire: SizedWire; cable: MadeCable }) {
  return (
    <p className="num pointer-events-none absolute bottom-1 left-1 bg-neutral px-2 py-1 text-xs text-neutral-content">
      {cable.designation} {mm2(cable.areaMm2)} · design {amps(wire.designCurrentA)} · drop {wire.dropV.toFixed(2)} V
      {wire.faultA !== null && ` · fault ${amps(wire.faultA)} to ${amps(wire.faultSmallestA ?? 0)}`}
      {wire.guardRatingA !== null && ` · guarded at ${amps(wire.guardRatingA)}`}
    </p>
  );
}
