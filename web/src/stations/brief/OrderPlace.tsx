import { BRIEF_FIELDS, OPENING_FIELDS } from '@ombrik/core/document/brief/briefFields';
import { useJob } from '../../session/useJob.ts';
import { NumberField, TextField } from '../../ui/TextField.tsx';
import { Part } from './Part.tsx';
import { useBrief } from './useBrief.ts';

/** Where the board goes: the opening, what is behind it, how warm it gets. */
export function OrderPlace() {
  const { brief } = useJob().board;
  const { set } = useBrief();
  const opening = brief.opening ?? { widthMm: 0, heightMm: 0, depthMm: 0, behind: '' };
  const setOpening = (change: Partial<typeof opening>) => {
    const next = { ...opening, ...change };
    // An opening is known once all three sizes are; until then the missing ones stand at 1 mm and are plain to see.
    set('opening', {
      ...next,
      widthMm: next.widthMm || 1,
      heightMm: next.heightMm || 1,
      depthMm: next.depthMm || 1,
    });
  };
  return (
    <Part title="Where the board goes">
      <TextField
        className="col-span-full"
        label="Where the board goes"
        value={brief.place}
        max={120}
        onCommit={(v) => set('place', v)}
      />
      <NumberField
        {...OPENING_FIELDS.widthMm}
        value={brief.opening?.widthMm ?? null}
        onCommit={(widthMm) => setOpening({ widthMm })}
      />
      <NumberField
        {...OPENING_FIELDS.heightMm}
        value={brief.opening?.heightMm ?? null}
        onCommit={(heightMm) => setOpening({ heightMm })}
      />
      <NumberField
        {...OPENING_FIELDS.depthMm}
        value={brief.opening?.depthMm ?? null}
        onCommit={(depthMm) => setOpening({ depthMm })}
      />
      <NumberField {...BRIEF_FIELDS.ambientC} value={brief.ambientC} onCommit={(v) => set('ambientC', v)} />
      <TextField
        className="col-span-full"
        label="What is behind it"
        value={brief.opening?.behind ?? ''}
        max={200}
        onCommit={(behind) => setOpening({ behind })}
      />
    </Part>
  );
}
