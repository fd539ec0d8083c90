import { attachmentText } from '@ombrik/core/document/part/attachmentText';
import type { Part, Terminal } from '@ombrik/core/document/part/part';
import { ATTACHMENT_FIELDS } from '@ombrik/core/document/part/partFields';
import { NumberField } from '../../ui/TextField.tsx';

type Attachment = Terminal['attachment'];
/** Terminals of a large part are alike: the first ones are asked. */
const SHOWN = 6;

/** What a wire is fixed with at each terminal. */
export function PartTerminals({ part, set }: { part: Part; set: (by: Partial<Part>) => void }) {
  const put = (id: string, attachment: Attachment) =>
    set({ terminals: part.terminals.map((t) => (t.id === id ? { ...t, attachment } : t)) });
  return (
    <>
      <h4 className="perforated mt-2 pt-1 text-base">Terminals</h4>
      {part.terminals.slice(0, SHOWN).map((t) => (
        <div key={t.id} className="grid grid-cols-[70px_1fr_1fr] items-center gap-1">
          <span>{t.name}</span>
          <AttachmentFields name={t.name} attachment={t.attachment} onPut={(a) => put(t.id, a)} />
        </div>
      ))}
    </>
  );
}

function AttachmentFields({
  name,
  attachment: a,
  onPut,
}: {
  name: string;
  attachment: Attachment;
  onPut: (attachment: Attachment) => void;
}) {
  if (a.kind === 'stud')
    return (
      <>
        <NumberField
          {...ATTACHMENT_FIELDS.diameterMm}
          label={`Stud of ${name}`}
          hideLabel
          value={a.diameterMm}
          unit="M"
          onCommit={(diameterMm) => onPut({ ...a, diameterMm })}
        />
        <NumberField
          {...ATTACHMENT_FIELDS.palmWidthMaxMm}
          label={`Palm at ${name}`}
          hideLabel
          value={a.palmWidthMaxMm}
          unit="palm"
          onCommit={(palmWidthMaxMm) => onPut({ ...a, palmWidthMaxMm })}
        />
      </>
    );
  if (a.kind === 'clamp')
    return (
      <>
        <NumberField
          {...ATTACHMENT_FIELDS.minMm2}
          label={`Smallest at ${name}`}
          hideLabel
          value={a.minMm2}
          unit="mm²"
          onCommit={(minMm2) => onPut({ ...a, minMm2 })}
        />
        <NumberField
          {...ATTACHMENT_FIELDS.maxMm2}
          label={`Largest at ${name}`}
          hideLabel
          value={a.maxMm2}
          unit="mm²"
          onCommit={(maxMm2) => onPut({ ...a, maxMm2 })}
        />
      </>
    );
  return <span className="num">{attachmentText(a)}</span>;
}
