import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import type { Cable } from '@ombrik/core/document/cable/cable';
import { joinCables, sheathMates, splitCable } from '@ombrik/core/document/cable/multicore';
import { useJob } from '../../session/useJob.ts';

/** Puts wires between the same two parts into one sheathed cable, or takes one apart. */
export function Sheath({ cable }: { cable: Cable }) {
  const job = useJob();
  const mates = sheathMates(job.board, cable, genericCatalogue);
  if (mates.length === 0 && cable.cores.length < 2) return null;
  return (
    <section className="perforated mt-2 pt-1">
      <h4 className="text-base">
        {cable.cores.length > 1 ? `Sheathed, ${cable.cores.length} conductors` : 'One sheath with its neighbours'}
      </h4>
      <div className="flex flex-wrap gap-1">
        {mates.map((m) => (
          <button
            key={m.id}
            type="button"
            className="btn btn-xs"
            onClick={() =>
              job.edit(
                `${m.designation} into the sheath of ${cable.designation}`,
                joinCables(job.board, cable.id, [m.id], genericCatalogue),
              )
            }
          >
            Take {m.designation} in
          </button>
        ))}
        {cable.cores.length > 1 && (
          <button
            type="button"
            className="btn btn-xs"
            onClick={() => job.edit(`Take ${cable.designation} apart`, splitCable(job.board, cable))}
          >
            Take apart
          </button>
        )}
      </div>
    </section>
  );
}
