import { Link, useParams } from 'react-router';
import { useGo } from '../app/useGo.ts';

/**
 * The sheet an address asks for; the first where it names none. Nobody is sent on to another address for it: a station
 * that comes late must not call back a hand that has gone on.
 */
export function useSheet<Path extends string>(paths: readonly Path[]): Path {
  const { sheet } = useParams();
  return paths.find((p) => p === sheet) ?? paths[0]!;
}

/** Sheets of one station, each with an address of its own. */
export function Tabs({
  base,
  current,
  tabs,
}: {
  base: string;
  /** The path of the sheet that is open. */
  current: string;
  tabs: readonly { path: string; title: string; note?: string }[];
}) {
  const go = useGo();
  return (
    <nav
      aria-label="Sheets"
      className="flex gap-1 overflow-x-auto overflow-y-hidden border-b border-base-300 bg-base-200 px-4 pt-2 [scrollbar-width:none]"
    >
      {tabs.map((t) => (
        <Link
          key={t.path}
          to={`${base}/${t.path}`}
          onClick={go}
          aria-current={t.path === current ? 'page' : undefined}
          className={`label-face flex shrink-0 items-baseline gap-1.5 whitespace-nowrap rounded-t border px-3 py-1 text-[16px] ${t.path === current ? 'border-base-300 border-b-base-100 bg-base-100 text-primary' : 'border-transparent hover:bg-base-100'}`}
        >
          {t.title}
          {t.note && <span className="num text-xs">{t.note}</span>}
        </Link>
      ))}
    </nav>
  );
}
