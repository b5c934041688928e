import { useEffect, useRef, useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import { FileButton, FileDrop } from '../shared/FileDrop';
import { Problems } from '../shared/Problems';
import { say } from '../words';
import { PaperDialog, Thumbnail } from './PaperViewer';
import type { Listed } from './api';
import type { Handed } from './useHandedIn';

/** The first picture that is pasted. */
function pasted(e: ClipboardEvent): File | undefined {
  return Array.from(e.clipboardData?.files ?? []).find((f) => f.size > 0);
}

/** Takes files that are dropped on what it holds, or pasted anywhere on the page. */
export function TakesPapers({ of, children }: { of: Handed; children: ReactNode }) {
  const add = useRef(of.add);
  useEffect(() => {
    add.current = of.add;
  });
  useEffect(() => {
    const onPaste = (e: ClipboardEvent) => {
      const file = pasted(e);
      if (file) {
        e.preventDefault();
        add.current(file);
      }
    };
    document.addEventListener('paste', onPaste);
    return () => document.removeEventListener('paste', onPaste);
  }, []);
  return (
    <FileDrop enabled label={say('attachment.dropThePicture')} onFile={of.add}>
      {children}
    </FileDrop>
  );
}

/** A tablet's or telephone's camera takes the picture. */
function CameraButton({ onFile }: { onFile: (file: File) => void }) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <button type="button" className="btn btn-outline-secondary" onClick={() => input.current?.click()}>
        {say('attachment.takeAPicture')}
      </button>
      <input
        ref={input}
        type="file"
        hidden
        accept="image/*"
        capture
        aria-label={say('attachment.takeAPicture')}
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

/** What was handed in, small, with the ways to hand in more. */
export function HandIn({ of, hint }: { of: Handed; hint?: string }) {
  const [open, setOpen] = useState<Listed>();
  return (
    <div className="hand-in">
      <FileButton label={say('ledger.addAPicture')} onFile={of.add} /> <CameraButton onFile={of.add} />{' '}
      <span className="quiet">{of.papers.length === 0 && (hint ?? say('attachment.orDropOrPasteIt'))}</span>
      {of.busy && <span role="status">{say('attachment.beingTaken')}</span>}
      <Problems error={of.error} title={say('attachment.notTaken')} />
      {of.same.map((s) => (
        <p key={`${s.name} ${s.to}`} className="told mb-1">
          {say('attachment.isThereAlready', { name: s.name })}{' '}
          <Link to={s.to}>{say('attachment.seeWhere')}</Link>
        </p>
      ))}
      <div className="papers-row">
        {of.papers.map((p) => (
          <span key={p.id} className="paper-with-end">
            <Thumbnail paper={p} onOpen={() => setOpen(p)} />
            <button
              type="button"
              className="as-link"
              aria-label={say('ledger.leaveOut', { name: p.name })}
              onClick={() => of.leaveOut(p)}
            >
              ×
            </button>
          </span>
        ))}
      </div>
      {open && <PaperDialog paper={open} onClose={() => setOpen(undefined)} />}
    </div>
  );
}
