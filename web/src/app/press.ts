import { nanoid } from 'nanoid';
import { useEffect, useMemo, useRef, useState } from 'react';
import { PressQueue, type PressState } from '../session/pressQueue.ts';
import { ApiError } from './api.ts';
import { waits } from './leaving.ts';
import { type Route, useMayNot } from './useMe.ts';

/** How a press carries its key to the server. */
export const keyed = (key: string) => ({ headers: { 'Idempotency-Key': key } });

interface Press<Wish, Out> {
  /** The route it asks, by which rights are known; null before the door, and for what is everybody's own. */
  route: Route | null;
  /** Sends one press; its key is made once and stays the same at every try. */
  send: (wish: Wish, key: string) => Promise<Out>;
  onSuccess?: (out: Out, wish: Wish) => unknown;
  onError?: (error: unknown, wish: Wish) => unknown;
  onSettled?: () => unknown;
}

/** What is wished, where there is something to say, and what follows this one press. */
type Args<Wish, Out> = undefined extends Wish
  ? [wish?: Wish, then?: { onSuccess?: (out: Out) => unknown }]
  : [wish: Wish, then?: { onSuccess?: (out: Out) => unknown }];

export interface Pressed<Wish, Out> {
  mutate: (...press: Args<Wish, Out>) => void;
  mutateAsync: (...press: Args<Wish, Out>) => Promise<Out>;
  isPending: boolean;
  /** Whose press it is, where it is not for whoever is signed in: said before it is pressed, and where it is. */
  mayNot: string | null;
  /** What waits or is on its way, in the order of the presses. */
  pending: readonly Wish[];
  error: Error | null;
  data: Out | undefined;
  variables: Wish | undefined;
  reset: () => void;
}

/** A button that changes something on the server: pressed twice it does it once; other presses wait their turn. */
export function usePress<Wish, Out>(press: Press<Wish, Out>): Pressed<Wish, Out> {
  const mayNot = useMayNot(press.route);
  const refused = useRef(mayNot);
  const newest = useRef(press);
  useEffect(() => {
    newest.current = press;
    refused.current = mayNot;
  });
  const alive = useRef(true);
  useEffect(() => {
    alive.current = true;
    return () => {
      alive.current = false;
    };
  }, []);
  const [state, setState] = useState<PressState<Wish, Out>>({
    pending: [],
    error: null,
    data: undefined,
    answered: undefined,
  });
  const queue = useMemo(
    () =>
      new PressQueue<Wish, Out>({
        // What follows a press belongs to it: the next one waits for it.
        send: async (wish, key) => {
          if (refused.current !== null) throw new ApiError(403, [refused.current]);
          const out = await newest.current.send(wish, key);
          await newest.current.onSuccess?.(out, wish);
          return out;
        },
        newKey: () => nanoid(),
        onState: () => {
          waits(queue, queue.state.pending.length > 0);
          if (alive.current) setState(queue.state);
        },
      }),
    [],
  );
  return useMemo(() => {
    const mutateAsync = (...[wish, then]: Args<Wish, Out>) => {
      const answer = queue.press(wish as Wish);
      void answer
        .then((out) => then?.onSuccess?.(out))
        .catch((error) => newest.current.onError?.(error, wish as Wish))
        .finally(() => newest.current.onSettled?.())
        .catch(() => {});
      return answer;
    };
    return {
      mutate: (...press) => void mutateAsync(...press).catch(() => {}),
      mutateAsync,
      isPending: state.pending.length > 0,
      mayNot,
      pending: state.pending,
      error: state.error,
      data: state.data,
      variables: state.pending[0] ?? state.answered,
      reset: () => queue.reset(),
    };
  }, [queue, state, mayNot]);
}
