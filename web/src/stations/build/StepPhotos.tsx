import type { StepStatus } from '@ombrik/core/build/buildState';
import { useState } from 'react';
import { PhotoMarks } from './PhotoMarks.tsx';
import type { Photos } from './usePhotos.ts';

/** Photos of a step, and a target to take one more: by the camera where there is one, else from a file. */
export function StepPhotos({ status, photos }: { status: StepStatus; photos: Photos }) {
  const [taken, setTaken] = useState<File | null>(null);
  const waiting = photos.waiting.filter((p) => p.stepId === status.step.id);
  return (
    <div className="flex items-center gap-2">
      {status.photos.map((p) => (
        <a
          key={p.fileId}
          href={photos.href(p.fileId)}
          target="_blank"
          rel="noreferrer"
          title={`${p.name}, ${p.personName}`}
        >
          <img src={photos.href(p.fileId)} alt={p.name} className="h-16 rounded border border-base-300" />
        </a>
      ))}
      {waiting.length > 0 && (
        <span role="status" className="dim">
          {waiting.length} {waiting.length === 1 ? 'photo waits' : 'photos wait'} here
        </span>
      )}
      {photos.refused && waiting[0] && (
        <span role="alert" className="text-warning">
          {photos.refused}{' '}
          <button type="button" className="btn btn-sm" onClick={() => photos.forget(waiting[0]!.key)}>
            Let go
          </button>
        </span>
      )}
      <label className="btn min-h-16 text-xl!">
        Photo
        <input
          type="file"
          accept="image/png,image/jpeg,image/webp"
          capture="environment"
          className="sr-only"
          onChange={(e) => {
            const file = e.target.files?.[0];
            e.target.value = '';
            if (file) setTaken(file);
          }}
        />
      </label>
      {taken && (
        <PhotoMarks
          picture={taken}
          onKeep={(picture) => {
            photos.take(status, picture);
            setTaken(null);
          }}
          onClose={() => setTaken(null)}
        />
      )}
    </div>
  );
}
