import type { StepStatus } from '@ombrik/core/build/buildState';
import { lbfInOf } from '@ombrik/core/tables/gravity';
import { told, unitsNow } from '../../told/units.ts';
import { BenchNumber } from './BenchNumber.tsx';
import { clockWords, STATE_SIGN, timeWords } from './buildWords.ts';
import { StudDrawn } from './StudDrawn.tsx';
import { TorqueTool } from './TorqueTool.tsx';
import type { TorqueHands } from './useTorqueTool.ts';

interface FigureProps {
  status: StepStatus;
  seconds: number;
  value: number | null;
  onValue: (value: number | null) => void;
  hands: TorqueHands;
  /** Where in the store parts lie, by article. */
  bins: Readonly<Record<string, string>>;
}

/** The figure that matters, what is needed, how long it should take; of a stud its stack and what it is torqued with. */
export function BenchFigure({
  status: { step, state, by, waitsFor },
  seconds,
  value,
  onValue,
  hands,
  bins,
}: FigureProps) {
  const { figure, stud } = step;
  const torque = step.kind === 'torque' && figure !== null;
  return (
    <aside className="flex min-h-0 flex-col gap-3 overflow-hidden border-base-300 bg-base-200 p-4 landscape:border-l portrait:border-t">
      {figure && (
        <div>
          <p className="num text-[76px] leading-none">
            <LargeFigure value={figure.value} unit={figure.unit} />
          </p>
          <p className="dim text-lg">
            {figure.what}
            {torque && <span translate="no">{` · ${otherTorque(figure.value)}`}</span>}
          </p>
        </div>
      )}
      {torque && <TorqueTool torqueNm={figure.value} hands={hands} />}
      {torque && (
        <div className="flex items-center justify-between text-lg">
          read
          <BenchNumber
            label="Torque read"
            unit="N·m"
            className="num h-16 w-28 text-right text-2xl"
            value={value}
            onValue={onValue}
          />
        </div>
      )}
      <dl className="grid grid-cols-[auto_1fr] gap-x-3 text-lg">
        {step.tools.length > 0 && (
          <>
            <dt className="dim">with</dt>
            <dd className="text-right">{step.tools.join(', ')}</dd>
          </>
        )}
        {step.parts.map((p) => (
          <div key={p.name} className="contents">
            <dt className="dim num">{p.quantity}×</dt>
            <dd className="text-right">
              {p.name}
              {p.articleId && bins[p.articleId] && <span className="dim"> · {bins[p.articleId]}</span>}
            </dd>
          </div>
        ))}
        <dt className="dim">this step</dt>
        <dd className="num text-right">
          {clockWords(seconds)} of ~{timeWords(step.minutes)}
        </dd>
        {step.dryMinutes > 0 && (
          <>
            <dt className="dim">then dries</dt>
            <dd className="num text-right">{timeWords(step.dryMinutes)}</dd>
          </>
        )}
        {by && state !== 'open' && (
          <>
            <dt className="dim">{STATE_SIGN[state].words}</dt>
            <dd className="text-right">{by.personName}</dd>
          </>
        )}
      </dl>
      {waitsFor.length > 0 && <p className="text-lg text-warning">Waits for {waitsFor.slice(0, 2).join('; ')}</p>}
      {stud && (
        <div className="mt-auto min-h-0">
          <StudDrawn stud={stud} />
        </div>
      )}
    </aside>
  );
}

/** A figure to be read from the other end of the bench, its unit smaller. */
function LargeFigure({ value, unit }: { value: number; unit: string }) {
  const said = told(`${value} ${unit}`);
  const at = said.lastIndexOf(' ');
  return (
    <span translate="no">
      {said.slice(0, at)}
      <span className="ml-2 text-3xl">{said.slice(at + 1)}</span>
    </span>
  );
}

/** Torque tools are marked in either: the one the figure is not in stands beside it, for whoever reads. */
const otherTorque = (torqueNm: number): string =>
  unitsNow().torque === 'N·m' ? `${lbfInOf(torqueNm).toFixed(0)} lbf·in` : `${torqueNm} N·m`;
