import { useQuery } from '@tanstack/react-query';
import { answer, api } from './api.ts';

/** Who is signed in, and the workshop this server belongs to. */
export function useMe() {
  return useQuery({ queryKey: ['me'], queryFn: () => answer(api.me.$get()) });
}
