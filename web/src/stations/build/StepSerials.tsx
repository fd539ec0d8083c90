import type { Said } from '@ombrik/core/build/buildState';
import type { BuildStep } from '@ombrik/core/build/step';
import { bearsSerial } from '@ombrik/core/released/partSerials';
import { useJob } from '../../session/useJob.ts';
import { FormField } from '../../ui/form/FormField.tsx';
import { useFieldForm } from '../../ui/form/useFieldForm.ts';

interface SerialsProps {
  step: Pick<BuildStep, 'id' | 'kind' | 'itemIds'>;
  steps: readonly Pick<BuildStep, 'id' | 'kind' | 'itemIds'>[];
  serials: ReadonlyMap<string, string>;
  onSay: (said: Said) => void;
}
/** Where a part is in the hand, and its number to be seen. */
const IN_HAND: readonly BuildStep['kind'][] = ['mount', 'strap', 'pack'];
const LONGEST = 60;

/** The numbers of the parts in hand, by the scanner's line end or the press. */
export function StepSerials({ step, steps, serials, onSay }: SerialsProps) {
  const { board, parts } = useJob();
  const inHand = steps.filter((s) => IN_HAND.includes(s.kind));
  // What stands beside the board is in no hand: its number is read when all is looked over.
  const beside = step.id === steps.findLast((s) => s.kind === 'look')?.id;
  const isAsked = (id: string) =>
    beside ? inHand.every((s) => !s.itemIds.includes(id)) : IN_HAND.includes(step.kind) && step.itemIds.includes(id);
  const items = board.items.filter((i) => {
    const part = parts.get(i.partId);
    return part && bearsSerial(part) && isAsked(i.id);
  });
  return items.map((item) => (
    <SerialOf
      key={item.id}
      designation={item.designation}
      known={serials.get(item.id) ?? null}
      onRead={(serial) => onSay({ kind: 'serial', itemId: item.id, serial })}
    />
  ));
}

function SerialOf({
  designation,
  known,
  onRead,
}: {
  designation: string;
  known: string | null;
  onRead: (serial: string) => void;
}) {
  const form = useFieldForm(
    {
      serial: {
        kind: 'text',
        label: `Serial no. of ${designation}`,
        hideLabel: true,
        placeholder: known ? 'another, if it was changed' : 'scan or type',
        max: LONGEST,
        required: true,
        autoComplete: 'off',
      },
    } as const,
    { serial: '' },
  );
  return (
    <form
      className="large-field flex items-center gap-3 text-lg"
      noValidate
      onSubmit={form.submit(({ serial }) => {
        onRead(serial);
        form.reset();
      })}
    >
      <span>
        Serial no. of {designation}: <b className="num">{known ?? 'not read yet'}</b>
      </span>
      <FormField of={form} name="serial" className="min-w-40 max-w-72 flex-1" />
      <button type="submit" className="btn min-h-16 min-w-16 text-xl!">
        Keep
      </button>
    </form>
  );
}
