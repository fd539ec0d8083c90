import type { PracticeAct } from '@ombrik/core/practice/practiceActs';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { answer, api } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import type { FaultKind } from './words.ts';

/** A practice run, and what a hand can do in it. */
export function usePracticeRun(id: string) {
  const client = useQueryClient();
  const param = { id };
  const queryKey = ['practice', id];
  const query = useQuery({ queryKey, queryFn: () => answer(api.practice[':id'].$get({ param })) });
  const onSuccess = () => client.invalidateQueries({ queryKey: ['practice'] });
  const act = usePress({
    route: 'POST /api/practice/:id/acts',
    send: (json: PracticeAct, key) =>
      answer(api.practice[':id'].acts.$post({ param, json: json as never }, keyed(key))),
    onSuccess,
  });
  const guess = usePress({
    route: 'POST /api/practice/:id/guesses',
    send: (json: { kind: FaultKind; place: string }, key) =>
      answer(api.practice[':id'].guesses.$post({ param, json }, keyed(key))),
    onSuccess,
  });
  const giveUp = usePress({
    route: 'POST /api/practice/:id/give-up',
    send: (_: undefined, key) =>
      answer(api.practice[':id']['give-up'].$post({ param, json: { sure: true } }, keyed(key))),
    onSuccess,
  });
  return { run: query.data?.run ?? null, failed: query.error, act, guess, giveUp };
}
export type PracticeHands = ReturnType<typeof usePracticeRun>;
export type PracticeRunView = NonNullable<PracticeHands['run']>;
