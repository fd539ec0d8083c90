import { useEffect, useRef } from 'react';
import { useLocation } from 'react-router';
import { useNewer } from './newer.ts';

/** What one stands on: within a station or a page nothing is loaded anew under the hand. */
const placeOf = (path: string): string => path.split('/').slice(0, 4).join('/');

/**
 * A page that is older than what the server gives out says so, and is loaded anew where somebody goes to another place
 * anyhow: nothing is typed there yet. What is on its way to the server is waited for; what was not saved outlives it.
 */
export function Newer({ load = () => window.location.reload() }: { load?: () => void }) {
  const { newer, sending } = useNewer();
  const { pathname } = useLocation();
  const place = placeOf(pathname);
  const stood = useRef(place);
  const left = useRef(false);
  useEffect(() => {
    if (stood.current !== place) left.current = true;
    stood.current = place;
    if (newer && left.current && sending === 0) load();
    // Gone elsewhere before there was a newer one: the next place counts.
    if (!newer) left.current = false;
  }, [place, newer, sending, load]);
  if (!newer) return null;
  return (
    <p
      role="status"
      className="flex items-center justify-center gap-3 bg-secondary px-3 py-1 text-secondary-content text-sm"
    >
      A newer Ombrik is here. It comes with the next page you open.
      <button type="button" className="btn btn-xs" disabled={sending > 0} onClick={load}>
        Load it now
      </button>
    </p>
  );
}
