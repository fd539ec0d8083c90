import { DndContext, type DragEndEvent, PointerSensor, useDroppable, useSensor, useSensors } from '@dnd-kit/core';
import type { PlannedOperation, ShopPlan } from '@ombrik/core/shop/planShop';
import type { ShopSheet } from '@ombrik/core/shop/shopSheet';
import type { ShopOperation } from '@ombrik/core/shop/shopWork';
import { type ReactNode, useMemo, useRef } from 'react';
import { PlanBlock } from './PlanBlock.tsx';
import type { PlanAxis } from './planAxis.ts';

export interface Lane {
  id: string;
  title: string;
  under: string;
  operations: readonly PlannedOperation[];
  /** Where its job is likely to ship, and the day it is wanted. */
  ships: { earlyMin: number; lateMin: number } | null;
  wantedMin: number | null;
}

interface LanesProps {
  sheet: ShopSheet;
  plan: ShopPlan;
  axis: PlanAxis;
  lanes: readonly Lane[];
  chosen: string | null;
  may: boolean;
  onChoose: (operationId: string) => void;
  /** An operation let go at a day, in a lane. */
  onDrop: (operationId: string, day: string, laneId: string | null) => void;
}

/** More days than this are named by their weeks. */
const MOST_NAMED = 10;

/** Lanes of work along the days; a block is taken to another day, or to another person's lane. */
export function PlanLanes({ sheet, plan, axis, lanes, chosen, may, onChoose, onDrop }: LanesProps) {
  const track = useRef<HTMLDivElement>(null);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const jobs = useMemo(() => new Map(sheet.jobs.map((j) => [j.id, j])), [sheet]);
  const operations = useMemo(
    () => new Map<string, ShopOperation>(sheet.jobs.flatMap((j) => j.operations.map((o) => [o.id, o] as const))),
    [sheet],
  );
  const chosenJob = plan.operations.find((o) => o.id === chosen)?.jobId ?? null;
  const drop = ({ active, over, delta }: DragEndEvent) => {
    const width = track.current?.clientWidth ?? 0;
    const planned = plan.operations.find((o) => o.id === active.id);
    if (!planned || width === 0) return;
    const share = axis.shareOf(planned.startMin) + delta.x / width;
    onDrop(planned.id, axis.dayAt(share), over ? String(over.id) : null);
  };
  return (
    <DndContext sensors={sensors} onDragEnd={drop}>
      <div className="min-w-0">
        <div className="grid grid-cols-[190px_minmax(0,1fr)]">
          <span />
          <div ref={track} className="relative h-6">
            {axis.days.map((d, i) => (
              <span
                key={d.day}
                className={`num dim absolute top-0 whitespace-nowrap border-l pl-1 text-[11px] ${d.newWeek ? 'border-base-content' : 'border-base-300'}`}
                style={{ left: `${(100 * i) / axis.days.length}%`, width: `${100 / axis.days.length}%` }}
              >
                {axis.days.length <= MOST_NAMED || d.newWeek || i === 0 ? d.says : ''}
              </span>
            ))}
          </div>
        </div>
        <ul aria-label="Lanes of work">
          {lanes.map((lane) => (
            <LaneRow key={lane.id} lane={lane} axis={axis}>
              {lane.operations.map((o) => (
                <PlanBlock
                  key={o.id}
                  planned={o}
                  operation={operations.get(o.id)!}
                  job={jobs.get(o.jobId)!}
                  person={sheet.names[o.personId] ?? ''}
                  axis={axis}
                  may={may}
                  held={sheet.wishes.some((w) => w.operations[o.id])}
                  chosen={chosen === o.id ? 'this' : chosenJob === o.jobId ? 'job' : null}
                  onChoose={() => onChoose(o.id)}
                />
              ))}
            </LaneRow>
          ))}
        </ul>
      </div>
    </DndContext>
  );
}

function LaneRow({ lane, axis, children }: { lane: Lane; axis: PlanAxis; children: ReactNode }) {
  const { setNodeRef, isOver } = useDroppable({ id: lane.id });
  return (
    <li className="perforated grid grid-cols-[190px_minmax(0,1fr)] items-stretch">
      <div className="min-w-0 py-1 pr-2">
        <p className="label-face truncate">{lane.title}</p>
        <p className="dim truncate text-[11px]">{lane.under}</p>
      </div>
      <div ref={setNodeRef} className={`relative h-12 overflow-hidden ${isOver ? 'bg-base-300' : ''}`}>
        {axis.days.map((d, i) => (
          <span
            key={d.day}
            aria-hidden
            className={`absolute inset-y-0 border-l ${d.newWeek ? 'border-base-content' : 'border-base-300'}`}
            style={{ left: `${(100 * i) / axis.days.length}%` }}
          />
        ))}
        {lane.ships && <Ships lane={lane} axis={axis} />}
        {children}
      </div>
    </li>
  );
}

/** When a job is likely to ship: a line from early to late, and a flag on the day it is wanted. */
function Ships({ lane, axis }: { lane: Lane; axis: PlanAxis }) {
  const { earlyMin, lateMin } = lane.ships!;
  const [from, to] = [axis.shareOf(earlyMin), axis.shareOf(lateMin)];
  return (
    <>
      <span
        aria-hidden
        className="absolute bottom-0.5 h-1 border-x-2 border-b-2 border-base-content"
        style={{ left: `${from * 100}%`, width: `max(4px, ${(to - from) * 100}%)` }}
      />
      {lane.wantedMin !== null && (
        <span
          aria-hidden
          className="absolute inset-y-0 border-l-2 border-dashed border-primary"
          style={{ left: `${axis.shareOf(lane.wantedMin) * 100}%` }}
        />
      )}
    </>
  );
}
