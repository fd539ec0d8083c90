import type { JobWish } from '@ombrik/core/shop/planShop';
import type { ShopCalendar } from '@ombrik/core/shop/shopCalendar';
import type { ShopSheet } from '@ombrik/core/shop/shopSheet';
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { answer, api } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { askPlan } from './shopPlanner.ts';

const wishBody = ({ jobId, turn, operations }: JobWish) => ({
  jobId,
  turn,
  operations: Object.entries(operations).map(([id, o]) => ({ id, ...o })),
});

/** The shop's plan as it is kept, beside it the one that is tried, and how one becomes the other. */
export function usePlan() {
  const client = useQueryClient();
  const query = useQuery({ queryKey: ['schedule'], queryFn: () => answer(api.schedule.$get()) });
  const sheet = query.data?.sheet as unknown as ShopSheet | undefined;
  const [tried, setTried] = useState<readonly JobWish[] | null>(null);
  const planned = useQuery({
    queryKey: ['plan', query.dataUpdatedAt],
    queryFn: ({ signal }) => askPlan((p) => p.plan(sheet!), signal),
    networkMode: 'always',
    enabled: sheet !== undefined,
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const trial = useQuery({
    queryKey: ['plan', query.dataUpdatedAt, tried],
    queryFn: ({ signal }) => askPlan((p) => p.plan({ ...sheet!, wishes: tried! }), signal),
    networkMode: 'always',
    enabled: sheet !== undefined && tried !== null,
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const keep = usePress({
    route: 'POST /api/schedule/wishes',
    send: async (wishes: readonly JobWish[], key) => {
      for (const [i, wish] of wishes.entries())
        await answer(api.schedule.wishes.$post({ json: wishBody(wish) as never }, keyed(`${key}-${i}`)));
    },
    onSuccess: async () => {
      await client.invalidateQueries({ queryKey: ['schedule'] });
      setTried(null);
    },
  });
  const setCalendar = usePress({
    route: 'POST /api/schedule/calendar',
    send: (calendar: ShopCalendar, key) =>
      answer(api.schedule.calendar.$post({ json: { calendar } as never }, keyed(key))),
    onSuccess: () => client.invalidateQueries({ queryKey: ['schedule'] }),
  });
  const newFeed = usePress({
    route: 'POST /api/schedule/feed',
    send: (_: undefined, key) => answer(api.schedule.feed.$post({ json: {} } as never, keyed(key))),
    onSuccess: () => client.invalidateQueries({ queryKey: ['schedule'] }),
  });
  const wishes = tried ?? sheet?.wishes ?? [];
  const changed = (sheet && tried ? tried : []).filter((w) => {
    const was = sheet!.wishes.find((o) => o.jobId === w.jobId) ?? { jobId: w.jobId, turn: 'usual', operations: {} };
    return JSON.stringify(was) !== JSON.stringify(w);
  });
  return {
    asked: query,
    planned,
    stops: ['plan', query.dataUpdatedAt],
    sheet: sheet ?? null,
    feed: query.data?.feed ?? null,
    plan: planned.data ?? null,
    trial: tried === null ? null : (trial.data ?? null),
    planning: planned.isFetching || (tried !== null && trial.isFetching),
    error: query.error ?? planned.error ?? trial.error ?? keep.error ?? setCalendar.error ?? newFeed.error,
    wishes,
    /** Tries wishes: nothing is kept before somebody says so. */
    attempt: (next: readonly JobWish[]) => setTried(next),
    leave: () => setTried(null),
    keep: () => keep.mutate(changed),
    setCalendar: (calendar: ShopCalendar) => setCalendar.mutate(calendar),
    newFeed: () => newFeed.mutate(),
  };
}
export type Plan = ReturnType<typeof usePlan>;
