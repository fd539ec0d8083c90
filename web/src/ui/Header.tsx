import { useQueryClient } from '@tanstack/react-query';
import { Moon, Search, Sun, UsersRound } from 'lucide-react';
import { type ReactNode, useEffect, useState } from 'react';
import { Link, NavLink, useLocation, useNavigate } from 'react-router';
import { api } from '../app/api.ts';
import { calledBy, forgetOthers, useMe } from '../app/useMe.ts';
import { keyWords } from '../find/bindings.ts';
import { Finder, useFinder } from '../find/Finder.tsx';
import { forgetKept } from '../offline/keepOnDevice.ts';
import { FloorReports } from './FloorReports.tsx';
import { Initials } from './Here.tsx';
import { HEAD_PAGES } from './shopPages.ts';

/** The dark bar on top: where one is, what is saved, who is signed in, which theme. */
export function Header({ children }: { children?: ReactNode }) {
  const { show } = useFinder();
  const me = useMe();
  const client = useQueryClient();
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const [theme, setTheme] = useState(() => localStorage.getItem('ombrik-theme') ?? 'paper');
  useEffect(() => {
    document.documentElement.dataset.theme = theme;
    localStorage.setItem('ombrik-theme', theme);
  }, [theme]);
  const signOut = async () => {
    await api['sign-out'].$post();
    await forgetKept();
    navigate('/');
    // What was fetched goes with who fetched it: asked again without them, all of it would be refused.
    client.setQueryData(['me'], (was: typeof me.data) => was && { ...was, person: null });
    forgetOthers(client);
    await client.invalidateQueries({ queryKey: ['me'] });
  };
  return (
    <header className="flex h-11 items-center gap-2 bg-neutral px-2 text-neutral-content sm:px-4 lg:gap-4">
      <Link to="/" className="label-face text-xl tracking-wider">
        OMBRIK
      </Link>
      <div className="flex min-w-0 flex-1 items-center gap-1 sm:gap-4">{children}</div>
      <FloorReports />
      <button
        type="button"
        className="btn btn-ghost btn-sm btn-square"
        aria-label="Find and do"
        title={`Find and do (${keyWords('$mod+k')})`}
        onClick={() => show('find')}
      >
        <Search size={16} aria-hidden />
      </button>
      <Finder />
      {/* In a job its own state needs the room on a tablet; the wall is one press away. */}
      <nav aria-label="Shop" className={`hidden items-center ${pathname.startsWith('/jobs/') ? 'lg:flex' : 'md:flex'}`}>
        {HEAD_PAGES.map(([to, title]) => (
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
        className="btn btn-ghost btn-sm btn-square hidden sm:inline-flex"
        aria-label={theme === 'paper' ? 'Use the dark bench theme' : 'Use the light paper theme'}
        onClick={() => setTheme(theme === 'paper' ? 'bench' : 'paper')}
      >
        {theme === 'paper' ? <Moon size={16} /> : <Sun size={16} />}
      </button>
      {me.data?.person && <WhoseHands name={me.data.person.name} called={calledBy(me.data.person.roles)} />}
      <Link
        to={`/hands?back=${encodeURIComponent(pathname)}`}
        className="btn btn-ghost btn-sm btn-square"
        aria-label="Change hands"
        title="Change hands: somebody else takes this device over by PIN"
      >
        <UsersRound size={16} />
      </Link>
      <button type="button" className="btn btn-ghost btn-sm" onClick={signOut}>
        Sign out
      </button>
    </header>
  );
}

/** In whose hands this device is: in full where there is room, else by initials, for what is done is done in that name. */
function WhoseHands({ name, called }: { name: string; called: string }) {
  const told = `${name} · ${called}`;
  return (
    <Link to="/me" className="whitespace-nowrap hover:underline" aria-label={told} title={told}>
      <span className="hidden xl:inline">{told}</span>
      <span className="grid h-6 min-w-6 place-items-center xl:hidden">
        <Initials name={name} />
      </span>
    </Link>
  );
}
