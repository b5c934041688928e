import { useCurrentCompany } from '../session/session';
import { fullDate, shortDate } from '../shared/dates';
import { grouped } from '../shared/money';
import { say } from '../words';
import type { RunFile } from './api';
import { Transmission } from './Transmission';

const HAPPENED: Record<RunFile['history'][number]['what'], string> = {
  DOWNLOADED: say('collection.happenedDownloaded'),
  LAID_OUT: say('collection.happenedLaidOut'),
  SENT: say('collection.happenedSent'),
  TAKEN: say('collection.happenedTaken'),
  REFUSED: say('collection.happenedRefused'),
};

/** The file of a run: what it comes to, whether it holds, what became of it, and the one that takes it back. */
export function FileFacts({
  file,
  reversalFileId,
}: {
  file: RunFile | undefined;
  reversalFileId: number | undefined;
}) {
  const { company, canPrepare } = useCurrentCompany();
  if (!file) {
    return null;
  }
  const download = (id: number, words: string) => (
    <a href={`/api/v1/companies/${company.id}/bank-files/${id}`} download>
      {words}
    </a>
  );
  return (
    <>
      <h3>{say('collection.fileForTheBank')}</h3>
      {file.problems.length > 0 ? (
        file.problems.map((p) => (
          <p key={p} className="attention">
            {p}
          </p>
        ))
      ) : (
        <p className="quiet">
          {file.format}:{' '}
          {file.batches
            .map((b) =>
              say(Number(b.debits) === 0 ? 'collection.batchOfCredits' : 'collection.batch', {
                kind: b.kind,
                day: b.date ? shortDate(b.date) : '',
                count: b.entries,
                amount: grouped(Number(b.debits) === 0 ? b.credits : b.debits),
              }),
            )
            .join(', ')}
          .{file.hash && ` ${say('collection.entryHash', { hash: file.hash })}`}{' '}
          {say('collection.allChecksHold')}
        </p>
      )}
      {file.changed.length > 0 && (
        <details className="quiet">
          <summary>{say('collection.namesRead', { count: file.changed.length })}</summary>
          {file.changed.slice(0, 20).map((c) => (
            <div key={c}>{c}</div>
          ))}
        </details>
      )}
      {file.id && (
        <p>
          {canPrepare ? download(file.id, file.name) : file.name}
          <br />
          <span className="quiet small text-break">SHA-256 {file.sha256}</span>
        </p>
      )}
      {file.history.length > 0 && (
        <ul className="list-unstyled small">
          {file.history.slice(-4).map((h, i) => (
            <li key={i} className={h.what === 'REFUSED' ? 'waiting' : 'quiet'}>
              {say('collection.happenedBy', {
                what: HAPPENED[h.what],
                who: h.who,
                day: fullDate(h.when.slice(0, 10)),
              })}
              {h.what === 'REFUSED' && h.words && ` (${h.words})`}
            </li>
          ))}
        </ul>
      )}
      {file.id && <Transmission key={file.id} fileId={file.id} />}
      {reversalFileId && (
        <>
          <p>
            {canPrepare
              ? download(reversalFileId, say('collection.fileThatTakesItBack'))
              : say('collection.fileThatTakesItBack')}
          </p>
          <Transmission key={reversalFileId} fileId={reversalFileId} />
        </>
      )}
    </>
  );
}
