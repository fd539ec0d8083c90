import type { Item } from '@ombrik/core/document/item/item';
import { FRAME_POINT_FIELDS } from '@ombrik/core/document/item/itemFields';
import type { Part } from '@ombrik/core/document/part/part';
import { useJob } from '../../session/useJob.ts';
import { NumberField } from '../../ui/TextField.tsx';

/** How far along the metal each point of a frame lies from where its minus joins: steel has its resistance too. */
export function FramePoints({ item, part }: { item: Item; part: Part }) {
  const job = useJob();
  const wired = part.terminals.filter((t) =>
    job.board.connections.some((c) => [c.from, c.to].some((r) => r.itemId === item.id && r.terminalId === t.id)),
  );
  if (wired.length === 0) return <p className="dim text-xs">Wire a point to say how far along the frame it lies.</p>;
  return (
    <div className="mt-1 grid grid-cols-2 gap-1">
      {wired.map((t) => (
        <NumberField
          key={t.id}
          {...FRAME_POINT_FIELDS.alongMm}
          label={`Along the frame, ${t.name}`}
          value={item.framePoints.find((p) => p.terminalId === t.id)?.alongMm ?? 0}
          onCommit={(alongMm) =>
            job.edit(`${item.designation} ${t.name}: along the frame`, [
              {
                kind: 'set',
                collection: 'items',
                id: item.id,
                field: 'framePoints',
                value: [...item.framePoints.filter((p) => p.terminalId !== t.id), { terminalId: t.id, alongMm }],
              },
            ])
          }
        />
      ))}
    </div>
  );
}
