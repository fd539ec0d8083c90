import { STEP_WORDS, type StepState } from '@ombrik/core/stock/cableSteps';
import { momentWords } from '../../told/days.ts';

/** The steps of one cable, each a box to press when it is done. */
export function StepBoxes({
  steps,
  isHeld,
  onPress,
}: {
  steps: readonly StepState[];
  /** Why a step cannot be pressed now is said elsewhere on the card. */
  isHeld: (step: StepState) => boolean;
  onPress: (step: StepState) => void;
}) {
  return (
    <ul aria-label="Steps" className="grid grid-cols-3 gap-2 xl:grid-cols-6">
      {steps.map((s) => {
        const edge = s.done ? (s.older ? 'border-warning' : 'border-success bg-base-100') : 'border-base-content/50';
        const held = isHeld(s);
        return (
          <li key={s.step}>
            <button
              type="button"
              aria-pressed={s.done}
              disabled={held}
              className={`flex min-h-[68px] w-full flex-col items-center justify-center border-2 px-1 ${edge} ${held ? 'dim' : ''}`}
              style={{ borderRadius: 4 }}
              onClick={() => onPress(s)}
            >
              <span className="label-face text-lg leading-tight">
                {s.done ? (s.older ? '▲ ' : '● ') : '○ '}
                {STEP_WORDS[s.step]}
              </span>
              {s.done && (
                <span className="dim text-[11px] leading-tight">
                  {s.pullsN.length > 0 ? <b className="num">{s.pullsN.join(' / ')} N </b> : ''}
                  {s.personName}, <span className="num">{momentWords(s.at)}</span>
                </span>
              )}
              {s.done && s.word && <span className="text-[11px] text-warning">to a guess: {s.word}</span>}
              {s.older && <span className="text-[11px] text-warning">to an older spec</span>}
            </button>
          </li>
        );
      })}
    </ul>
  );
}
