import { useDraggable } from '@dnd-kit/core';
import type { PlannedOperation } from '@ombrik/core/shop/planShop';
import type { ShopJob, ShopOperation } from '@ombrik/core/shop/shopWork';
import { timeWords } from '../build/buildWords.ts';
import type { PlanAxis } from './planAxis.ts';

interface BlockProps {
  planned: PlannedOperation;
  operation: ShopOperation;
  job: ShopJob;
  person: string;
  axis: PlanAxis;
  may: boolean;
  /** Somebody has held it back or given it to somebody. */
  held: boolean;
  chosen: 'this' | 'job' | null;
  onChoose: () => void;
}

/** One operation on its time. */
export function PlanBlock({ planned, operation, job, person, axis, may, held, chosen, onChoose }: BlockProps) {
  const { attributes, listeners, setNodeRef, transform, isDragging } = useDraggable({ id: planned.id, disabled: !may });
  const [from, to] = [axis.shareOf(planned.startMin), axis.shareOf(planned.endMin)];
  if (from >= 1) return null;
  const says = `${job.number} ${job.name}: ${operation.title}, ${timeWords(operation.minutes)}, ${person}${planned.place ? `, ${planned.place}` : ''}`;
  const edge =
    chosen === 'this' ? 'border-primary border-2' : chosen === 'job' ? 'border-primary' : 'border-base-content/50';
  return (
    <button
      ref={setNodeRef}
      {...attributes}
      {...listeners}
      type="button"
      title={says}
      aria-label={says}
      aria-pressed={chosen === 'this'}
      onClick={onChoose}
      className={`label-face @container absolute inset-y-1.5 touch-none overflow-hidden whitespace-nowrap border px-0.5 text-left text-[12px] leading-tight ${edge} ${chosen ? 'z-10 bg-base-300' : 'bg-base-100'} ${isDragging ? 'z-20 cursor-grabbing opacity-80' : ''}`}
      style={{
        left: `${from * 100}%`,
        width: `max(5px, ${(to - from) * 100}%)`,
        borderRadius: 3,
        transform: transform ? `translate(${transform.x}px, ${transform.y}px)` : undefined,
      }}
    >
      {/* What does not fit whole is not written: the block says it when it is asked. */}
      <span className="num hidden @min-[26px]:inline">{job.number}</span>
      {held && <span aria-hidden> ▸</span>}
      <span className="hidden truncate @min-[46px]:block">{operation.title}</span>
    </button>
  );
}
