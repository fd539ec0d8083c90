import { Eye } from 'lucide-react';
import type { Pressed } from '../app/press.ts';
import { type Route, useMayNot } from '../app/useMe.ts';

/** On top of what is not for whoever is signed in: they see all of it, and whose hands change it. */
export function LooksOn({ route }: { route: Route }) {
  const mayNot = useMayNot(route);
  if (mayNot === null) return null;
  return (
    <p role="note" className="dim flex items-center gap-2 border-base-300 border-b bg-base-200 px-4 py-1 text-sm">
      <Eye size={15} aria-hidden className="shrink-0" />
      You look on here: {mayNot.replace(/ does this$/, '')} changes it.
    </p>
  );
}

/** How a button of a press stands: it waits while one is on its way, and says whose it is where it is not theirs. */
export const standing = (press: Pick<Pressed<never, unknown>, 'isPending' | 'mayNot'>, also = false) => ({
  disabled: also || press.isPending || press.mayNot !== null,
  title: press.mayNot ?? undefined,
});
