import { useRef, useState, type ReactNode } from 'react';
import { say } from '../words';

interface Props {
  enabled: boolean;
  label: string;
  onFile: (file: File) => void;
  children: ReactNode;
}

/** Takes a file that is dropped anywhere on what it holds. */
export function FileDrop({ enabled, label, onFile, children }: Props) {
  const [over, setOver] = useState(false);
  const depth = useRef(0);
  if (!enabled) {
    return <>{children}</>;
  }
  return (
    <div
      className={`file-drop${over ? ' over' : ''}`}
      onDragEnter={(e) => {
        e.preventDefault();
        depth.current += 1;
        setOver(true);
      }}
      onDragOver={(e) => e.preventDefault()}
      onDragLeave={() => {
        depth.current -= 1;
        setOver(depth.current > 0);
      }}
      onDrop={(e) => {
        e.preventDefault();
        depth.current = 0;
        setOver(false);
        const file = e.dataTransfer.files[0];
        if (file) {
          onFile(file);
        }
      }}
    >
      {over && <div className="drop-words">{label}</div>}
      {children}
    </div>
  );
}

/** A button that asks for a file. */
export function FileButton({
  label,
  onFile,
  main,
}: {
  label: string;
  onFile: (file: File) => void;
  main?: boolean;
}) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <button
        type="button"
        className={`btn ${main ? 'btn-primary' : 'btn-outline-secondary'}`}
        onClick={() => input.current?.click()}
      >
        {label}
      </button>
      <input
        ref={input}
        type="file"
        hidden
        aria-label={label}
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = '';
          if (file) {
            onFile(file);
          }
        }}
      />
    </>
  );
}

/** Said while a file is being read: what happens, and that nothing is half taken. */
export function Reading({ name }: { name: string }) {
  return (
    <p className="told" role="status">
      {say('shared.readingItIsTakenWholeOrNot', { name })}
    </p>
  );
}
