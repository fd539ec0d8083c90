import type { Cable } from '@ombrik/core/document/cable/cable';
import { applyCommands } from '@ombrik/core/document/commands';
import { routeCables } from '@ombrik/core/layout/routeCables';
import { layBehind, layInFront } from '@ombrik/core/layout/throughHoles';
import { useJob } from '../../session/useJob.ts';
import { useLayOf } from './useCableWidths.ts';

/** Takes a cable through the board to its other face, or back. */
export function WhichFace({ cable }: { cable: Cable }) {
  const job = useJob();
  const layOf = useLayOf();
  const behind = cable.segments.some((s) => s.kind === 'passThrough');
  const ways = behind ? layInFront(job.board, job.parts, cable.id) : layBehind(job.board, job.parts, cable.id, layOf);
  if (ways.length === 0) return null;
  const go = () => {
    const moved = applyCommands(job.board, ways).board;
    const laid = routeCables(moved, job.parts, layOf, new Set([cable.id])).commands;
    job.edit(`Lay ${cable.designation} ${behind ? 'in front' : 'behind'}`, [...ways, ...laid]);
  };
  return (
    <button type="button" className="btn btn-xs" onClick={go}>
      {behind ? 'Lay it in front' : 'Lay it behind'}
    </button>
  );
}
