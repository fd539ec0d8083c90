import { create } from 'zustand';
import { isLeaving } from './leaving.ts';

/** The page's own mark; empty where it is not built, as in tests. */
const OWN = typeof __BUILD__ === 'undefined' ? '' : __BUILD__;

/** Whether the server serves another page than this one, and whether anything is on its way to it. */
export const useNewer = create<{ newer: boolean; sending: number }>(() => ({ newer: false, sending: 0 }));

/** Asks the server, and looks whether it serves another page by now. */
export async function watched(input: RequestInfo | URL, init?: RequestInit): Promise<Response> {
  const press = (init?.method ?? 'GET') !== 'GET';
  if (press) useNewer.setState(({ sending }) => ({ sending: sending + 1 }));
  try {
    const response = await fetch(input, isLeaving() ? { ...init, keepalive: true } : init);
    hear(response.headers.get('Ombrik-Build'));
    return response;
  } finally {
    if (press) useNewer.setState(({ sending }) => ({ sending: sending - 1 }));
  }
}

/** @param served the mark of the page the server gives out; null where it gives out none */
export function hear(served: string | null, own = OWN): void {
  if (served && own && served !== own && !useNewer.getState().newer) useNewer.setState({ newer: true });
}
