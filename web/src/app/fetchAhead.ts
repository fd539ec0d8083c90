let underWay = 0;

/** Whether something is being fetched that nobody has asked for: where it is gone, nothing is loaded anew under the hand. */
export const fetchesAhead = (): boolean => underWay > 0;

/** Fetches what may be wanted. What is not to be had now is asked for again where it is opened, and told there. */
export async function fetchAhead(bring: () => Promise<unknown>): Promise<void> {
  underWay++;
  try {
    await bring();
  } catch {
    // Told where it is opened.
  } finally {
    underWay--;
  }
}
