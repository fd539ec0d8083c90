import type { OwnPart } from '@ombrik/core/document/part/ownPart';
import { useQuery } from '@tanstack/react-query';
import { answer, api } from '../../app/api.ts';

/** The newest version of each of the workshop's own parts. */
export function useOwnParts() {
  const query = useQuery({ queryKey: ['ownParts'], queryFn: () => answer(api.catalogue.parts.$get()) });
  return { ...query, parts: (query.data?.parts ?? []) as OwnPart[] };
}
