import { boardPlan } from '@ombrik/core/build/buildPlan';
import { buildState } from '@ombrik/core/build/buildState';
import { planChange } from '@ombrik/core/build/planChange';
import type { BuildStep } from '@ombrik/core/build/step';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { profileOf } from '@ombrik/core/profiles/ownRules';
import { useMemo } from 'react';
import { useJob } from '../session/useJob.ts';
import { useJobBuild } from '../stations/build/useJobBuild.ts';

const MOST = 8;
const named = (steps: readonly BuildStep[]): string =>
  steps.length <= MOST
    ? steps.map((s) => s.title).join('; ')
    : `${steps
        .slice(0, MOST)
        .map((s) => s.title)
        .join('; ')} and ${steps.length - MOST} more`;

/** Which steps of the build a change asks for again, adds or takes back; those that are done already first. */
export function StepsTouched() {
  const { jobId, shown, dossier, workshop } = useJob();
  const { data: build } = useJobBuild(jobId);
  const touched = useMemo(() => {
    if (!build?.released) return null;
    const change = planChange(build.plan, boardPlan(shown, genericCatalogue, profileOf(shown, workshop), dossier));
    const state = buildState(build.plan, build.records, new Set(build.madeIds));
    const done = new Set(state.steps.filter((s) => s.by !== null).map((s) => s.step.id));
    const isDone = (s: BuildStep) => done.has(s.id);
    return {
      redo: change.redo.filter(isDone),
      undo: change.undo.filter(isDone),
      open: [...change.redo, ...change.undo].filter((s) => !isDone(s)).length,
      add: change.add.length,
    };
  }, [build, shown, dossier, workshop]);
  if (!touched) return null;
  const { redo, undo, open, add } = touched;
  return (
    <>
      {redo.length > 0 && <li>Done, and to be done again: {named(redo)}</li>}
      {undo.length > 0 && <li>Done, and to be taken back: {named(undo)}</li>}
      {open + add > 0 && (
        <li>
          Steps of the build: {open} not done yet would be otherwise, {add} more
        </li>
      )}
    </>
  );
}
