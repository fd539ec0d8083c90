import { quantityText } from '@ombrik/core/stock/articles';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { answer, api } from '../../app/api.ts';
import { dayWords } from '../../told/days.ts';
import { Held } from '../../ui/states/Held.tsx';
import type { DataColumn } from '../../ui/table/DataTable.tsx';
import type { BuyingState } from './BuyingPage.tsx';

type Need = BuyingState['needs'][number];
type Choice = Need['choices'][number];

export const packsText = (need: Need, choice: Choice) =>
  choice.packs
    .map(
      (p) =>
        `${p.count} × ${need.unit === 'mm' ? quantityText(need, p.offer.packQuantity) : p.offer.packQuantity === 1 ? 'single' : `pack of ${p.offer.packQuantity}`}`,
    )
    .join(' + ');

/** Larger cable of the same kind that lies in the store, with everything that would follow from taking it. */
function SizeUps({ need, jobs }: { need: Need; jobs: BuyingState['jobs'] }) {
  const job = jobs.find((j) => need.byJob.some((b) => b.jobNumber === j.jobNumber));
  const asked = ['sizeUp', need.articleId, job?.jobId, job?.revision];
  const query = useQuery({
    queryKey: asked,
    enabled: job !== undefined,
    queryFn: () =>
      answer(
        api.buying['size-up'][':jobId'].$get({
          param: { jobId: job!.jobId },
          query: { article: need.articleId, revision: String(job!.revision) },
        } as never),
      ),
  });
  if (!query.data)
    return <Held of={query} stops={asked} what="Deriving the board anew with each size up" shape="line" className="" />;
  if (query.data.ways.length === 0) return <p className="dim">No larger cable of this kind lies in the store.</p>;
  return (
    <ul className="grid gap-2">
      {query.data.ways.map((w) => (
        <li key={w.areaMm2} className="border-l-4 border-base-300 pl-2">
          <b>
            {w.name}: {quantityText({ unit: 'mm' }, w.inStoreMm)} free
          </b>{' '}
          for {w.cables.join(', ')} of job {job!.jobNumber}, {w.priceCents >= 0 ? '+' : '−'}
          {(Math.abs(w.priceCents) / 100).toFixed(2)} in parts.
          <ul className="list-disc pl-5">
            {w.parts.map((p) => (
              <li key={p.name}>
                {p.change > 0 ? '+' : '−'}
                {p.unit === 'm' ? `${Math.abs(p.change).toFixed(1)} m` : Math.abs(p.change)} {p.name}
              </li>
            ))}
            {w.newFindings.map((f) => (
              <li key={f} className="text-warning">
                {f}
              </li>
            ))}
            {w.goneFindings.map((f) => (
              <li key={f} className="text-success">
                gone: {f}
              </li>
            ))}
          </ul>
          <Link className="underline" to={`/jobs/${job!.jobId}/circuit/connections`}>
            Lock the size at the Circuit station of job {job!.jobNumber}
          </Link>
        </li>
      ))}
    </ul>
  );
}

/** How an article that is missing is best bought, and the press that unfolds why. */
function HowToBuy({
  need,
  open,
  onOpen,
  onPrice,
}: {
  need: Need;
  open: boolean;
  onOpen: () => void;
  onPrice: () => void;
}) {
  const choice = need.choices[0];
  return (
    <>
      {choice ? (
        <>
          {packsText(need, choice)} = <span className="num">{choice.price.toFixed(2)}</span>, {choice.supplier}
        </>
      ) : need.net > 0 ? (
        <>
          <span className="text-warning">no offer yet</span>{' '}
          <button type="button" className="btn btn-xs" aria-label={`Type a price for ${need.name}`} onClick={onPrice}>
            Type a price
          </button>
        </>
      ) : (
        ''
      )}
      {(need.choices.length > 0 || (isWire(need) && need.net > 0)) && (
        <button type="button" className="btn btn-xs btn-ghost ml-1" aria-expanded={open} onClick={onOpen}>
          {open ? 'Less' : 'Why, and what else?'}
        </button>
      )}
    </>
  );
}

const isWire = (need: Need) => need.group === 'cable' && need.articleId.includes('/');
const isLate = (need: Need) => need.daysLeft !== null && need.daysLeft < 0;

/** What is told of an article that is missing: why so many, in which packs, by when. */
export const needColumns = (rows: {
  isOpen: (id: string) => boolean;
  toggle: (id: string) => void;
  price: (id: string) => void;
}): DataColumn<Need>[] => [
  {
    title: 'Part',
    cell: (n) => (
      <>
        {n.name}
        {n.tooShortMm > 0 && (
          <span className="block text-xs text-warning">
            {quantityText(n, n.tooShortMm)} more than the metres say: the remnants are too short
          </span>
        )}
      </>
    ),
  },
  {
    title: 'For',
    className: 'num text-xs',
    cell: (n) => n.byJob.map((b) => `${b.jobNumber}: ${quantityText(n, b.quantity)}`).join(', '),
  },
  { title: 'Needed', right: true, className: 'num', cell: (n) => quantityText(n, n.needed) },
  { title: 'Spares', right: true, className: 'num', cell: (n) => (n.spares > 0 ? quantityText(n, n.spares) : '') },
  { title: 'In store', right: true, className: 'num', cell: (n) => quantityText(n, n.inStore) },
  { title: 'On order', right: true, className: 'num', cell: (n) => (n.onOrder > 0 ? quantityText(n, n.onOrder) : '') },
  {
    title: 'To buy',
    right: true,
    className: 'num font-semibold',
    cell: (n) => (n.net > 0 ? quantityText(n, n.net) : '–'),
  },
  {
    title: 'How',
    className: 'text-[13px]',
    cell: (n) => (
      <HowToBuy
        need={n}
        open={rows.isOpen(n.articleId)}
        onOpen={() => rows.toggle(n.articleId)}
        onPrice={() => rows.price(n.articleId)}
      />
    ),
  },
  {
    title: 'Order by',
    right: true,
    className: 'num',
    cell: (n) => (
      <span className={isLate(n) ? 'text-error' : ''}>
        {n.orderBy && dayWords(n.orderBy)}
        {isLate(n) && <span className="block text-xs">{-n.daysLeft!} days late</span>}
      </span>
    ),
  },
];

/** Every way to buy an article, with what each is reckoned at, and what else would do. */
export function NeedChoices({ need, jobs, currency }: { need: Need; jobs: BuyingState['jobs']; currency: string }) {
  return (
    <div className="text-[13px]">
      {need.choices.map((c, i) => (
        <p key={c.supplier}>
          {i === 0 ? <b>{c.supplier}</b> : c.supplier}: {packsText(need, c)} comes to {quantityText(need, c.quantity)}{' '}
          for {c.price.toFixed(2)} {currency}; {(c.shortChance * 100).toFixed(1)} % chance to come up short, so reckoned
          at {c.expectedCost.toFixed(2)}; {c.leadDays} days.
        </p>
      ))}
      {isWire(need) && need.net > 0 && <SizeUps need={need} jobs={jobs} />}
    </div>
  );
}
