import type { StepStatus } from '@ombrik/core/build/buildState';
import { nanoid } from 'nanoid';
import { useEffect, useRef, useState, useSyncExternalStore } from 'react';
import { useFiles } from '../../app/useFiles.ts';
import { browserPhotos } from '../../session/photoBox.ts';
import { PhotoQueue } from '../../session/photoQueue.ts';
import { useJob } from '../../session/useJob.ts';
import type { Build } from './useBuild.ts';

const NONE = { waiting: [], refused: null } as const;
const nothing = () => () => {};
const NAME_LENGTH = 110;

/** Photos of the steps of a board: taken without a network too, they arrive when there is one. */
export function usePhotos(build: Build) {
  const { jobId } = useJob();
  const { sendFile, href } = useFiles();
  const latest = useRef({ build, sendFile });
  latest.current = { build, sendFile };
  const [queue, setQueue] = useState<PhotoQueue | null>(null);
  useEffect(() => {
    const own = new PhotoQueue({
      box: browserPhotos(jobId),
      send: (photo) =>
        latest.current.sendFile(new File([photo.picture], photo.name, { type: photo.picture.type }), photo.key),
      onSent: (photo, fileId) =>
        latest.current.build.say(
          { id: photo.stepId, fingerprint: photo.fingerprint },
          { kind: 'photo', fileId, name: photo.name },
        ),
    });
    setQueue(own);
    void own.open();
    const back = () => void own.tryNow();
    window.addEventListener('online', back);
    return () => {
      window.removeEventListener('online', back);
      own.close();
    };
  }, [jobId]);
  const state = useSyncExternalStore(queue?.subscribe ?? nothing, () => queue?.state ?? NONE);
  const take = ({ step }: Pick<StepStatus, 'step'>, picture: Blob) =>
    void queue?.add({
      key: nanoid(),
      jobId,
      stepId: step.id,
      fingerprint: step.fingerprint,
      name: `${step.title.slice(0, NAME_LENGTH)}.${picture.type === 'image/png' ? 'png' : picture.type === 'image/webp' ? 'webp' : 'jpg'}`,
      picture,
      at: Date.now(),
    });
  return { ...state, take, href, forget: (key: string) => void queue?.forget(key) };
}
export type Photos = ReturnType<typeof usePhotos>;
