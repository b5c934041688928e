import { useState } from 'react';
import { Link } from 'react-router';
import { dateTime, fullDate } from '../shared/dates';
import { Problems } from '../shared/Problems';
import type { ApprovalView } from './api';
import { SecondPerson, STATES } from './SecondPerson';
import { useApprovals } from './useApprovals';
import { say } from '../words';

/** All that waits for a second person, whatever it is, and what was decided lately. */
export default function ApprovalsPage() {
  const [chosen, setChosen] = useState<number>();
  const approvals = useApprovals();
  const all = approvals.data?.approvals ?? [];
  const waiting = all.filter((a) => a.state === 'ASKED' || a.state === 'LAPSED');
  const decided = all.filter((a) => !waiting.includes(a));
  const asked = all.find((a) => a.id === chosen) ?? waiting.find((a) => !a.own) ?? waiting[0];
  return (
    <div className="page form-page">
      <div>
        <h1>{say('approval.aSecondPerson')}</h1>
        <Problems error={approvals.error} />
        {approvals.data && waiting.length === 0 && <p>{say('approval.nothingWaitsForASecondPerson')}</p>}
        {waiting.length > 0 && (
          <div className="sheet">
            <Asked
              caption={say('approval.whatWaitsTheOldestFirst')}
              rows={waiting}
              chosen={asked?.id}
              onChoose={setChosen}
            />
            {approvals.data && approvals.data.undecided > waiting.length && (
              <p className="quiet">
                {say('approval.theFirstOf', { waiting: waiting.length, undecided: approvals.data.undecided })}
              </p>
            )}
          </div>
        )}
        {decided.length > 0 && (
          <div className="sheet">
            <Asked
              caption={say('approval.decidedLately')}
              rows={decided}
              chosen={asked?.id}
              onChoose={setChosen}
            />
          </div>
        )}
      </div>
      {asked && (
        <div className="beside">
          <h2>
            <Link to={asked.path}>{asked.title}</Link>
          </h2>
          <SecondPerson key={asked.id} asked={asked} />
        </div>
      )}
    </div>
  );
}

function Asked({
  caption,
  rows,
  chosen,
  onChoose,
}: {
  caption: string;
  rows: ApprovalView[];
  chosen?: number;
  onChoose: (id: number) => void;
}) {
  return (
    <table className="plain">
      <caption>{caption}</caption>
      <thead>
        <tr>
          <th scope="col">{say('approval.what')}</th>
          <th scope="col">{say('approval.askedBy')}</th>
          <th scope="col">{say('approval.when')}</th>
          <th scope="col">{say('approval.state')}</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((a) => (
          <tr key={a.id} aria-current={a.id === chosen || undefined}>
            <th scope="row">
              <button type="button" className="as-link text-start" onClick={() => onChoose(a.id)}>
                {a.title}
              </button>
            </th>
            <td>{a.own ? say('approval.you') : a.askedBy}</td>
            <td className="text-nowrap">{dateTime(a.askedAt)}</td>
            <td>
              {STATES[a.state]}
              {a.state === 'ASKED' && say('approval.until', { lapsesAfter: fullDate(a.lapsesAfter) })}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
