import { fieldUnit } from '../../told/fieldUnit.ts';
import type { Pulls } from './usePulls.ts';

/** What each crimp stood when it was pulled. */
export function PullTest({ due, text, type, tooWeak }: Pulls) {
  return (
    <fieldset className="flex flex-wrap items-end gap-3 border border-dashed border-base-content/50 p-2">
      <legend className="label-face px-1">Pull test</legend>
      {due.map((d) => (
        <label key={d.id} className="grid">
          <span className="text-[13px]">
            {d.at}: at least <b className="num">{`${d.pull.forceN} N`}</b>
            {d.pull.holdS ? `, held ${d.pull.holdS} s` : ', a sample, to failure'}
          </span>
          <span className="input w-32">
            <input
              className="num min-w-0 text-right"
              inputMode="decimal"
              aria-label={`Pull at ${d.at}`}
              value={text(d.id)}
              onChange={(e) => type(d.id, e.target.value)}
            />
            <span className="dim text-xs">{fieldUnit('N').says}</span>
          </span>
        </label>
      ))}
      <p className="dim max-w-[300px] text-xs">{due[0]!.pull.source}. Stand clear of the line of the pull.</p>
      {tooWeak.length > 0 && (
        <p className="w-full text-error">
          {tooWeak.map((d) => d.at).join(', ')}: let go too early. Make the cable again and look at the die.
        </p>
      )}
    </fieldset>
  );
}
