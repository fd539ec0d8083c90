import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { useLocation, useNavigate } from 'react-router';
import type { Entry } from './finding.ts';

/** What the guide tells of, once somebody looks for something: its pages, headings and words. */
export function useGuideEntries(): Entry[] {
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const guide = useQuery({
    queryKey: ['guide'],
    queryFn: () => import('../stations/guide/guide.ts'),
    staleTime: Number.POSITIVE_INFINITY,
  });
  return useMemo(() => {
    if (!guide.data) return [];
    const { guideOf, guidePlaces } = guide.data;
    return [
      {
        ...{ id: 'guide here', group: 'Guide', title: 'How this page works' },
        run: () => navigate(`/guide/${guideOf(pathname)}`),
      },
      ...guidePlaces().map((p) => ({
        id: `guide ${p.page} ${p.anchor}`,
        group: 'Guide',
        title: p.title,
        note: p.says.slice(0, 80),
        run: () => navigate(`/guide/${p.page}#${p.anchor}`),
      })),
    ];
  }, [guide.data, pathname, navigate]);
}
