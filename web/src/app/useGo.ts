import type { MouseEvent } from 'react';
import { useNavigate } from 'react-router';

/**
 * A press on a link leads there in a task of its own: whatever is drawn within a press has to have all its effects (charts,
 * questions to the server) before it can be painted, and what is drawn right after it is painted first.
 * @returns what a link does when it is pressed; other buttons and keys held with it do what the browser does
 */
export function useGo(): (e: MouseEvent<HTMLAnchorElement>) => void {
  const navigate = useNavigate();
  return (e) => {
    const to = e.currentTarget.getAttribute('href');
    if (to === null || e.defaultPrevented || e.button !== 0 || e.metaKey || e.ctrlKey || e.shiftKey || e.altKey) return;
    e.preventDefault();
    // Pressed twice, it stands in the way back once.
    setTimeout(() => navigate(to, { replace: window.location.pathname === to }));
  };
}
