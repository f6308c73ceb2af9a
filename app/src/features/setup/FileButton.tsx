import { useRef } from 'react';
import { Button } from '@/ui/button';

/** A button that lets somebody choose a file. */
export function FileButton({
  words,
  label,
  accept,
  onFile,
  disabled = false,
}: {
  words: string;
  /** What the file is, for a screen reader and for tests. */
  label: string;
  accept: string;
  onFile: (file: File) => void;
  disabled?: boolean;
}) {
  const picker = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={picker}
        type="file"
        accept={accept}
        aria-label={label}
        tabIndex={-1}
        style={{ display: 'none' }}
        onChange={(event) => {
          const chosen = event.currentTarget.files?.[0];
          if (chosen) onFile(chosen);
          event.currentTarget.value = '';
        }}
      />
      <Button className="self-start" onPress={() => picker.current?.click()} disabled={disabled}>
        {words}
      </Button>
    </>
  );
}
