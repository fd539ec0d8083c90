import { choicesOf, type DesignOption, type HouseDesign } from '@ombrik/core/design/houseDesign';
import { genericCatalogue } from '@ombrik/core/devices/genericCatalogue';
import { partIndex } from '@ombrik/core/document/references';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { answer, api } from '../../app/api.ts';
import { keyed, usePress } from '../../app/press.ts';
import { FormBody } from '../../ui/form/FormBody.tsx';
import { useFieldForm } from '../../ui/form/useFieldForm.ts';
import { PickField } from '../../ui/PickField.tsx';

const FIELDS = {
  jobName: { kind: 'text', label: 'Job name', max: 80, required: true, autoFocus: true },
  customer: { kind: 'text', label: 'Customer', max: 80 },
  wantedOn: { kind: 'date', label: 'Wanted on', optional: true },
} as const;

/** A new job with the board of a design, its options chosen. */
export function StartFromDesign({ design, onCancel }: { design: HouseDesign; onCancel: () => void }) {
  const navigate = useNavigate();
  const client = useQueryClient();
  const form = useFieldForm(FIELDS, { jobName: '', customer: '', wantedOn: '' });
  const [chosen, setChosen] = useState<Readonly<Record<string, string>>>({});
  const parts = partIndex(design.board, genericCatalogue);
  const start = usePress({
    route: 'POST /api/designs/:id/start',
    send: (wish: { jobName: string; customer: string; wantedOn: string | null; chosen: typeof chosen }, key) =>
      answer(
        api.designs[':id'].start.$post(
          {
            param: { id: design.id },
            json: {
              version: design.version,
              choices: Object.entries(wish.chosen).map(([option, choice]) => ({ option, choice })),
              jobName: wish.jobName,
              customer: wish.customer,
              wantedOn: wish.wantedOn,
            },
          },
          keyed(key),
        ),
      ),
    onSuccess: async ({ job }) => {
      await client.invalidateQueries({ queryKey: ['jobs'] });
      navigate(`/jobs/${job.id}/brief`);
    },
  });
  const says = (option: DesignOption, choice: string): string => {
    if (option.kind === 'swap') return parts.get(choice)?.name ?? choice;
    return choice === 'mirrored' ? 'mirrored, its cables to be laid anew' : choice;
  };
  return (
    <div className="mt-2 border-t border-base-300 pt-2">
      <FormBody
        of={form}
        press="Take the job in"
        sending={start.isPending || start.data !== undefined}
        mayNot={start.mayNot}
        refused={start.error}
        cancel={{ says: 'Not now', go: onCancel }}
        take={({ jobName, customer, wantedOn }) =>
          start.mutate({ jobName, customer, wantedOn: wantedOn || null, chosen })
        }
      >
        {design.options.map((o) => (
          <PickField
            key={o.id}
            label={o.name}
            value={chosen[o.id] ?? choicesOf(o)[0]!}
            options={choicesOf(o).map((choice) => [choice, says(o, choice)] as const)}
            onPick={(choice) => setChosen({ ...chosen, [o.id]: choice })}
          />
        ))}
      </FormBody>
    </div>
  );
}
