import { NavLink } from 'react-router';

/** Sheets of one station, each with an address of its own. */
export function Tabs({
  base,
  tabs,
}: {
  base: string;
  tabs: readonly { path: string; title: string; note?: string }[];
}) {
  return (
    <nav aria-label="Sheets" className="flex gap-1 border-b border-base-300 bg-base-200 px-4 pt-2">
      {tabs.map((t) => (
        <NavLink
          key={t.path}
          to={`${base}/${t.path}`}
          className={({ isActive }) =>
            `label-face -mb-px flex items-baseline gap-1.5 rounded-t border px-3 py-1 text-[16px] ${isActive ? 'border-base-300 border-b-base-100 bg-base-100 text-primary' : 'border-transparent hover:bg-base-100'}`
          }
        >
          {t.title}
          {t.note && <span className="num text-xs">{t.note}</span>}
        </NavLink>
      ))}
    </nav>
  );
}
