import { keepPreviousData, useInfiniteQuery, useQuery } from '@tanstack/react-query';
import { useDeferredValue, useRef, useState } from 'react';
import { Link } from 'react-router';
import { answer, api } from '../../app/api.ts';
import { secondWords } from '../../told/days.ts';
import { Header } from '../../ui/Header.tsx';
import { Held } from '../../ui/states/Held.tsx';
import { DataTable } from '../../ui/table/DataTable.tsx';

const fetchChain = () => answer(api.audit.chain.$get());
type Question = { words: string; about: string };
const fetchPage = ({ words, about }: Question, before: number) =>
  answer(api.audit.$get({ query: { words, about, before: String(before) } }));
type Entry = Awaited<ReturnType<typeof fetchPage>>['entries'][number];

const when = (at: string): string => secondWords(at);

/** Who did what to which board, part, stock, price, right and record; found by words, and taken along whole. */
export function AuditPage() {
  const [words, setWords] = useState('');
  const [about, setAbout] = useState('');
  const scroll = useRef<HTMLDivElement>(null);
  const asked = useDeferredValue({ words: words.trim(), about });
  const query = useInfiniteQuery({
    queryKey: ['audit', asked],
    queryFn: ({ pageParam }) => fetchPage(asked, pageParam),
    initialPageParam: 0,
    getNextPageParam: (last) => (last.more ? last.entries.at(-1)?.number : undefined),
    placeholderData: keepPreviousData,
  });
  const entries = query.data?.pages.flatMap((p) => p.entries) ?? [];
  const kinds = query.data?.pages[0]?.about ?? [];
  const out = (name: string) => `/api/audit/out/${name}?${new URLSearchParams(asked)}`;
  return (
    <div className="flex h-full flex-col">
      <Header>
        <span>Who did what</span>
      </Header>
      <main ref={scroll} className="mx-auto min-h-0 w-full max-w-6xl flex-1 overflow-auto p-6">
        <h1 className="text-2xl">Who did what</h1>
        <Chain />
        <div className="my-3 flex flex-wrap items-end gap-3">
          <label className="grid min-w-64 flex-1 gap-1 text-sm">
            Words, a name, a day such as 2026-11-30, or an id
            <input
              type="search"
              className="input w-full"
              value={words}
              maxLength={200}
              onChange={(e) => setWords(e.target.value)}
            />
          </label>
          <label className="grid gap-1 text-sm">
            About
            <select className="select" value={about} onChange={(e) => setAbout(e.target.value)}>
              <option value="">everything</option>
              {kinds.map((k) => (
                <option key={k}>{k}</option>
              ))}
            </select>
          </label>
          <a className="btn" href={out('audit.csv')} download>
            As a list
          </a>
          <a
            className="btn"
            href={out('audit.jsonl')}
            download
            title="One entry a line, each with the text its hash is of: sha256sum proves it without this program"
          >
            With proof
          </a>
        </div>
        {!query.data && <Held of={query} what="Looking through what was done" className="" />}
        {query.data && entries.length === 0 && <p className="dim">Nothing was done that fits these words.</p>}
        {entries.length > 0 && <Entries entries={entries} />}
        {query.hasNextPage && (
          <button
            type="button"
            className="btn mt-3"
            disabled={query.isFetchingNextPage}
            onClick={() => query.fetchNextPage()}
          >
            Show what was before
          </button>
        )}
      </main>
    </div>
  );
}

/** Whether anything that stands there was touched by somebody who owns the database. */
function Chain() {
  const query = useQuery({ queryKey: ['audit-chain'], queryFn: fetchChain });
  const { data } = query;
  if (!data)
    return <Held of={query} stops={['audit-chain']} what="Following the chain" shape="line" className="text-sm" />;
  return data.broken === null ? (
    <p className="text-sm">
      {data.count === 1 ? '1 entry' : `${data.count} entries`}, each bound to the one before it: none was changed or
      taken away. The chain ends in <code className="text-xs">{data.end.slice(0, 16)}</code>.
    </p>
  ) : (
    <p role="alert" className="font-bold text-error">
      Entry {data.broken} is not what it was when it was kept: somebody who owns the database has changed the record.
    </p>
  );
}

function Entries({ entries }: { entries: readonly Entry[] }) {
  return (
    <DataTable
      label="Who did what"
      rows={entries}
      keyOf={(e) => e.number}
      columns={[
        { title: 'No.', right: true, cell: (e) => e.number, className: 'dim' },
        { title: 'When', cell: (e) => <span className="whitespace-nowrap">{when(e.at)}</span> },
        { title: 'Who', cell: (e) => e.who || <span className="dim">nobody who is known</span> },
        {
          title: 'What',
          names: true,
          cell: (e) => <span title={JSON.stringify(e.data, null, 1)}>{e.says}</span>,
        },
        { title: 'About', cell: (e) => <About of={e} /> },
      ]}
    />
  );
}

function About({ of: { about, aboutId } }: { of: Entry }) {
  return (
    <span>
      {about}{' '}
      {aboutId.startsWith('jb_') ? (
        <Link to={`/jobs/${aboutId}/brief`} className="link text-xs">
          {aboutId}
        </Link>
      ) : (
        <span className="dim text-xs">{aboutId}</span>
      )}
    </span>
  );
}
