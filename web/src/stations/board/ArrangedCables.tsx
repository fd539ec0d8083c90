import { useJob } from '../../session/useJob.ts';
import type { Arrangement } from '../../worker/boardWorker.ts';

/** Whether the cables find their ways in an arrangement; where not, which, why, and how much larger the panel would have to be. */
export function ArrangedCables({
  arrangement: { failed, inTheWay, leftFor, open, grown, legal },
}: {
  arrangement: Arrangement;
}) {
  const { board } = useJob();
  const nameOf = new Map([...board.cables, ...board.items].map((x) => [x.id, x.designation]));
  if (failed.length === 0 && open.length === 0 && legal)
    return <p className="text-[13px]">Every cable finds its way, with room for its bends.</p>;
  const ways = new Map(inTheWay.map((w) => [w.cableId, w.itemIds]));
  return (
    <div className="text-[13px]">
      {failed.length > 0 && (
        <p className="text-warning">
          No way for{' '}
          {failed
            .map((id) => {
              const brings = leftFor.find((l) => l.cableId === id);
              if (brings) return `${nameOf.get(id)} (it would bring: ${brings.finding.says})`;
              const stand = (ways.get(id) ?? []).map((i) => nameOf.get(i));
              return `${nameOf.get(id)}${stand.length > 0 ? ` (${stand.join(', ')} in it)` : ''}`;
            })
            .join(', ')}
        </p>
      )}
      {open.map((f) => (
        <p key={f.id} className="text-warning">
          {f.says}
        </p>
      ))}
      {grown ? (
        <p>
          On a panel {grown.byMm.widthMm} mm wider and {grown.byMm.heightMm} mm higher everything finds its room.
        </p>
      ) : (
        <p className="dim">A larger panel alone does not cure it.</p>
      )}
    </div>
  );
}
