import { type ReactNode, useEffect } from 'react';
import Markdown from 'react-markdown';
import { Link, NavLink, useLocation, useParams } from 'react-router';
import remarkGfm from 'remark-gfm';
import { Header } from '../../ui/Header.tsx';
import { anchorOf, GUIDE_PAGES, type GuidePageName, guidePlaces, guideText, pictureAt } from './guide.ts';

const TITLES = new Map(
  guidePlaces()
    .flatMap((p) => (p.anchor === anchorOf(p.title) ? [[p.page, p.title] as const] : []))
    .reverse(),
);

const textIn = (node: ReactNode): string =>
  Array.isArray(node) ? node.map(textIn).join('') : typeof node === 'string' ? node : '';
/** Headings, and words that are explained, can be named by an address. */
const heading = (Tag: 'h1' | 'h2') =>
  function Heading({ children }: { children?: ReactNode }) {
    return (
      <Tag id={anchorOf(textIn(children))} className={Tag === 'h1' ? 'mb-2 text-3xl' : 'mt-6 mb-1 scroll-mt-4 text-xl'}>
        {children}
      </Tag>
    );
  };

const ELEMENTS = {
  h1: heading('h1'),
  h2: heading('h2'),
  p: ({ children }: { children?: ReactNode }) => <p className="mb-3 max-w-prose leading-relaxed">{children}</p>,
  ul: ({ children }: { children?: ReactNode }) => (
    <ul className="mb-3 max-w-prose list-disc pl-5 leading-relaxed">{children}</ul>
  ),
  ol: ({ children }: { children?: ReactNode }) => (
    <ol className="mb-3 max-w-prose list-decimal pl-5 leading-relaxed">{children}</ol>
  ),
  blockquote: ({ children }: { children?: ReactNode }) => (
    <blockquote className="mb-3 max-w-prose border-primary border-l-4 bg-base-100 py-2 pl-3 [&>p]:mb-0">
      {children}
    </blockquote>
  ),
  img: ({ src, alt }: { src?: string; alt?: string }) => (
    <img src={pictureAt(src ?? '')} alt={alt ?? ''} loading="lazy" className="my-3 w-full border border-base-300" />
  ),
  table: ({ children }: { children?: ReactNode }) => <table className="table max-w-prose">{children}</table>,
  td: ({ children }: { children?: ReactNode }) => (
    <td id={anchorOf(textIn(children)).slice(0, 40)} className="align-top">
      {children}
    </td>
  ),
};

/** The guide: a page for each station, with pictures of the demo. */
export function GuidePage() {
  const { page = 'start' } = useParams();
  const { hash } = useLocation();
  const name = GUIDE_PAGES.find((p) => p === page) ?? ('start' satisfies GuidePageName);
  useEffect(() => {
    if (hash) document.getElementById(decodeURIComponent(hash.slice(1)))?.scrollIntoView({ block: 'start' });
    else document.getElementById('guide')?.scrollTo(0, 0);
  }, [hash, name]);
  const next = GUIDE_PAGES[GUIDE_PAGES.indexOf(name) + 1];
  return (
    <div className="flex h-full flex-col">
      <Header>
        <span>Guide</span>
      </Header>
      <div className="grid min-h-0 flex-1 grid-cols-1 grid-rows-[auto_minmax(0,1fr)] md:grid-cols-[190px_minmax(0,1fr)] md:grid-rows-1">
        <nav
          aria-label="Guide"
          className="relative flex overflow-auto border-base-300 bg-base-100 p-2 max-md:border-b md:block md:border-r"
        >
          {GUIDE_PAGES.map((p) => (
            <NavLink
              key={p}
              to={`/guide/${p}`}
              className={({ isActive }) =>
                `label-face block shrink-0 rounded px-2 py-1.5 ${isActive ? 'bg-primary text-primary-content' : 'hover:bg-base-200'}`
              }
            >
              {TITLES.get(p)?.split(':')[0] ?? p}
            </NavLink>
          ))}
        </nav>
        <main id="guide" className="relative overflow-auto p-4 md:p-6" translate="no">
          <article className="mx-auto max-w-3xl">
            <Markdown remarkPlugins={[remarkGfm]} components={ELEMENTS}>
              {guideText(name)}
            </Markdown>
            {next && (
              <Link to={`/guide/${next}`} className="btn btn-sm mt-4">
                Next: {TITLES.get(next)?.split(':')[0]}
              </Link>
            )}
          </article>
        </main>
      </div>
    </div>
  );
}
