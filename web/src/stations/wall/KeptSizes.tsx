import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { isGauge, sizeText } from '@ombrik/core/tables/awg';
import { Fragment } from 'react';

const AREAS = [
  ...new Set(genericCatalogue.cableTypes.filter((c) => c.cores === 1 && c.bar === null).map((c) => c.areaMm2)),
].sort((a, b) => a - b);

/** Which conductor sizes stand on the workshop's shelf: sizing passes over the others where a larger one kept fits. */
export function KeptSizes({
  kept,
  disabled,
  onChange,
}: {
  kept: readonly number[];
  disabled: boolean;
  onChange: (areasMm2: number[]) => void;
}) {
  const has = new Set(kept);
  return (
    <section className="mt-4 border border-base-300 bg-base-100 p-4">
      <h2 className="text-lg">Conductor sizes kept</h2>
      <p className="dim mb-2 text-sm">
        {kept.length === 0
          ? 'None chosen: every size of the catalogue is taken as it comes.'
          : 'A size that is not kept is passed over where a larger kept one fits.'}
      </p>
      <div className="flex flex-wrap gap-x-4 gap-y-1">
        {(['mm²', 'AWG'] as const).map((kind) => (
          <Fragment key={kind}>
            <span className="dim basis-full">{kind === 'AWG' ? 'By gauge, where the rules go by it' : 'mm²'}</span>
            {AREAS.filter((area) => isGauge(area) === (kind === 'AWG')).map((area) => (
              <label key={area} className="num flex items-center gap-1.5">
                <input
                  type="checkbox"
                  className="checkbox checkbox-sm"
                  aria-label={`Keep ${sizeText(area)}`}
                  disabled={disabled}
                  checked={has.has(area)}
                  onChange={() => onChange(AREAS.filter((a) => (a === area ? !has.has(a) : has.has(a))))}
                />
                {kind === 'AWG' ? sizeText(area).replace(/ \(.*/, '') : area}
              </label>
            ))}
          </Fragment>
        ))}
      </div>
    </section>
  );
}
