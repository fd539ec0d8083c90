import { type QueryClient, useQuery } from '@tanstack/react-query';
import { answer, api } from './api.ts';

type Role = NonNullable<Awaited<ReturnType<typeof fetchMe>>['person']>['roles'][number];
const fetchMe = () => answer(api.me.$get());

/** Whether whoever is signed in is one of these; nobody is before it is known. */
export function useIs(...roles: readonly Role[]): boolean {
  const own = useMe().data?.person?.roles ?? [];
  return roles.some((r) => own.includes(r));
}

/** What was fetched goes with who fetched it: the next hands ask for their own. */
export const forgetOthers = (client: QueryClient): void =>
  client.removeQueries({ predicate: (q) => q.queryKey[0] !== 'me' });

/** What somebody is called by: what they do before what they own. */
export const calledBy = (roles: readonly Role[]): string => roles.find((r) => r !== 'owner') ?? roles[0] ?? '';

export const meQuery = { queryKey: ['me'], queryFn: fetchMe };

/** Who is signed in, and the workshop this server belongs to. */
export function useMe() {
  return useQuery(meQuery);
}

type Route = keyof NonNullable<Awaited<ReturnType<typeof fetchMe>>['mayNot']>;

/** Why whoever is signed in may not press this, or null where they may; what nobody is refused has no route. */
export function useMayNot(route: Route | null): string | null {
  // Read where it was fetched already: a press asks for nothing by itself.
  const me = useQuery({ ...meQuery, enabled: false }).data;
  return (route && me?.mayNot?.[route]) ?? null;
}

/**
 * Whether this is theirs to press, where what is not theirs would only stand in the way; before it is known who is signed
 * in it is nobody's.
 */
export function useMay(route: Route): boolean {
  const me = useMe().data;
  return me !== undefined && me.mayNot?.[route] === undefined;
}
export type { Route };
