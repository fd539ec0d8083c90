import { useState } from 'react';
import { problemsIn } from '../../app/api.ts';
import { useFiles } from '../../app/useFiles.ts';
import { FileDrop } from '../../ui/FileDrop.tsx';
import { Problems } from '../../ui/Problems.tsx';

const size = (bytes: number) =>
  bytes < 1e6 ? `${Math.max(1, Math.round(bytes / 1000))} kB` : `${(bytes / 1e6).toFixed(1)} MB`;

/** Photos and files of the order, as a strip. */
export function FileStrip() {
  const { files, add, remove, href } = useFiles();
  const [gone, setGone] = useState<{ id: string; name: string } | null>(null);
  const [problems, setProblems] = useState<string[]>([]);
  const shown = files.filter((f) => !f.removed);
  const upload = async (list: readonly File[]) => {
    const bad: string[] = [];
    for (const file of list) {
      try {
        await add.mutateAsync(file);
      } catch (error) {
        bad.push(...problemsIn(error));
      }
    }
    setProblems(bad);
  };
  return (
    <section aria-label="Photos and files" className="border border-base-300 bg-base-100">
      <FileDrop says="Keep it with the order" className="p-3" onFiles={(list) => void upload(list)}>
        <div className="flex items-center gap-2">
          <h2 className="mr-auto text-lg">Photos and files</h2>
          {gone && (
            <button
              type="button"
              className="btn btn-ghost btn-xs"
              onClick={() => {
                remove.mutate({ id: gone.id, removed: false });
                setGone(null);
              }}
            >
              Bring {gone.name} back
            </button>
          )}
          <label className="btn btn-sm">
            Add files
            <input
              type="file"
              multiple
              className="sr-only"
              aria-label="Add files"
              onChange={(e) => {
                // The browser's own list empties with the field.
                void upload([...(e.target.files ?? [])]);
                e.target.value = '';
              }}
            />
          </label>
        </div>
        <Problems problems={problems} onDismiss={() => setProblems([])} />
        {shown.length === 0 ? (
          <p className="dim text-sm">
            None yet. Photos of the place, sketches, sheets: PNG, JPEG, WebP, PDF or text, up to 8 MB each.
          </p>
        ) : (
          <ul className="mt-2 flex gap-3 overflow-x-auto pb-1">
            {shown.map((f) => (
              <li key={f.id} className="w-36 shrink-0">
                <a href={href(f.id)} target="_blank" rel="noreferrer" className="block border border-base-300">
                  {f.type.startsWith('image/') ? (
                    <img src={href(f.id)} alt={f.name} className="h-24 w-full object-cover" loading="lazy" />
                  ) : (
                    <span className="label-face grid h-24 place-items-center bg-base-200 text-2xl">
                      {f.type === 'application/pdf' ? 'PDF' : 'text'}
                    </span>
                  )}
                </a>
                <p className="truncate text-xs" title={f.name}>
                  {f.name}
                </p>
                <p className="dim flex items-baseline justify-between text-xs">
                  {size(f.sizeBytes)} · {f.personName.split(' ')[0]}
                  <button
                    type="button"
                    className="btn btn-ghost btn-xs"
                    aria-label={`Take ${f.name} off`}
                    onClick={() => {
                      remove.mutate({ id: f.id, removed: true });
                      setGone({ id: f.id, name: f.name });
                    }}
                  >
                    off
                  </button>
                </p>
              </li>
            ))}
          </ul>
        )}
      </FileDrop>
    </section>
  );
}
