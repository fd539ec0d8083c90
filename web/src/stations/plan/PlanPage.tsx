import { withOperation } from '@ombrik/core/shop/wishes';
import { useMemo, useState } from 'react';
import { problemsIn } from '../../app/api.ts';
import { useMay } from '../../app/useMe.ts';
import { Header } from '../../ui/Header.tsx';
import { LooksOn } from '../../ui/LooksOn.tsx';
import { OneOf } from '../../ui/OneOf.tsx';
import { Problems } from '../../ui/Problems.tsx';
import { Held } from '../../ui/states/Held.tsx';
import { CalendarSheet } from './CalendarSheet.tsx';
import { DiesSheet } from './DiesSheet.tsx';
import { lanesByJob, lanesByPerson } from './lanes.ts';
import { OperationSheet } from './OperationSheet.tsx';
import { PlanJobs } from './PlanJobs.tsx';
import { PlanLanes } from './PlanLanes.tsx';
import { PromiseSheet } from './PromiseSheet.tsx';
import { planAxis } from './planAxis.ts';
import { TimesSheet } from './TimesSheet.tsx';
import { type Plan, usePlan } from './usePlan.ts';
import { WhatSlips } from './WhatSlips.tsx';

const SHEETS = [
  ['plan', 'Plan'],
  ['promise', 'Can I promise it?'],
  ['calendar', 'Calendar and hands'],
  ['dies', 'Dies'],
  ['times', 'Times'],
] as const;
const SPANS = [
  [5, '1 week'],
  [10, '2 weeks'],
  [30, '6 weeks'],
] as const;

/** Who does what when in the whole shop, what slips when something is moved, and what can be promised. */
export function PlanPage() {
  const plan = usePlan();
  const may = useMay('POST /api/schedule/wishes');
  const [sheet, setSheet] = useState<(typeof SHEETS)[number][0]>('plan');
  return (
    <div className="flex h-full flex-col">
      <Header>
        <span>Plan</span>
      </Header>
      <LooksOn route="POST /api/schedule/wishes" />
      <main className="min-h-0 flex-1 overflow-auto px-5 py-3">
        <div className="mb-3 flex flex-wrap items-center gap-3">
          <h1 className="text-2xl">The shop’s plan</h1>
          <OneOf as="tabs" label="Plan" value={sheet} options={SHEETS} onPick={setSheet} />
          {plan.planning && <span className="dim">Planning …</span>}
        </div>
        {plan.sheet && plan.error && <Problems problems={problemsIn(plan.error)} />}
        {!plan.sheet && <Held of={plan.asked} what="Asking what is left to do" shape="chart" className="" />}
        {plan.sheet && sheet === 'plan' && <Drawn plan={plan} may={may} />}
        {plan.sheet && sheet === 'promise' && <PromiseSheet sheet={plan.sheet} />}
        {sheet === 'dies' && <DiesSheet />}
        {sheet === 'times' && <TimesSheet />}
        {plan.sheet && sheet === 'calendar' && (
          <CalendarSheet
            sheet={plan.sheet}
            feed={plan.feed}
            may={may}
            onCalendar={plan.setCalendar}
            onFeed={plan.newFeed}
          />
        )}
      </main>
    </div>
  );
}

function Drawn({ plan, may }: { plan: Plan; may: boolean }) {
  const [by, setBy] = useState<'person' | 'job'>('person');
  const [days, setDays] = useState<number>(5);
  const [chosen, setChosen] = useState<string | null>(null);
  const sheet = plan.sheet!;
  const shown = plan.trial ?? plan.plan;
  const axis = useMemo(() => planAxis(sheet.calendar, sheet.firstDay, days), [sheet, days]);
  const lanes = useMemo(
    () => (shown ? (by === 'person' ? lanesByPerson(sheet, shown) : lanesByJob(sheet, shown)) : []),
    [by, sheet, shown],
  );
  if (!shown)
    return (
      <Held
        of={plan.planned}
        stops={plan.stops}
        what={`Planning ${sheet.jobs.length} jobs`}
        shape="chart"
        className=""
      />
    );
  if (sheet.jobs.length === 0) return <p className="dim">No job has work left. Take one in on the shop wall.</p>;
  const drop = (operationId: string, day: string, laneId: string | null) => {
    const planned = shown.operations.find((o) => o.id === operationId)!;
    const given = by === 'person' && laneId !== null && laneId !== planned.personId ? { personId: laneId } : {};
    const notBefore = day > sheet.firstDay ? day : null;
    plan.attempt(withOperation(plan.wishes, planned.jobId, operationId, { notBefore, ...given }));
    setChosen(operationId);
  };
  return (
    <>
      {plan.trial !== null || plan.wishes !== sheet.wishes ? (
        <WhatSlips sheet={sheet} before={plan.plan!} after={plan.trial} onKeep={plan.keep} onLeave={plan.leave} />
      ) : null}
      <div className="mb-2 flex flex-wrap items-center gap-3">
        <OneOf
          label="Lanes"
          value={by}
          options={[
            ['person', 'by person'],
            ['job', 'by job'],
          ]}
          onPick={setBy}
        />
        <OneOf label="How far" value={days} options={SPANS} onPick={setDays} />
        <span className="dim text-[13px]">
          {may
            ? 'Drag a block to another day or another person, or choose it.'
            : 'Choose a block to see what holds it.'}
          {by === 'job' && ' The bracket is when it is likely to ship; the dashed line the day it is wanted.'}
        </span>
      </div>
      <div className={chosen ? 'grid grid-cols-[minmax(0,1fr)_300px] gap-3' : ''}>
        <PlanLanes
          sheet={sheet}
          plan={shown}
          axis={axis}
          lanes={lanes}
          chosen={chosen}
          may={may}
          onChoose={(id) => setChosen(id === chosen ? null : id)}
          onDrop={drop}
        />
        {chosen && (
          <OperationSheet
            sheet={sheet}
            plan={shown}
            wishes={plan.wishes}
            operationId={chosen}
            may={may}
            onWish={plan.attempt}
          />
        )}
      </div>
      <div className="mt-4">
        <PlanJobs sheet={sheet} plan={shown} />
      </div>
    </>
  );
}
