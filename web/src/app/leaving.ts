/** Presses of a page that have not been answered. */
export interface Unanswered {
  /** How long the longest of them waits, ms. */
  waitedMs(): number;
  /** Sends all of them now, whatever they wait for. */
  sendLeft(): void;
}

/** What waits longer than this is held up by more than its turn: the page is not left without a word. */
const ASKED_AFTER_MS = 2000;

const open = new Set<Unanswered>();
let leaving = false;

/** Whether the page is going away: what is sent now has to outlive it. */
export const isLeaving = (): boolean => leaving;

let heard = false;
function hear(): void {
  if (heard) return;
  heard = true;
  window.addEventListener('beforeunload', (e) => {
    if ([...open].some((presses) => presses.waitedMs() > ASKED_AFTER_MS)) e.preventDefault();
  });
  window.addEventListener('pagehide', () => {
    leaving = true;
    for (const presses of open) presses.sendLeft();
  });
  window.addEventListener('pageshow', () => {
    leaving = false;
  });
}

/** Takes down that presses wait, or no longer do. */
export function waits(presses: Unanswered, some: boolean): void {
  hear();
  if (some) open.add(presses);
  else open.delete(presses);
}
