import { SUN_SOURCE } from '@ombrik/core/power/sunByMonth';
import { useJob } from '../../session/useJob.ts';
import { AlternatorWays } from './AlternatorWays.tsx';
import { SitePlan } from './SitePlan.tsx';
import { AlternatorFields, GeneratorFields, MainsFields, SourceBox, SunFields } from './SourceBox.tsx';
import { SunMonths } from './SunMonths.tsx';

/** Where it stands, what can feed it, and how the bank is planned for. */
export function SourcesSheet() {
  const { power } = useJob().board;
  return (
    <div className="grid grid-cols-[300px_minmax(0,1fr)] gap-5 p-4">
      <SitePlan />
      <section className="grid content-start gap-3">
        <div className="grid grid-cols-2 gap-3">
          <SourceBox
            source="sun"
            title="Sun"
            absent="No sun. A board may well be charged without."
            fields={SunFields}
          />
          <SourceBox source="alternator" title="Alternator" absent="No engine near." fields={AlternatorFields} />
          <SourceBox source="mains" title="Mains" absent="No public supply." fields={MainsFields} />
          <SourceBox source="generator" title="Generator" absent="No generator." fields={GeneratorFields} />
        </div>
        {power.sun && <SunMonths />}
        {power.sun && <p className="dim text-xs">Sun by {SUN_SOURCE}.</p>}
        {power.alternator && <AlternatorWays alternator={power.alternator} />}
      </section>
    </div>
  );
}
