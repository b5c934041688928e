import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link, useNavigate } from 'react-router';
import { Undoing } from '../ledger/Undoing';
import { useCurrentCompany } from '../session/session';
import { api, data, saved } from '../shared/api';
import { dateTime, fullDate } from '../shared/dates';
import { keys } from '../shared/keys';
import { grouped } from '../shared/money';
import { Problems } from '../shared/Problems';
import { say } from '../words';
import { FileFacts } from '../bankfile/FileFacts';
import type { RunView } from './api';
import { collectionKeys } from './keys';
import type { RunWork } from './useRun';

interface Together {
  runId: number;
  version: number;
}

/** Other open runs of the same bank account, which may go into the same file. */
function TogetherWith({
  run,
  chosen,
  onChoose,
}: {
  run: RunView;
  chosen: Together[];
  onChoose: (runs: Together[]) => void;
}) {
  const { company } = useCurrentCompany();
  const runs = useQuery({
    queryKey: collectionKeys.runs(company.id),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/collection-runs', {
          params: { path: { companyId: company.id } },
        }),
      ),
  });
  const others = (runs.data ?? []).filter(
    (r) => r.state === 'OPEN' && r.bankAccountId === run.bankAccountId && r.id !== run.id && r.customers > 0,
  );
  return others.length === 0 ? null : (
    <fieldset className="mb-2">
      <legend className="form-label">{say('collection.inTheSameFile')}</legend>
      {others.map((r) => (
        <Form.Check
          key={r.id}
          id={`together-${r.id}`}
          checked={chosen.some((c) => c.runId === r.id)}
          label={say('collection.runOnDay', {
            number: r.number,
            day: fullDate(r.collectOn),
            amount: grouped(r.amount),
          })}
          onChange={(e) =>
            onChoose(
              e.target.checked
                ? [...chosen, { runId: r.id, version: r.version }]
                : chosen.filter((c) => c.runId !== r.id),
            )
          }
        />
      ))}
    </fieldset>
  );
}

