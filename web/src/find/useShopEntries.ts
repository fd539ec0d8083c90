import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { useNavigate } from 'react-router';
import { answer, api } from '../app/api.ts';
import { ARTICLES, STOCK } from '../stations/store/useStock.ts';
import { SETTINGS, SHOP_PAGES } from '../ui/shopPages.ts';
import type { Entry } from './finding.ts';

/** What a label says: a job's number and a cable of it. */
const LABEL = /^\d+\/\S+$/;
/** From so many letters on the store is looked through. */
const ENOUGH = 2;

/** Pages of the shop, jobs by their words, and what lies in the store. @param words what was typed */
export function useShopEntries(words: string): Entry[] {
  const navigate = useNavigate();
  const said = words.trim();
  const jobs = useQuery({
    queryKey: ['jobs', 'found', said],
    queryFn: () => answer(api.jobs.$get({ query: { words: said, limit: '7' } })),
    placeholderData: (before) => before,
  });
  const stock = useQuery({ ...STOCK, enabled: said.length >= ENOUGH });
  const articles = useQuery({ ...ARTICLES, enabled: said.length >= ENOUGH });
  const [found, lying, bought] = [jobs.data?.jobs, stock.data?.stock, articles.data?.articles];
  return useMemo(
    () => [
      ...(LABEL.test(said)
        ? [
            {
              ...{ id: 'label', group: 'Label', title: said, note: 'what this label is on' },
              run: () => navigate(`/c/${said}`),
            },
          ]
        : []),
      ...(found ?? []).map((j) => ({
        id: `job ${j.id}`,
        group: 'Jobs',
        title: `${j.number} ${j.jobName}`,
        note: j.customer,
        run: () => navigate(`/jobs/${j.id}/${j.next ?? 'brief'}`),
      })),
      ...SHOP_PAGES.map(([path, title]) => ({
        ...{ id: `page ${path}`, group: 'Shop', title },
        run: () => navigate(path),
      })),
      ...Object.entries(SETTINGS).map(([id, title]) => ({
        ...{ id: `setting ${id}`, group: 'Settings', title, note: 'Workshop' },
        run: () => navigate(`/workshop#${id}`),
      })),
      ...(said.length >= ENOUGH ? (lying ?? []) : []).map((s) => ({
        id: `stock ${s.id}`,
        group: 'Store',
        title: s.name,
        note: `no. ${s.number} · ${s.bin}`,
        run: () => navigate(`/stock?item=${s.id}`),
      })),
      ...(said.length >= ENOUGH ? (bought ?? []) : []).map((a) => ({
        id: `article ${a.id}`,
        group: 'Articles',
        title: a.name,
        note: 'all of it in the store',
        run: () => navigate(`/stock?words=${encodeURIComponent(a.name)}`),
      })),
    ],
    [said, found, lying, bought, navigate],
  );
}
