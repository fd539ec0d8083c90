import type { HouseDesign } from '@ombrik/core/design/houseDesign';
import { useQuery } from '@tanstack/react-query';
import { answer, api } from '../../app/api.ts';

/** The newest version of each design of the house. */
export function useDesigns() {
  const query = useQuery({ queryKey: ['designs'], queryFn: () => answer(api.designs.$get()) });
  return { ...query, designs: (query.data?.designs ?? []) as unknown as HouseDesign[] };
}
