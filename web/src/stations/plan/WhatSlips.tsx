import type { ShopPlan } from '@ombrik/core/shop/planShop';
import type { ShopSheet } from '@ombrik/core/shop/shopSheet';
import { slips } from '@ombrik/core/shop/wishes';
import { dayWords } from '../../told/days.ts';
import { chanceWords } from './planWords.ts';

interface SlipsProps {
  sheet: ShopSheet;
  before: ShopPlan;
  after: ShopPlan | null;
  onKeep: () => void;
  onLeave: () => void;
}

/** What a plan that is tried does to the other jobs, before anybody keeps it. */
export function WhatSlips({ sheet, before, after, onKeep, onLeave }: SlipsProps) {
  const found = after ? slips(before, after) : [];
  const nameOf = (jobId: string) => sheet.jobs.find((j) => j.id === jobId)?.name ?? jobId;
  return (
    <section aria-label="What slips" className="stripe-warn mb-3 p-3">
      <div className="flex flex-wrap items-baseline gap-3">
        <h2 className="text-lg">{after ? 'Tried, not kept' : 'Planning anew …'}</h2>
        <span className="flex-1" />
        <button type="button" className="btn btn-sm" onClick={onLeave}>
          Leave it as it was
        </button>
        <button type="button" className="btn btn-primary btn-sm" disabled={!after} onClick={onKeep}>
          Keep this plan
        </button>
      </div>
      {after && found.length === 0 && <p className="dim">No job ships on another day.</p>}
      <ul>
        {found.map((s) => (
          <li key={s.jobId} className="flex flex-wrap gap-x-3">
            <span aria-hidden>{s.later ? '▼' : '▲'}</span>
            <span className="label-face">{nameOf(s.jobId)}</span>
            <span className="num">
              {dayWords(s.before.likely)} → {dayWords(s.after.likely)}
            </span>
            {s.before.chance !== null && s.after.chance !== null && (
              <span className="dim">
                in time: {chanceWords(s.before.chance)} → {chanceWords(s.after.chance)}
              </span>
            )}
          </li>
        ))}
      </ul>
      {after?.unplanned.map((u) => (
        <p key={u.jobId} className="text-error">
          {nameOf(u.jobId)}: {u.why}
        </p>
      ))}
    </section>
  );
}
