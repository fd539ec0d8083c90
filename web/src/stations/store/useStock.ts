import { useQuery, useQueryClient } from '@tanstack/react-query';
import { answer, api } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';

const fetchStock = () => answer(api.stock.$get());
export type StockList = Awaited<ReturnType<typeof fetchStock>>;
export type StockItem = StockList['stock'][number];
const fetchArticles = () => answer(api.stock.articles.$get());
export type ArticleRow = Awaited<ReturnType<typeof fetchArticles>>['articles'][number];

/** What lies in the store, asked for once by whoever shows some of it. */
export const STOCK = { queryKey: ['stock'], queryFn: fetchStock };
export const useStock = () => useQuery(STOCK);
/** Every article there is. */
export const ARTICLES = { queryKey: ['articles'], queryFn: fetchArticles, staleTime: Number.POSITIVE_INFINITY };
export const useArticles = () => useQuery(ARTICLES);
const fetchMoves = (id: string) => answer(api.stock[':id'].moves.$get({ param: { id } }));
export type StockMove = Awaited<ReturnType<typeof fetchMoves>>['moves'][number];
export const useMoves = (id: string) => useQuery({ queryKey: ['stock', 'moves', id], queryFn: () => fetchMoves(id) });

export type StockWish =
  | { way: 'take'; id: string; quantity: number; jobId: string | null; note: string }
  | { way: 'scrap'; id: string; quantity: number; note: string }
  | { way: 'count'; id: string; counted: number; note: string }
  | { way: 'move'; id: string; bin: string }
  | { way: 'reserve'; id: string; quantity: number; jobId: string }
  | { way: 'release'; id: string; jobId: string }
  | { way: 'correct'; moveId: number; note: string }
  | {
      way: 'receive';
      articleId: string;
      quantity: number;
      times: number;
      bin: string;
      cost: number | null;
      boughtMm: number | null;
      widthMm: number | null;
      heightMm: number | null;
      note: string;
    }
  | { way: 'level'; articleId: string; low: number | null };

const send = (wish: StockWish, key: string) => {
  switch (wish.way) {
    case 'receive': {
      const { way: _, ...json } = wish;
      return answer(api.stock.receive.$post({ json: { ...json, key } }, keyed(key)));
    }
    case 'correct':
      return answer(api.stock.correct.$post({ json: { moveId: wish.moveId, note: wish.note, key } }, keyed(key)));
    case 'level':
      return answer(api.stock.levels.$post({ json: { articleId: wish.articleId, low: wish.low } }, keyed(key)));
    case 'take':
      return answer(
        api.stock[':id'].take.$post(
          {
            param: { id: wish.id },
            json: { quantity: wish.quantity, jobId: wish.jobId, note: wish.note, key },
          },
          keyed(key),
        ),
      );
    case 'scrap':
      return answer(
        api.stock[':id'].scrap.$post(
          {
            param: { id: wish.id },
            json: { quantity: wish.quantity, note: wish.note, key },
          },
          keyed(key),
        ),
      );
    case 'count':
      return answer(
        api.stock[':id'].count.$post(
          { param: { id: wish.id }, json: { counted: wish.counted, note: wish.note, key } },
          keyed(key),
        ),
      );
    case 'move':
      return answer(api.stock[':id'].move.$post({ param: { id: wish.id }, json: { bin: wish.bin, key } }, keyed(key)));
    case 'reserve':
      return answer(
        api.stock[':id'].reserve.$post(
          {
            param: { id: wish.id },
            json: { quantity: wish.quantity, jobId: wish.jobId, key },
          },
          keyed(key),
        ),
      );
    case 'release':
      return answer(
        api.stock[':id'].release.$post({ param: { id: wish.id }, json: { jobId: wish.jobId, key } }, keyed(key)),
      );
  }
};

/** One wish to the store; everything that shows it is looked at again. */
export function useStockWish() {
  const client = useQueryClient();
  return usePress({
    route: 'POST /api/stock/receive',
    send: (wish: StockWish, key) => send(wish, key) as Promise<unknown>,
    onSettled: () =>
      Promise.all(['stock', 'cutting', 'buying'].map((k) => client.invalidateQueries({ queryKey: [k] }))),
  });
}
