import type { Workshop } from '@ombrik/core/document/workshop/workshop';
import { NumberField } from '../../ui/TextField.tsx';

interface Rule {
  label: string;
  unit: string;
  value: number;
  min: number;
  max: number;
  change: (value: number) => Partial<Workshop>;
}

const percent = (share: number) => Math.round(share * 1000) / 10;

/** What is asked, in the order work goes: cutting, testing, spares, buying. */
function profileOf(w: Workshop): Rule[] {
  const whole = (field: 'cutTrimMm' | 'minRemnantMm' | 'pullEvery' | 'buildDays') => (v: number) => ({
    [field]: Math.round(v),
  });
  return [
    { label: 'Trim added to each cable', unit: 'mm', value: w.cutTrimMm, min: 0, max: 50, change: whole('cutTrimMm') },
    {
      label: 'Shortest rest worth keeping',
      unit: 'mm',
      value: w.minRemnantMm,
      min: 1,
      max: 10_000,
      change: whole('minRemnantMm'),
    },
    {
      label: 'Scrap accepted to use a remnant up',
      unit: '%',
      value: percent(w.remnantPreferenceShare),
      min: 0,
      max: 50,
      change: (v) => ({ remnantPreferenceShare: v / 100 }),
    },
    {
      label: 'Crimps pulled: the first, then every',
      unit: 'th',
      value: w.pullEvery,
      min: 1,
      max: 1000,
      change: whole('pullEvery'),
    },
    {
      label: 'Spare lugs and ferrules',
      unit: '%',
      value: percent(w.spares.endShare),
      min: 0,
      max: 200,
      change: (v) => ({ spares: { ...w.spares, endShare: v / 100 } }),
    },
    {
      label: 'Spare cable, tube and sleeve',
      unit: '%',
      value: percent(w.spares.lengthShare),
      min: 0,
      max: 100,
      change: (v) => ({ spares: { ...w.spares, lengthShare: v / 100 } }),
    },
    {
      label: 'Small parts lost or miscounted',
      unit: '%',
      value: percent(w.miscountShare),
      min: 0,
      max: 50,
      change: (v) => ({ miscountShare: v / 100 }),
    },
    {
      label: 'Cost of running short of one',
      unit: w.currency,
      value: w.shortCost,
      min: 0,
      max: 10_000,
      change: (shortCost) => ({ shortCost }),
    },
    {
      label: 'Working days from last part to delivery',
      unit: 'days',
      value: w.buildDays,
      min: 0,
      max: 120,
      change: whole('buildDays'),
    },
  ];
}

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
  return (
    <section className="mt-4 border border-base-300 bg-base-100 p-4">
      <h2 className="text-xl">Cutting, testing, buying</h2>
      <div className="grid grid-cols-2 gap-3">
        {profileOf(workshop).map(({ change, ...rule }) => (
          <NumberField key={rule.label} {...rule} disabled={disabled} onCommit={(v) => onChange(change(v))} />
        ))}
      </div>
      <p className="dim mt-2 text-xs">Common practice, no source; set by the workshop.</p>
    </section>
  );
}
