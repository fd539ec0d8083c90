import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { COLOUR_NAME } from '@ombrik/core/tables/conductorColours';

/** Heat-shrink in the drawer: ends take one of these where it fits. None chosen keeps all. */
export function KeptTubes({
  kept,
  disabled,
  onChange,
}: {
  kept: readonly string[];
  disabled: boolean;
  onChange: (kept: string[]) => void;
}) {
  const bores = [...new Set(genericCatalogue.shrinks.map((s) => s.expandedMm))];
  return (
    <section className="mt-4 border border-base-300 bg-base-100 p-4">
      <h2 className="text-xl">Heat-shrink kept</h2>
      <p className="dim mb-1 text-[13px]">
        {kept.length === 0
          ? 'None chosen: every tube of the catalogue is taken as it fits.'
          : 'Others are taken only where none of these fits.'}
      </p>
      {bores.map((bore) => (
        <fieldset key={bore} className="flex flex-wrap items-center gap-x-4">
          <legend className="sr-only">Bore {bore} mm</legend>
          <span className="num w-20">{bore} mm</span>
          {genericCatalogue.shrinks
            .filter((s) => s.expandedMm === bore)
            .map((s) => (
              <label key={s.id} className="flex min-h-6 items-center gap-1 text-[13px]">
                <input
                  type="checkbox"
                  className="checkbox checkbox-primary checkbox-xs"
                  aria-label={s.name}
                  disabled={disabled}
                  checked={kept.includes(s.id)}
                  onChange={(e) => onChange(e.target.checked ? [...kept, s.id] : kept.filter((k) => k !== s.id))}
                />
                {COLOUR_NAME[s.colour]}
              </label>
            ))}
        </fieldset>
      ))}
    </section>
  );
}
