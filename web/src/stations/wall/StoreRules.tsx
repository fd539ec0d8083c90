import type { Workshop } from '@ombrik/core/rules/workshop';
import { NumberField } from '../../ui/TextField.tsx';

/** How the shop cuts, tests, keeps and buys: allowances and schools, each with its default said. */
export function StoreRules({
  workshop,
  disabled,
  onChange,
}: {
  workshop: Workshop;
  disabled: boolean;
  onChange: (change: Partial<Workshop>) => void;
}) {
  const { spares } = workshop;
  const percent = (share: number) => Math.round(share * 1000) / 10;
  return (
    <section className="mt-4 border border-base-300 bg-base-100 p-4">
      <h2 className="text-xl">Cutting, testing, buying</h2>
      <div className="grid grid-cols-2 gap-3">
        <NumberField
          label="Trim added to each cable"
          disabled={disabled}
          value={workshop.cutTrimMm}
          min={0}
          max={50}
          unit="mm"
          onCommit={(v) => onChange({ cutTrimMm: Math.round(v) })}
        />
        <NumberField
          label="Shortest rest worth keeping"
          disabled={disabled}
          value={workshop.minRemnantMm}
          min={1}
          max={10000}
          unit="mm"
          onCommit={(v) => onChange({ minRemnantMm: Math.round(v) })}
        />
        <NumberField
          label="Scrap accepted to use a remnant up"
          disabled={disabled}
          value={percent(workshop.remnantPreferenceShare)}
          min={0}
          max={50}
          unit="%"
          onCommit={(v) => onChange({ remnantPreferenceShare: v / 100 })}
        />
        <NumberField
          label="Crimps pulled: the first, then every"
          disabled={disabled}
          value={workshop.pullEvery}
          min={1}
          max={1000}
          unit="th"
          onCommit={(v) => onChange({ pullEvery: Math.round(v) })}
        />
        <NumberField
          label="Spare lugs and ferrules"
          disabled={disabled}
          value={percent(spares.endShare)}
          min={0}
          max={200}
          unit="%"
          onCommit={(v) => onChange({ spares: { ...spares, endShare: v / 100 } })}
        />
        <NumberField
          label="Spare cable, tube and sleeve"
          disabled={disabled}
          value={percent(spares.lengthShare)}
          min={0}
          max={100}
          unit="%"
          onCommit={(v) => onChange({ spares: { ...spares, lengthShare: v / 100 } })}
        />
        <NumberField
          label="Small parts lost or miscounted"
          disabled={disabled}
          value={percent(workshop.miscountShare)}
          min={0}
          max={50}
          unit="%"
          onCommit={(v) => onChange({ miscountShare: v / 100 })}
        />
        <NumberField
          label="Cost of running short of one"
          disabled={disabled}
          value={workshop.shortCost}
          min={0}
          max={10000}
          unit={workshop.currency}
          onCommit={(shortCost) => onChange({ shortCost })}
        />
        <NumberField
          label="Working days from last part to delivery"
          disabled={disabled}
          value={workshop.buildDays}
          min={0}
          max={120}
          unit="days"
          onCommit={(v) => onChange({ buildDays: Math.round(v) })}
        />
      </div>
      <p className="dim mt-2 text-xs">Common practice, no source; set by the workshop.</p>
    </section>
  );
}
