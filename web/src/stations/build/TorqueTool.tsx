import { scaleAndArm } from '@ombrik/core/build/scaleAndArm';
import { PickField } from '../../ui/PickField.tsx';
import type { TorqueHands } from './useTorqueTool.ts';

interface ToolProps {
  torqueNm: number;
  hands: TorqueHands;
}

/** A scale nobody has described: a luggage scale on a usual arm. Common practice, no source. */
const USUAL = { maxKg: 5, stepKg: 0.01, armMm: 420 } as const;

/** What it is torqued with: a wrench set to the value, or a scale with the reading to pull to; one that is due is a stop. */
export function TorqueTool({ torqueNm, hands: { tools, tool, stop, take } }: ToolProps) {
  const scale = tool?.kind === 'springScale' ? tool : null;
  const armMm = scale?.armMm ?? USUAL.armMm;
  const said =
    scale && scaleAndArm(torqueNm, armMm, { maxKg: scale.maxKg ?? USUAL.maxKg, stepKg: scale.stepKg ?? USUAL.stepKg });
  return (
    <div className="rounded border border-base-300 p-2 text-lg">
      <label className="flex items-center gap-2">
        with
        <PickField
          label="Torqued with"
          hideLabel
          size="md"
          className="h-16 min-w-0 flex-1 text-xl"
          value={tool?.id ?? ''}
          options={tools.length === 0 ? [['', 'no tool is set up']] : tools.map((t) => [t.id, t.name] as const)}
          onPick={(picked) => take(picked)}
        />
      </label>
      {said && (
        <p className="text-2xl">
          pull to <span className="num">{said.readingKg.toFixed(2)} kg</span> <span className="dim">at {armMm} mm</span>
        </p>
      )}
      {said?.wrong && <p className="text-warning">{said.wrong}</p>}
      {stop && (
        <p role="alert" className="text-error">
          ▲ {stop}: not to be used
        </p>
      )}
    </div>
  );
}
