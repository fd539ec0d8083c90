import { useQueryClient } from '@tanstack/react-query';
import { Moon, Sun } from 'lucide-react';
import { type ReactNode, useEffect, useState } from 'react';
import { Link, NavLink, useNavigate } from 'react-router';
import { api } from '../app/api.ts';
import { useMe } from '../app/useMe.ts';

const PAGES = [
  ['/stock', 'Store'],
  ['/buying', 'Buying'],
  ['/workshop', 'Workshop'],
] as const;

/** The dark bar on top: where one is, what is saved, who is signed in, which theme. */
export function Header({ children }: { children?: ReactNode }) {
  const me = useMe();
  const client = useQueryClient();
  const navigate = useNavigate();
  const [theme, setTheme] = useState(() => localStorage.getItem('ombrik-theme') ?? 'paper');
  useEffect(() => {
    document.documentElement.dataset.theme = theme;
    localStorage.setItem('ombrik-theme', theme);
  }, [theme]);
  const signOut = async () => {
    await api['sign-out'].$post();
    await client.invalidateQueries();
    navigate('/');
  };
  return (
    <header className="flex h-11 items-center gap-4 bg-neutral px-4 text-neutral-content">
      <Link to="/" className="label-face text-xl tracking-wider">
        OMBRIK
      </Link>
      <div className="flex min-w-0 flex-1 items-center gap-4">{children}</div>
      <nav aria-label="Shop" className="hidden items-center md:flex">
        {PAGES.map(([to, title]) => (
          <NavLink
            key={to}
            to={to}
            className={({ isActive }) =>
              `label-face px-2 py-1 hover:underline ${isActive ? 'underline decoration-2 underline-offset-4' : ''}`
            }
          >
            {title}
          </NavLink>
        ))}
      </nav>
      <button
        type="button"
        className="btn btn-ghost btn-sm btn-square"
        aria-label={theme === 'paper' ? 'Use the dark bench theme' : 'Use the light paper theme'}
        onClick={() => setTheme(theme === 'paper' ? 'bench' : 'paper')}
      >
        {theme === 'paper' ? <Moon size={16} /> : <Sun size={16} />}
      </button>
      <span className="hidden whitespace-nowrap lg:inline">
        {me.data?.person?.name} · {me.data?.person?.role}
      </span>
      <button type="button" className="btn btn-ghost btn-sm" onClick={signOut}>
        Sign out
      </button>
    </header>
  );
}
