import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Link, useParams } from 'react-router';
import { ExportLinks } from '../ledger/ExportLinks';
import { useCurrentCompany } from '../session/session';
import { ActivityOf } from '../shared/ActivityOf';
import { shortDate } from '../shared/dates';
import { Problems } from '../shared/Problems';
import { useDeciding } from '../shared/useDeciding';
import { useKey } from '../shared/useKey';
import { say } from '../words';
import type { RunRow, RunView } from './api';
import { RunHeadForm } from './RunHeadForm';
import { RunRows } from './RunRows';
import { RunSide } from './RunSide';
import { useRun, type Deciding, type RunWork } from './useRun';
import { RUN_STATES } from './words';

/** A run: what is due customer by customer, decided by keys, with its entry and its file beside it. */
export default function RunPage() {
  const { id = '' } = useParams();
  const work = useRun(Number(id));
  return work.run.data ? (
    <Run key={id} run={work.run.data} work={work} />
  ) : (
    <Problems error={work.run.error} />
  );
}

const undecided = (r: RunRow) => r.standing === 'READY' || r.standing === 'ASK_FIRST';

function Run({ run, work }: { run: RunView; work: RunWork }) {
  const { canPrepare } = useCurrentCompany();
  const [text, setText] = useState('');
  const [only, setOnly] = useState<'' | 'undecided' | 'collect' | 'cannot'>('');
  const [head, setHead] = useState(false);
  const open = run.state === 'OPEN' && canPrepare;
  const wanted = text.trim().toLowerCase();
  const rows = run.rows.filter(
    (r) =>
      (only === '' ||
        (only === 'undecided' && undecided(r)) ||
        (only === 'collect' && r.standing === 'COLLECT') ||
        (only === 'cannot' && (r.standing === 'CANNOT' || r.standing === 'SKIPPED'))) &&
      (r.party.toLowerCase().includes(wanted) ||
        r.items.some((i) => i.title.toLowerCase().includes(wanted)) ||
        r.mandate?.reference.toLowerCase().includes(wanted)),
  );
  const { current, doing, setDoing, go, decided } = useDeciding(rows, undecided);
  const decide = (d: Deciding) => {
    if (work.decide.isPending) {
      return;
    }
    work.decide.mutate(d, {
      onSuccess: (row) => decided(row, 'undo' in d),
    });
  };
  const may = open && current !== undefined;
  useKey('Enter', () => may && !doing && undecided(current) && decide({ collect: current }));
  useKey('e', () => may && (undecided(current) || current.standing === 'COLLECT') && setDoing('change'));
  useKey('s', () => may && current.standing !== 'SKIPPED' && setDoing('skip'));
  useKey('u', () => {
    if (may && (current.standing === 'COLLECT' || current.standing === 'SKIPPED')) {
      decide({ undo: current });
    }
  });
  useKey('a', () => open && run.sums.ready > 0 && !work.all.isPending && work.all.mutate());
  return (
    <div className="run-page">
      <div className="page">
        <div className="slip-head">
          <h1>{run.title}</h1>
          <span className="quiet">
            {say('collection.allThatIsDue', {
              upTo: shortDate(run.dueUpTo),
              day: shortDate(run.collectOn),
              account: run.account,
            })}
            {run.note && `, ${run.note}`}
          </span>
          {run.state !== 'OPEN' && <strong>{RUN_STATES[run.state]}</strong>}
        </div>
        {run.dayProblems.map((p) => (
          <p key={p} className="told">
            {p}
          </p>
        ))}
        {head && open && <RunHeadForm run={run} work={work} onClose={() => setHead(false)} />}
        <div className="slip-tools">
          <Form.Control
            aria-label={say('collection.customerOrInvoice')}
            placeholder={say('collection.customerOrInvoice')}
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
          {run.state === 'OPEN' && (
            <Form.Select
              aria-label={say('collection.which')}
              value={only}
              onChange={(e) => setOnly(e.target.value as typeof only)}
            >
              <option value="">{say('collection.allCustomers')}</option>
              <option value="undecided">
                {say('collection.toBeDecidedCount', { count: run.sums.undecided })}
              </option>
              <option value="collect">{say('collection.collectCount', { count: run.sums.customers })}</option>
              <option value="cannot">{say('collection.skippedOrCannot')}</option>
            </Form.Select>
          )}
          {open && (
            <Button variant="outline-secondary" onClick={() => setHead(!head)}>
              {say('collection.changeTheDays')}
            </Button>
          )}
          {open && run.sums.ready > 0 && (
            <Button
              className="ms-auto"
              variant="outline-secondary"
              disabled={work.all.isPending}
              onClick={() => work.all.mutate()}
            >
              <strong>{say('collection.collectAllReady', { count: run.sums.ready })}</strong> <kbd>a</kbd>
            </Button>
          )}
        </div>
        <Problems error={work.decide.error ?? work.all.error} title={say('collection.nothingWasDecided')} />
        <RunRows
          run={run}
          rows={rows}
          here={current?.partyId}
          doing={open ? doing : undefined}
          open={open}
          busy={work.decide.isPending}
          onHere={go}
          onDoing={setDoing}
          onDecide={decide}
        />
        <ExportLinks path={`/collection-runs/${run.id}/file?of=run`} />
        <p>
          <Link to="/collections">{say('collection.allRuns')}</Link>
        </p>
        <ActivityOf type="collection_run" id={run.id} />
      </div>
      <RunSide run={run} work={work} />
    </div>
  );
}
