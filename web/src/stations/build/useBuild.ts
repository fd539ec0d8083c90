import { type BuildRecord, buildState, type Said } from '@ombrik/core/build/buildState';
import type { BuildStep } from '@ombrik/core/build/step';
import { useQueryClient } from '@tanstack/react-query';
import { nanoid } from 'nanoid';
import { useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react';
import { answer, api } from '../../app/api.ts';
import { keyed } from '../../app/press.ts';
import { useMe } from '../../app/useMe.ts';
import { useUnit } from '../../app/useUnit.ts';
import { useJob } from '../../session/useJob.ts';
import { browserWords } from '../../session/wordBox.ts';
import { WordQueue } from '../../session/wordQueue.ts';
import { useJobBuild } from './useJobBuild.ts';

const NONE = { waiting: [], line: 'quiet', refused: null } as const;
const nothing = () => () => {};

/** The plan of the board on the floor, where it stands with what this device has yet to send, and a way to say more. */
export function useBuild() {
  const { jobId } = useJob();
  const { unit } = useUnit();
  const client = useQueryClient();
  const me = useMe().data?.person;
  const query = useJobBuild(jobId, unit);
  const [queue, setQueue] = useState<WordQueue | null>(null);
  /** The same for a hand: what it presses was drawn before the queue was there, or between it and the next drawing. */
  const line = useRef<WordQueue | null>(null);
  /** Said before it was known who says it: nothing that was pressed is lost. */
  const early = useRef<Parameters<WordQueue['say']>[0][]>([]);
  useEffect(() => {
    if (!me) return;
    const own = new WordQueue({
      box: browserWords(jobId, me.id),
      send: async (words) => {
        await answer(
          api.jobs[':id'].build.records.$post(
            { param: { id: jobId }, json: { records: [...words] } },
            // The same words again are the same press, in whatever company.
            keyed(nanoid()),
          ),
        );
        await client.invalidateQueries({ queryKey: ['build', jobId] });
      },
      onTaken: () => void client.invalidateQueries({ queryKey: ['floor', jobId] }),
    });
    line.current = own;
    setQueue(own);
    void own.open();
    for (const word of early.current.splice(0)) own.say(word);
    const back = () => own.tryNow();
    window.addEventListener('online', back);
    return () => {
      window.removeEventListener('online', back);
      line.current = null;
      own.close();
    };
  }, [jobId, me, client]);
  const words = useSyncExternalStore(queue?.subscribe ?? nothing, () => queue?.state ?? NONE);
  const build = query.data;
  const state = useMemo(() => {
    if (!build) return null;
    const known = new Set(build.records.map((r) => r.key));
    const mine = words.waiting
      .filter((w) => w.unit === unit && !known.has(w.key))
      .map((w): BuildRecord => ({ ...w, personName: me?.name ?? '', at: w.saidAt }));
    return buildState(build.plan, [...build.records, ...mine], new Set(build.madeIds), build.note);
  }, [build, words, me, unit]);
  const say = (step: Pick<BuildStep, 'id' | 'fingerprint'>, said: Said) => {
    if (!build) return;
    const word = {
      key: nanoid(),
      stepId: step.id,
      revision: build.revision,
      unit,
      fingerprint: step.fingerprint,
      said,
      saidAt: new Date().toISOString(),
    };
    if (line.current) line.current.say(word);
    else early.current.push(word);
  };
  return {
    build: build ?? null,
    state,
    say,
    words,
    forgetRefused: () => line.current?.forgetRefused(),
    asked: query,
  };
}
export type Build = ReturnType<typeof useBuild>;
