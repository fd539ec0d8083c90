import { keyWords, useBindings } from './bindings.ts';
import { Over } from './Over.tsx';

/** The keys of what is on the screen now. */
export function KeyMap({ onLeave }: { onLeave: () => void }) {
  const shown = [...useBindings((s) => s.shown).values()];
  const titles = [...new Set(shown.map((s) => s.title))];
  return (
    <Over label="Keys of this page" onLeave={onLeave}>
      <div className="max-h-[80vh] overflow-auto p-5">
        <h2 className="mb-1 text-2xl">Keys of this page</h2>
        <div className="gap-x-8 sm:columns-2">
          {titles.map((title) => (
            <section key={title} className="mb-4 break-inside-avoid">
              <h3 className="text-[17px]">{title}</h3>
              <dl>
                {shown
                  .filter((s) => s.title === title)
                  .flatMap((s) => s.bindings)
                  .map((b) => (
                    <div
                      key={b.keys}
                      className="flex items-baseline justify-between gap-3 border-base-300 border-b border-dashed py-1"
                    >
                      <dt className="text-[15px]">{b.says}</dt>
                      <dd className="num shrink-0 text-[13px]">{keyWords(b.keys)}</dd>
                    </div>
                  ))}
              </dl>
            </section>
          ))}
        </div>
      </div>
    </Over>
  );
}
