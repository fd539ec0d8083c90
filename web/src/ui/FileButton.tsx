/** A button that asks for one file; the same file can be given again. */
export function FileButton({
  text,
  accept,
  title,
  small = false,
  onFile,
}: {
  text: string;
  accept: string;
  title?: string;
  small?: boolean;
  onFile: (file: File) => void;
}) {
  return (
    <label className={`btn ${small ? 'btn-xs' : 'btn-sm'}`} title={title}>
      {text}
      <input
        type="file"
        accept={accept}
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
