/** A button that asks for one file; the same file can be given again. */
export function FileButton({
  text,
  accept,
  title,
  small = false,
  disabled = false,
  onFile,
}: {
  text: string;
  accept: string;
  title?: string;
  small?: boolean;
  disabled?: boolean;
  onFile: (file: File) => void;
}) {
  return (
    <label className={`btn ${small ? 'btn-xs' : 'btn-sm'} ${disabled ? 'btn-disabled' : ''}`} title={title}>
      {text}
      <input
        type="file"
        accept={accept}
        disabled={disabled}
        className="sr-only"
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = '';
          if (file) onFile(file);
        }}
      />
    </label>
  );
}
