import { newId } from '@ombrik/core/document/newId';
import type { StockSheet, Workshop } from '@ombrik/core/document/workshop/workshop';
import { PickField } from '../../ui/PickField.tsx';
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
        <SheetRow
          key={s.id}
          sheet={s}
          name={`sheet ${n + 1}`}
          disabled={disabled}
          onChange={(by) => change(s.id, by)}
          onRemove={() => onChange({ sheets: sheets.filter((x) => x.id !== s.id) })}
        />
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

const SIZES = [
  ['thicknessMm', 'mm', 1, 100],
  ['widthMm', 'w', 50, 5000],
  ['heightMm', 'h', 50, 5000],
] as const;

function SheetRow({
  sheet,
  name,
  disabled,
  onChange,
  onRemove,
}: {
  sheet: StockSheet;
  name: string;
  disabled: boolean;
  onChange: (by: Partial<StockSheet>) => void;
  onRemove: () => void;
}) {
  return (
    <div className="mb-1 grid grid-cols-[1.1fr_0.8fr_0.9fr_0.9fr_1.6fr_0.9fr_auto] items-start gap-1">
      <PickField
        label={`Material of ${name}`}
        hideLabel
        className="w-full"
        disabled={disabled}
        value={sheet.material}
        options={MATERIALS}
        onPick={(material) => onChange({ material })}
      />
      {SIZES.map(([field, unit, min, max]) => (
        <NumberField
          key={field}
          label={`${name[0]!.toUpperCase()}${name.slice(1)} ${field}`}
          hideLabel
          disabled={disabled}
          value={sheet[field]}
          min={min}
          max={max}
          unit={unit}
          onCommit={(v) => onChange({ [field]: v })}
        />
      ))}
      <PickField
        label={`Grain of ${name}`}
        hideLabel
        className="w-full"
        disabled={disabled}
        value={sheet.grain}
        options={GRAINS}
        onPick={(grain) => onChange({ grain })}
      />
      <NumberField
        label={`Price of ${name}`}
        hideLabel
        disabled={disabled}
        value={sheet.price ?? 0}
        min={0}
        max={1000000}
        unit="each"
        onCommit={(price) => onChange({ price })}
      />
      <button
        type="button"
        className="btn btn-ghost btn-xs mt-1"
        aria-label={`Remove ${name}`}
        disabled={disabled}
        onClick={onRemove}
      >
        ✕
      </button>
    </div>
  );
}
