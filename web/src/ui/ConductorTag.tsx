import type { ColourCode } from '@ombrik/core/document/cable/cable';
import { COLOUR_HEX, COLOUR_NAME } from '@ombrik/core/tables/conductorColours';

/** A conductor's real colour with its letter code, so that colour is never the only sign. */
export function ConductorTag({ colour }: { colour: ColourCode }) {
  return (
    <span className="inline-flex items-center gap-1" title={COLOUR_NAME[colour]}>
      <span
        aria-hidden
        className="inline-block h-2.5 w-5 border border-base-content/60"
        style={{ background: COLOUR_HEX[colour], borderRadius: 2 }}
      />
      <span className="num text-xs">{colour}</span>
    </span>
  );
}
