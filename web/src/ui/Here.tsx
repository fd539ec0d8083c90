import type { Present } from '../app/useLive.ts';

const initials = (name: string): string => {
  const words = name.split(/\s+/).filter(Boolean);
  return [words[0], words.length > 1 ? words.at(-1) : undefined].map((w) => [...(w ?? '')][0] ?? '').join('');
};

/** One person in the least room; whoever places it says the whole name. */
export function Initials({ name }: { name: string }) {
  return (
    <span
      aria-hidden
      className="grid h-[19px] min-w-[19px] place-items-center rounded-full border border-current px-0.5 font-normal text-[11px] leading-none"
    >
      {initials(name)}
    </span>
  );
}

/** Who else looks at this now: initials, the whole names said and on hover. */
export function Here({ people, most = 3 }: { people: readonly Present[]; most?: number }) {
  const names = [...new Set(people.map((p) => p.name))];
  if (names.length === 0) return null;
  const shown = names.length > most ? names.slice(0, most - 1) : names;
  const words = `${names.join(', ')} ${names.length > 1 ? 'are' : 'is'} here`;
  return (
    <span className="inline-flex shrink-0 items-center gap-0.5 align-middle" title={words}>
      <span className="sr-only">{words}</span>
      {shown.map((name) => (
        <Initials key={name} name={name} />
      ))}
      {shown.length < names.length && (
        <span aria-hidden className="text-[11px]">
          +{names.length - shown.length}
        </span>
      )}
    </span>
  );
}
