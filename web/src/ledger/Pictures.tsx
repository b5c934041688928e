import { useState } from 'react';
import { useCurrentCompany } from '../session/session';
import { upload } from '../shared/api';
import { FileButton, FileDrop } from '../shared/FileDrop';
import { say } from '../words';

interface Chosen {
  files: File[];
  set: (files: File[]) => void;
  /** Keeps them with the entry that was booked; says where to go then. */
  keep: (entryId: number | undefined, to: string) => Promise<string>;
}

/** Pictures and other papers that are chosen before there is an entry to keep them with. */
export function usePictures(): Chosen {
  const { company } = useCurrentCompany();
  const [files, set] = useState<File[]>([]);
  const keep = async (entryId: number | undefined, to: string) => {
    if (files.length === 0) {
      return to;
    }
    if (entryId === undefined) {
      // dated ahead: it is booked, and takes its pictures, when its day has come
      return to;
    }
    let missing = 0;
    for (const file of files) {
      const form = new FormData();
      form.append('file', file);
      try {
        await upload(`/api/v1/companies/${company.id}/ledger/entries/${entryId}/attachments`, form);
      } catch {
        missing += 1;
      }
    }
    return missing > 0 ? `/ledger/entries/${entryId}?missing=${missing}` : to;
  };
  return { files, set, keep };
}

/** Where they are chosen or dropped. */
export function Pictures({ of }: { of: Chosen }) {
  return (
    <FileDrop enabled label={say('ledger.dropThePictureHere')} onFile={(f) => of.set([...of.files, f])}>
      <div className="mb-3">
        <FileButton label={say('ledger.addAPicture')} onFile={(f) => of.set([...of.files, f])} />{' '}
        <span className="quiet">{of.files.length === 0 && say('ledger.ofTheCheckOrTheReceipt')}</span>
        {of.files.map((f, i) => (
          <span key={`${f.name} ${i}`} className="me-3">
            {f.name}{' '}
            <button
              type="button"
              className="as-link"
              aria-label={say('ledger.leaveOut', { name: f.name })}
              onClick={() => of.set(of.files.filter((_, n) => n !== i))}
            >
              ×
            </button>
          </span>
        ))}
      </div>
    </FileDrop>
  );
}
