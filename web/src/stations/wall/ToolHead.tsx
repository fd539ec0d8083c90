import { PickField } from '../../ui/PickField.tsx';
import { TextField } from '../../ui/TextField.tsx';

interface HeadProps<K extends string> {
  name: string;
  /** What the kind is asked as. */
  asks: string;
  kind: K;
  kinds: readonly (readonly [K, string])[];
  disabled: boolean;
  onName: (name: string) => void;
  onKind: (kind: K) => void;
  onRemove: () => void;
}

/** The first line of a tool: its name, what it is, and the press that takes it away. */
export function ToolHead<K extends string>(head: HeadProps<K>) {
  const { name, asks, kind, kinds, disabled, onName, onKind, onRemove } = head;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_180px_auto] items-end gap-2">
      <TextField
        label={`Name of ${name}`}
        hideLabel
        disabled={disabled}
        value={name}
        max={60}
        required
        onCommit={onName}
      />
      <PickField
        label={asks}
        hideLabel
        disabled={disabled}
        value={kind}
        options={kinds.map(([value, text]) => [value, text] as const)}
        onPick={(picked) => {
          const found = kinds.find(([k]) => k === picked);
          if (found) onKind(found[0]);
        }}
      />
      <button type="button" className="btn btn-sm" disabled={disabled} onClick={onRemove}>
        Remove
      </button>
    </div>
  );
}
