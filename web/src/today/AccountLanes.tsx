import { useState } from 'react';
import { Link } from 'react-router';
import type { Dot, Lane, TodayView } from './api';
import { addDays, daysBetween, fullDate, monthShort, shortDate } from '../shared/dates';
import { report } from '../shared/money';
import { useCurrentCompany } from '../session/session';
import { say } from '../words';

interface Props {
  view: TodayView;
  canDrop: boolean;
  onFile: (file: File, account: number) => void;
}

const HEIGHT = 64;
const WIDTH = 1000;

/** One lane per account over the months: certified up to the mark, proven beyond it, and what is still open. */
export function AccountLanes({ view, canDrop, onFile }: Props) {
  const { company } = useCurrentCompany();
  const end = addDays(view.businessDate, 6);
  const span = daysBetween(view.from, end);
  const x = (iso: string) => (Math.min(Math.max(daysBetween(view.from, iso), 0), span) / span) * WIDTH;
  const months: string[] = [];
  for (let m = view.from; m <= end; m = addDays(`${m.slice(0, 7)}-01`, 32).slice(0, 7) + '-01') {
    months.push(m);
  }
  return (
    <section className="sheet lanes" aria-label={say('today.whereEveryAccountStands')}>
      <table>
        <caption className="visually-hidden">{say('today.accountsWithTheirMarkWhatIsProven')}</caption>
        <thead>
          <tr>
            <th scope="col">
              <span className="visually-hidden">{say('today.account')}</span>
            </th>
            <th scope="col" className="lane-months">
              <div className="month-names" aria-hidden="true">
                {months.map((m) => (
                  <span key={m} style={{ left: `${x(m) / 10}%` }}>
                    {monthShort(m.slice(0, 7))}
                  </span>
                ))}
                <span className="today-word" style={{ left: `${x(view.businessDate) / 10}%` }}>
                  {say('today.today')}
                </span>
              </div>
              <span className="visually-hidden">{say('today.months')}</span>
            </th>
            <th scope="col" className="num">
              {say('today.bank')}
            </th>
            <th scope="col" className="num">
              {say('today.freeToSpend')}
            </th>
          </tr>
        </thead>
        <tbody>
          {view.lanes.map((lane) => (
            <LaneRow
              key={lane.accountId}
              lane={lane}
              x={x}
              months={months}
              today={view.businessDate}
              canDrop={canDrop}
              foreign={lane.currency !== company.currency}
              onFile={(file) => onFile(file, lane.accountId)}
            />
          ))}
        </tbody>
      </table>
      <p className="legend quiet" aria-hidden="true">
        <svg width="12" height="12">
          <circle cx="6" cy="6" r="5" className="dot" />
        </svg>
        {say('today.bankLineWithNoExplanation')}
        <svg width="14" height="12">
          <path d="M7 0l6 6-6 6-6-6z" className="diamond" />
        </svg>
        {say('today.ledgerEntryNotYetAtTheBank')}
        <svg width="22" height="12">
          <rect width="22" height="12" className="lane-proven" />
        </svg>
        {say('today.provenNotYetCertified')}
      </p>
    </section>
  );
}

interface LaneProps {
  lane: Lane;
  x: (iso: string) => number;
  months: string[];
  today: string;
  canDrop: boolean;
  /** Whether its currency is not the company's, and is named. */
  foreign: boolean;
  onFile: (file: File) => void;
}

function LaneRow({ lane, x, months, today, canDrop, foreign, onFile }: LaneProps) {
  const [over, setOver] = useState(false);
  const mark = x(addDays(lane.mark, 1));
  const from = x(addDays(lane.openingDate, 1));
  const proven = x(addDays(lane.provenTo, 1));
  const now = x(today);
  const scallop = `M${from} 20 H${mark} q-9 4 0 8 q9 4 0 8 q-9 4 0 8 H${from} Z`;
  const words = say('today.certifiedTo', { mark: shortDate(lane.mark) });
  const certified = lane.mark > lane.openingDate;
  return (
    <tr
      className={over ? 'over' : ''}
      onDragOver={(e) => {
        if (canDrop) {
          e.preventDefault();
          setOver(true);
        }
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(e) => {
        const file = e.dataTransfer.files[0];
        setOver(false);
        if (canDrop && file) {
          e.preventDefault();
          e.stopPropagation();
          onFile(file);
        }
      }}
    >
      <th scope="row">
        <Link to={`/reconcile/${lane.accountId}/${lane.nextMonth}`}>{lane.name}</Link>
        <span className="quiet">
          {lane.bank} {lane.shortNumber}
        </span>
      </th>
      <td className="lane-months">
        <svg
          viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
          preserveAspectRatio="none"
          role="img"
          aria-label={say('today.bankLinesWithNoExplanationEntriesNot', {
            words,
            openLines: lane.openLines,
            openEntryCount: lane.openEntryCount,
          })}
        >
          {months.map((m) => (
            <line key={m} x1={x(m)} x2={x(m)} y1="0" y2={HEIGHT} className="month-line" />
          ))}
          <rect x={from} y="20" width={Math.max(now - from, 0)} height="24" className="lane-open" />
          <rect x={mark} y="20" width={Math.max(proven - mark, 0)} height="24" className="lane-proven" />
          {certified && <path d={scallop} className="lane-certified" />}
          <line x1={now} x2={now} y1="0" y2={HEIGHT} className="today-line" />
        </svg>
        {certified && (
          <span className="lane-words" style={{ right: `${100 - mark / 10 + 2}%` }}>
            {words}
          </span>
        )}
        <span className="lane-dots" aria-hidden="true">
          {lane.openBankLines.map((dot) => (
            <Mark key={dot.date} dot={dot} left={x(dot.date) / 10} kind="dot" />
          ))}
          {lane.openEntries.map((dot) => (
            <Mark key={dot.date} dot={dot} left={x(dot.date) / 10} kind="diamond" />
          ))}
        </span>
      </td>
      <td className="num">
        {report(lane.bankBalance)} {foreign && lane.currency}
      </td>
      <td className="num">
        <strong>{report(lane.freeToSpend)}</strong> {foreign && lane.currency}
      </td>
    </tr>
  );
}

function Mark({ dot, left, kind }: { dot: Dot; left: number; kind: 'dot' | 'diamond' }) {
  const size = dot.weight * 4 + 4;
  return (
    <svg
      className={`mark-${kind}`}
      style={{ left: `${left}%`, width: size, height: size }}
      viewBox="0 0 12 12"
    >
      <title>{`${dot.title}, ${fullDate(dot.date)}, ${dot.amount}`}</title>
      {kind === 'dot' ? (
        <circle cx="6" cy="6" r="5.5" className="dot" />
      ) : (
        <path d="M6 .7L11.3 6 6 11.3.7 6z" className="diamond" />
      )}
    </svg>
  );
}
