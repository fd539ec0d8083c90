import type { ReactNode } from 'react';
import { useDropzone } from 'react-dropzone';

/** Takes files that are let fall on what it holds; what lies there already goes on as it was. */
export function FileDrop({
  says,
  onFiles,
  disabled = false,
  className = '',
  children,
}: {
  /** What letting go does, said while the hand is over it. */
  says: string;
  onFiles: (files: File[]) => void;
  disabled?: boolean;
  className?: string;
  children: ReactNode;
}) {
  const { getRootProps, isDragActive } = useDropzone({ onDrop: onFiles, noClick: true, noKeyboard: true, disabled });
  // It takes no keys: the button beside it asks for the same file. And where nothing may be let fall, what it holds is for
  // hands all the same: only the drop is off.
  const { tabIndex: _, role: __, 'aria-disabled': ___, ...root } = getRootProps();
  return (
    <div {...root} className={`relative ${className}`}>
      {children}
      {isDragActive && (
        <div className="pointer-events-none absolute inset-2 z-30 grid place-items-center border-2 border-primary border-dashed bg-base-100/90">
          <p role="status" className="label-face text-xl">
            {says}
          </p>
        </div>
      )}
    </div>
  );
}
