import { newId } from '@ombrik/core/document/newId';
import type { StockSheet, Workshop } from '@ombrik/core/document/workshop/workshop';
import { NumberField } from '../../ui/TextField.tsx';

const MATERIALS = [
  ['plywood', 'plywood'],
  ['plastic', 'plastic'],
  ['absPanel', 'ABS panel'],
] as const;
const GRAINS = [
  ['width', 'grain along the width'],
  ['height', 'grain along the height'],
  ['none', 'no grain'],
] as const;

/** Sheets the workshop cuts its boards from, and what its saw takes. */
export function StockSheets({
  sheets,
  kerfMm,
  disabled,
  onChange,
}: {
  sheets: readonly StockSheet[];
  kerfMm: number;
  disabled: boolean;
  onChange: (change: Partial<Workshop>) => void;
}) {
  const change = (id: string, by: Partial<StockSheet>) =>
    onChange({ sheets: sheets.map((s) => (s.id === id ? { ...s, ...by } : s)) });
  return (
    <section className="mt-4 border border-base-300 bg-base-100 p-4" aria-label="Sheets boards are cut from">
      <h2 className="text-lg">Sheets boards are cut from</h2>
      <div className="mb-2 w-40">
        <NumberField
          label="Saw takes"
          disabled={disabled}
          value={kerfMm}
          min={0}
          max={10}
          unit="mm"
          onCommit={(sawKerfMm) => onChange({ sawKerfMm })}
        />
      </div>
      <p className="dim mb-1 text-xs">Thickness, width (w) and height (h) in mm; price each.</p>
      {sheets.length === 0 && <p className="dim mb-2">No sheet yet: the cutting plan needs one of each kind kept.</p>}
      {sheets.map((s, n) => (
        <div key={s.id} className="mb-1 grid grid-cols-[1.1fr_0.8fr_0.9fr_0.9fr_1.6fr_0.9fr_auto] items-start gap-1">
          <select
            className="select select-sm w-full"
            aria-label={`Material of sheet ${n + 1}`}
            disabled={disabled}
            value={s.material}
            onChange={(e) => change(s.id, { material: e.target.value as StockSheet['material'] })}
          >
            {MATERIALS.map(([value, text]) => (
              <option key={value} value={value}>
                {text}
              </option>
            ))}
          </select>
          {(
            [
              ['thicknessMm', 'mm', 1, 100],
              ['widthMm', 'w', 50, 5000],
              ['heightMm', 'h', 50, 5000],
            ] as const
          ).map(([field, unit, min, max]) => (
            <NumberField
              key={field}
              label={`Sheet ${n + 1} ${field}`}
              hideLabel
              disabled={disabled}
              value={s[field]}
              min={min}
              max={max}
              unit={unit}
              onCommit={(v) => change(s.id, { [field]: v })}
            />
          ))}
          <select
            className="select select-sm w-full"
            aria-label={`Grain of sheet ${n + 1}`}
            disabled={disabled}
            value={s.grain}
            onChange={(e) => change(s.id, { grain: e.target.value as StockSheet['grain'] })}
          >
            {GRAINS.map(([value, text]) => (
              <option key={value} value={value}>
                {text}
              </option>
            ))}
          </select>
          <NumberField
            label={`Price of sheet ${n + 1}`}
            hideLabel
            disabled={disabled}
            value={s.price ?? 0}
            min={0}
            max={1000000}
            unit="each"
            onCommit={(price) => change(s.id, { price })}
          />
          <button
            type="button"
            className="btn btn-ghost btn-xs mt-1"
            aria-label={`Remove sheet ${n + 1}`}
            disabled={disabled}
            onClick={() => onChange({ sheets: sheets.filter((x) => x.id !== s.id) })}
          >
            ✕
          </button>
        </div>
      ))}
      <button
        type="button"
        className="btn btn-xs"
        disabled={disabled}
        onClick={() =>
          onChange({
            sheets: [
              ...sheets,
              {
                id: newId('sh'),
                material: 'plywood',
                thicknessMm: 18,
                widthMm: 2500,
                heightMm: 1250,
                grain: 'width',
                price: null,
              },
            ],
          })
        }
      >
        Add a sheet
      </button>
    </section>
  );
}
