import type { ReactNode } from 'react';

/** A button that lets a file be chosen; the same file may be chosen twice. */
export function FilePick({
  accept,
  onFile,
  children,
  className = '',
  ...rest
}: {
  accept: string;
  onFile: (file: File) => void;
  children: ReactNode;
  className?: string;
  /** The camera of a phone before its files. */
  capture?: 'environment';
  'aria-label'?: string;
}) {
  return (
    <label className={`btn cursor-pointer ${className}`}>
      {children}
      <input
        {...rest}
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
