import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { Link, useParams } from 'react-router';
import { Undoing } from '../ledger/Undoing';
import { useCurrentCompany } from '../session/session';
import { ActivityOf } from '../shared/ActivityOf';
import { saved, send } from '../shared/api';
import { fullDate, shortDate } from '../shared/dates';
import { keys } from '../shared/keys';
import { grouped, report } from '../shared/money';
import { Problems } from '../shared/Problems';
import { say } from '../words';
import type { ReturnedDetail } from './api';
import { useReturnedItem } from './useReturned';
import { STATES } from './words';
import { WriteOff } from './WriteOff';

type Doing = 'again' | 'not-again' | 'undo' | 'undo-write-off' | 'write-off';

/** Something that came back: what is owed of it, what became of it, and what can be done. */
export default function ReturnedItemPage() {
  const { id = '' } = useParams();
  const item = useReturnedItem(Number(id));
  return item.data ? <Item key={id} item={item.data} /> : <Problems error={item.error} />;
}

function Item({ item }: { item: ReturnedDetail }) {
  const { company, canPrepare } = useCurrentCompany();
  const { row } = item;
  return (
    <div className="page">
      <p className="mb-1">
        <Link to="/returned-items">{say('returned.returnedItems')}</Link>
      </p>
      <h1>
        {say('returned.numberOfPayer', { number: row.number, payer: row.payer })}{' '}
        <small>{STATES[row.state]}</small>
      </h1>
      <p>
        {say('returned.cameBackLine', {
          date: fullDate(row.returnedOn),
          amount: grouped(row.amount),
          currency: row.currency,
          account: row.account,
        })}{' '}
        {row.reasonWords && <strong>{row.reasonWords}</strong>}
      </p>
      {row.note && <p className="quiet">{row.note}</p>}
      {!row.atBank && row.state !== 'UNDONE' && (
        <p className="waiting">{say('returned.notOnAStatementYetLong')}</p>
      )}
      {row.waitsForSecond && (
        <p className="waiting">
          {say('returned.waitsForASecondPerson')} <Link to="/approvals">{say('returned.seeIt')}</Link>
        </p>
      )}
      {canPrepare && <Actions item={item} />}
      <div className="sheet">
        <h2>{say('returned.whatIsOwed')}</h2>
        {item.parts.length === 0 ? (
          <p className="quiet">{say('returned.nothingOpenedAgain')}</p>
        ) : (
          <table className="plain" style={{ maxWidth: '46rem' }}>
            <caption>{say('returned.owedIn', { currency: company.currency })}</caption>
            <thead>
              <tr>
                <th scope="col">{say('returned.item')}</th>
                <th scope="col" className="num">
                  {say('returned.openedAgain')}
                </th>
                <th scope="col" className="num">
                  {say('returned.owedNow')}
                </th>
              </tr>
            </thead>
            <tbody>
              {item.parts.map((p) => (
                <tr key={p.itemId}>
                  <th scope="row">{p.title}</th>
                  <td className="num">{report(p.settled)}</td>
                  <td className="num">{report(p.owed)}</td>
                </tr>
              ))}
              <tr className="sum">
                <th scope="row" colSpan={2}>
                  {say('returned.owedInAll')}
                </th>
                <td className="num">{report(row.owed)}</td>
              </tr>
            </tbody>
          </table>
        )}
        {row.partyId && (
          <p className="mt-2 mb-0">
            <Link to={`/parties/${row.partyId}`}>{row.payer}</Link>
            {row.times > 1 && (
              <span className="quiet"> {say('returned.timesInAYear', { count: row.times })}</span>
            )}
          </p>
        )}
      </div>
      <div className="sheet">
        <h2>{say('returned.whatHappened')}</h2>
        <table className="plain" style={{ maxWidth: '46rem' }}>
          <caption className="visually-hidden">{say('returned.whatHappened')}</caption>
          <tbody>
            {item.steps.map((s, i) => (
              <tr key={i}>
                <td className="text-nowrap">{shortDate(s.day)}</td>
                <td>{s.path ? <Link to={s.path}>{s.text}</Link> : s.text}</td>
              </tr>
            ))}
          </tbody>
        </table>
        {item.together.length > 0 && (
          <p className="mb-0">
            {say('returned.cameBackTogether')}{' '}
            {item.together.map((t) => (
              <Link key={t} className="me-2" to={`/returned-items/${t}`}>
                {say('returned.seeIt')}
              </Link>
            ))}
          </p>
        )}
      </div>
      <ActivityOf type="returned_item" id={row.id} />
    </div>
  );
}

function Actions({ item }: { item: ReturnedDetail }) {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const [doing, setDoing] = useState<Doing>();
  const { row } = item;
  const path = `/returned-items/${row.id}`;
  const owe = useMutation({
    mutationFn: () => send('POST', `/api/v1/companies/${company.id}${path}/owed`, {}),
    onSuccess: () => queries.invalidateQueries({ queryKey: keys.company(company.id) }),
  });
  const print = useMutation({
    mutationFn: () =>
      saved(
        `/api/v1/companies/${company.id}${path}/notice`,
        { paper: navigator.language === 'en-US' ? 'LETTER' : 'A4' },
        `${say('returned.noticeFile')}-${row.number}.pdf`,
      ),
  });
  const standing = row.state === 'OPEN' || row.state === 'OWED';
  const button = (what: Doing, words: string, first = false) => (
    <Button variant={first ? 'primary' : 'outline-secondary'} onClick={() => setDoing(what)}>
      {words}
    </Button>
  );
  const done = () => setDoing(undefined);
  return (
    <>
      <div className="actions mb-2">
        {standing &&
          item.receiptId &&
          button('again', say('returned.presentAgain'), item.mayBePresentedAgain)}
        {row.state === 'OPEN' && (
          <Button variant="outline-secondary" disabled={owe.isPending} onClick={() => owe.mutate()}>
            {say('returned.itIsOwed')}
          </Button>
        )}
        {standing && row.partyId && Number(row.owed) > 0 && (
          <>
            <Link className="btn btn-outline-secondary" to={`/receipts/new?party=${row.partyId}`}>
              {say('returned.itIsPaid')}
            </Link>
            {button('write-off', say('returned.writeOff'))}
          </>
        )}
        {row.state === 'AGAIN' && button('not-again', say('returned.notAgain'))}
        {row.state === 'WRITTEN_OFF' && button('undo-write-off', say('returned.undoTheWriteOff'))}
        {row.state !== 'UNDONE' && (
          <Button variant="outline-secondary" disabled={print.isPending} onClick={() => print.mutate()}>
            {say('returned.printTheNotice')}
          </Button>
        )}
        {standing && button('undo', say('returned.itDidNotComeBack'))}
      </div>
      <Problems error={owe.error ?? print.error} />
      {doing === 'write-off' && <WriteOff item={item} onDone={done} />}
      {doing && doing !== 'write-off' && (
        <Undoing
          key={doing}
          path={`${path}/${doing}`}
          from={row.returnedOn}
          label={
            {
              again: say('returned.presentAgain'),
              'not-again': say('returned.notAgain'),
              undo: say('returned.itDidNotComeBack'),
              'undo-write-off': say('returned.undoTheWriteOff'),
            }[doing]
          }
          onDone={done}
        />
      )}
    </>
  );
}
