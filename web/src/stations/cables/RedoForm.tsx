import type { MadeCable } from '@ombrik/core/stages/terminations/terminations';
import { useJob } from '../../session/useJob.ts';
import { FormBody } from '../../ui/form/FormBody.tsx';
import type { Values } from '../../ui/form/fields.ts';
import { useFieldForm } from '../../ui/form/useFieldForm.ts';
import type { useCableFloor } from './useCableFloor.ts';

const REASONS = ['cut too short', 'wrong die', 'crimp let go', 'wrong lug', 'insulation nicked', 'wrong colour'];
const back = (texts: Readonly<Record<string, string>>) => texts.scrap === 'remnant';
const fieldsOf = (cutMm: number, quantity: number) =>
  ({
    reason: {
      kind: 'text',
      label: 'Why it is made again',
      hideLabel: true,
      max: 300,
      required: true,
      placeholder: 'why',
      wide: true,
    },
    scrap: {
      kind: 'choice',
      label: 'Where the spoiled one goes',
      open: true,
      wide: true,
      options: [
        { value: 'bin', says: 'scrap' },
        { value: 'remnant', says: 'back to the store as a remnant' },
      ],
    },
    remnantMm: {
      kind: 'number',
      label: 'Length of the remnant',
      min: 1,
      max: Math.ceil(cutMm),
      unit: 'mm',
      whole: true,
      when: back,
    },
    bin: { kind: 'text', label: 'Place of the remnant', max: 40, when: back },
    count: {
      kind: 'number',
      label: `How many of the ${quantity} are made again`,
      min: 1,
      max: quantity,
      unit: '',
      whole: true,
      when: () => quantity > 1,
    },
  }) as const;
type Wish = Values<ReturnType<typeof fieldsOf>>;

/** Why a cable is made again, and where the spoiled one goes. */
export function RedoForm({
  cable,
  floor,
  onDone,
}: {
  cable: MadeCable;
  floor: ReturnType<typeof useCableFloor>;
  onDone: () => void;
}) {
  const { quantity } = useJob().board.brief;
  const core = cable.cores[0]!;
  const usable = Math.max(0, Math.floor(cable.cutMm - core.from.stripMm - core.to.stripMm));
  const form = useFieldForm(fieldsOf(cable.cutMm, quantity), {
    reason: '',
    scrap: 'bin',
    remnantMm: String(usable),
    bin: 'remnants',
    count: '1',
  });
  const again = (wish: Wish) =>
    floor.redo.mutate(
      {
        cableId: cable.cableId,
        reason: wish.reason,
        scrap: wish.scrap as 'bin' | 'remnant',
        remnantMm: wish.remnantMm ?? 0,
        bin: wish.bin,
        count: wish.count ?? 1,
      },
      { onSuccess: onDone },
    );
  return (
    <fieldset className="border border-base-content/50 p-3">
      <legend className="label-face px-1 text-lg">Make {cable.designation} again</legend>
      <FormBody
        of={form}
        take={again}
        press="Start it again"
        sending={floor.redo.isPending}
        mayNot={floor.redo.mayNot}
        refused={floor.redo.error}
        cancel={{ says: 'Leave it as it is', go: onDone }}
        large
      >
        <div className="flex flex-wrap gap-2">
          {REASONS.map((r) => (
            <button
              key={r}
              type="button"
              className={`btn btn-sm ${form.text('reason') === r ? 'btn-primary' : ''}`}
              onClick={() => form.put('reason', r)}
            >
              {r}
            </button>
          ))}
        </div>
      </FormBody>
    </fieldset>
  );
}