/** What a run comes to, how it is booked, and its file for the bank. */
export function RunSide({ run, work }: { run: RunView; work: RunWork }) {
  const { company, session, canPrepare } = useCurrentCompany();
  const queries = useQueryClient();
  const navigate = useNavigate();
  const [doing, setDoing] = useState<'reverse' | 'give-up'>();
  const [together, setTogether] = useState<Together[]>([]);
  const open = run.state === 'OPEN';
  const may = open && canPrepare;
  const print = useMutation({
    mutationFn: () =>
      saved(
        `${work.base}/notices`,
        { paper: navigator.language === 'en-US' ? 'LETTER' : 'A4' },
        `${say('collection.noticesFile')}-${run.number}.pdf`,
      ),
    onSettled: () => queries.invalidateQueries({ queryKey: keys.company(company.id) }),
  });
  const ready = run.sums.undecided === 0 && run.sums.customers > 0 && (run.file?.problems.length ?? 1) === 0;
  return (
    <aside className="drawer-side" aria-label={say('collection.thisRun')}>
      <h2>{say('collection.thisRun')}</h2>
      <table className="plain">
        <tbody>
          <tr>
            <th scope="row">
              {say('collection.customersAndInvoices', {
                customers: run.sums.customers,
                items: run.sums.items,
              })}
            </th>
            <td className="num fw-bold">{grouped(run.sums.amount)}</td>
          </tr>
          {open && (
            <tr>
              <td className="quiet">{say('collection.toBeDecided', { count: run.sums.undecided })}</td>
              <td className="num quiet">{grouped(run.sums.undecidedAmount)}</td>
            </tr>
          )}
          {run.sums.others > 0 && open && (
            <tr>
              <td className="quiet" colSpan={2}>
                {say('collection.othersCount', { count: run.sums.others })}
              </td>
            </tr>
          )}
          {Number(run.cameBack) !== 0 && (
            <tr>
              <td>{say('collection.cameBack')}</td>
              <td className="num">{grouped(run.cameBack)}</td>
            </tr>
          )}
        </tbody>
      </table>
      {!open && <Fate run={run} />}
      {(open || run.state === 'RELEASED') && (
        <>
          <h3>{say('collection.bookedAs')}</h3>
          {may && (
            <div className="d-flex gap-2 mb-2" role="group" aria-label={say('collection.bookedAs')}>
              {[true, false].map((one) => (
                <Button
                  key={String(one)}
                  size="sm"
                  variant="outline-secondary"
                  active={run.oneEntry === one}
                  aria-pressed={run.oneEntry === one}
                  disabled={work.change.isPending}
                  onClick={() => run.oneEntry !== one && work.change.mutate({ oneEntry: one })}
                >
                  {one ? say('collection.oneEntry') : say('collection.oneEach')}
                </Button>
              ))}
            </div>
          )}
          {run.lines.length === 0 ? (
            <p className="quiet">{say('collection.nobodyYet')}</p>
          ) : (
            <table className="plain run-lines">
              <caption className="visually-hidden">{say('collection.bookedAs')}</caption>
              <tbody>
                {run.lines.map((l, i) => (
                  <tr key={i}>
                    <td>
                      {l.account}
                      {l.party && `, ${l.party}`}
                    </td>
                    <td className="num">{l.debit && grouped(l.debit)}</td>
                    <td className="num">{l.credit && grouped(l.credit)}</td>
                  </tr>
                ))}
                {run.moreLines > 0 && (
                  <tr>
                    <td colSpan={3} className="quiet">
                      {say('collection.moreLines', { count: run.moreLines })}
                    </td>
                  </tr>
                )}
              </tbody>
            </table>
          )}
        </>
      )}
      <FileFacts file={run.file} reversalFileId={run.reversalFileId} />
      {run.noticesDue > 0 && may && (
        <p className="told">
          {say('collection.noticesDue', { count: run.noticesDue })}{' '}
          <button type="button" className="as-link" disabled={print.isPending} onClick={() => print.mutate()}>
            {say('collection.writeTheNotices')}
          </button>
        </p>
      )}
      <Problems error={print.error ?? work.change.error} />
      <Problems error={work.release.error ?? work.step.error} title={say('collection.nothingWasReleased')} />
      {may && (
        <>
          {ready && <TogetherWith run={run} chosen={together} onChoose={setTogether} />}
          <div className="actions">
            <Button
              disabled={!ready || work.release.isPending}
              onClick={() => work.release.mutate([{ runId: run.id, version: run.version }, ...together])}
            >
              {run.collectOn > session.businessDate
                ? say('collection.writeTheFile')
                : say('collection.bookAndWriteTheFile')}
            </Button>
            <Button variant="outline-secondary" onClick={() => navigate('/collections')}>
              {say('collection.leaveIt')}
            </Button>
          </div>
          <p className="quiet">
            {run.sums.undecided > 0 && say('collection.stillToBeDecided', { count: run.sums.undecided })}
            {run.sums.undecided === 0 &&
              run.collectOn > session.businessDate &&
              say('collection.bookedOnItsDay', { day: fullDate(run.collectOn) })}
          </p>
          {doing === 'give-up' ? (
            <p className="told">
              {say('collection.givenUpFreesAll')}{' '}
              <button
                type="button"
                className="as-link"
                disabled={work.step.isPending}
                onClick={() => work.step.mutate({ path: 'taking-back', version: run.version })}
              >
                {say('collection.giveItUp')}
              </button>
            </p>
          ) : (
            <button type="button" className="as-link" onClick={() => setDoing('give-up')}>
              {say('collection.giveItUp')}
            </button>
          )}
        </>
      )}
      {canPrepare && run.state === 'RELEASED' && run.collectOn <= session.businessDate && (
        <Button
          disabled={work.step.isPending}
          onClick={() => work.step.mutate({ path: 'booking', version: run.version })}
        >
          {say('collection.bookIt')}
        </Button>
      )}
      {canPrepare &&
        (run.state === 'RELEASED' || run.state === 'BOOKED') &&
        !run.creditedOn &&
        (doing === 'reverse' ? (
          <Undoing
            path={`/collection-runs/${run.id}/reversal`}
            from={run.collectOn}
            label={say('collection.reverseIt')}
            onDone={() => setDoing(undefined)}
          />
        ) : (
          <p className="mt-2">
            <button type="button" className="as-link" onClick={() => setDoing('reverse')}>
              {say('collection.reverseIt')}
            </button>
          </p>
        ))}
    </aside>
  );
}

function Fate({ run }: { run: RunView }) {
  return (
    <ul className="facts">
      {run.releasedAt && (
        <li>{say('collection.releasedBy', { who: run.releasedBy, when: dateTime(run.releasedAt) })}</li>
      )}
      {run.state === 'RELEASED' && (
        <li>{say('collection.bookedOnItsDay', { day: fullDate(run.collectOn) })}</li>
      )}
      {run.journalEntryId && (
        <li>
          <Link to={`/ledger/entries/${run.journalEntryId}`}>{say('collection.itsEntry')}</Link>
        </li>
      )}
      {run.creditedOn ? (
        <li>{say('collection.creditedOn', { day: fullDate(run.creditedOn) })}</li>
      ) : (
        run.state === 'BOOKED' && (
          <li className="waiting">{say('collection.waitsOn', { account: run.onTheWay })}</li>
        )
      )}
    </ul>
  );
}
