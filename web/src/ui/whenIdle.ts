/** Runs when nothing is asked of the page; where a browser cannot say so, after a while. @returns what calls it off */
export function whenIdle(run: () => void): () => void {
  if (!('requestIdleCallback' in window)) {
    const timer = setTimeout(run, 1500);
    return () => clearTimeout(timer);
  }
  const asked = window.requestIdleCallback(run, { timeout: 10_000 });
  return () => window.cancelIdleCallback(asked);
}
