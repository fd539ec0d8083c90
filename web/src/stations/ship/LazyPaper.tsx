import { lazy, Suspense } from 'react';
import { Waiting } from '../../ui/states/Waiting.tsx';

const PaperView = lazy(() => import('./PaperView.tsx').then((m) => ({ default: m.PaperView })));

/** A paper as it will print; what draws it is large and comes with the first one. */
export function LazyPaper(paper: { src: string; title: string }) {
  return (
    <Suspense fallback={<Waiting what="Fetching the paper" shape="drawing" className="p-4" />}>
      <PaperView {...paper} />
    </Suspense>
  );
}
