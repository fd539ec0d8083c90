import { type Touched, touches, touchesNothing } from '@ombrik/core/released/touches';
import { lazy, Suspense, useEffect } from 'react';
import type { Asked } from '../session/guardedEdits.ts';
import { useJob } from '../session/useJob.ts';
import { useFloor } from './useFloor.ts';

/** Works the steps out: comes when a board on the floor is first changed. */
const StepsTouched = lazy(() => import('./StepsTouched.tsx').then((m) => ({ default: m.StepsTouched })));

const MOST = 12;
const quantity = (x: number, unit: string) => (unit === 'm' ? `${x.toFixed(2)} m` : String(x));

/** Cables in words, those that were made or begun first: they are what a change costs. */
function CablesTouched({ touched }: { touched: Touched }) {
  const { cables } = useFloor();
  const wanted = (id: string) => cables.get(id)?.steps.filter((s) => s.needed) ?? [];
  const begun = (id: string) => wanted(id).some((s) => s.done);
  // Made to the drawing that is on the floor, whatever the change makes of it.
  const state = (id: string) => (begun(id) ? (wanted(id).every((s) => s.done) ? 'made' : 'begun') : '');
  const sorted = [...touched.cables].sort((a, b) => Number(begun(b.cableId)) - Number(begun(a.cableId)));
  if (sorted.length === 0) return null;
  const said = sorted.slice(0, MOST).map((c) => {
    const words = [c.how === 'changed' ? '' : c.how, state(c.cableId)].filter(Boolean).join(', ');
    return words ? `${c.designation} (${words})` : c.designation;
  });
  return (
    <li>
      Cables: {said.join(', ')}
      {sorted.length > MOST && ` and ${sorted.length - MOST} more`}
    </li>
  );
}

/** A board that is on the floor is changed only when somebody has read what that touches. */
export function OnTheFloor() {
  const { asked } = useJob();
  return asked && <AskFirst asked={asked} />;
}

function AskFirst({ asked }: { asked: Asked }) {
  const { dossier, dossierOf, shown, answerAsked } = useJob();
  // Only two boards that have both been worked out can be told apart: with the change, and without.
  const touched = asked.before && dossierOf === shown ? touches(asked.before, dossier) : null;
  const nothing = touched !== null && touchesNothing(touched);
  useEffect(() => {
    if (nothing) answerAsked('make, nothing touched');
  }, [nothing, answerAsked]);
  if (nothing) return null;
  return (
    <div role="alert" className="border-b border-warning p-3" style={{ background: 'var(--warn-wash)' }}>
      <p>
        <b>This board is on the floor.</b> “{asked.label}”{' '}
        {touched ? 'would touch:' : 'is being looked at: what would it touch …'}
      </p>
      {touched && (
        <ul className="list-disc pl-5 text-[13px]">
          <CablesTouched touched={touched} />
          <Suspense>
            <StepsTouched />
          </Suspense>
          {touched.parts.length > 0 && (
            <li>
              Parts:{' '}
              {touched.parts
                .slice(0, MOST)
                .map((p) => `${p.name} ${quantity(p.from, p.unit)} → ${quantity(p.to, p.unit)}`)
                .join(', ')}
              {touched.parts.length > MOST && ` and ${touched.parts.length - MOST} more`}
            </li>
          )}
          {touched.checks > 0 && (
            <li>
              {touched.checks} {touched.checks === 1 ? 'check' : 'checks'} of the bench
            </li>
          )}
          <li>Papers already printed of it, and the release: what is on the floor stays until it is released anew</li>
        </ul>
      )}
      <div className="mt-2 flex gap-2">
        <button
          type="button"
          className="btn btn-primary btn-sm"
          disabled={!touched}
          onClick={() => answerAsked('make')}
        >
          Make the change
        </button>
        <button type="button" className="btn btn-sm" onClick={() => answerAsked('leave')}>
          Leave it as it is
        </button>
      </div>
    </div>
  );
}
