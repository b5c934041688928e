import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { useCurrentCompany } from '../session/session';
import { api, data, send } from '../shared/api';
import { fullDate } from '../shared/dates';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { say } from '../words';
import type { Listed, RetentionSheet } from './api';
import { paperKeys } from './keys';
import { PaperDialog } from './PaperViewer';

/** How long papers are kept, and those whose time has passed. */
export function RetentionPart() {
  const { company } = useCurrentCompany();
  const queries = useQueryClient();
  const base = `/api/v1/companies/${company.id}/papers/retention`;
  const [chosen, setChosen] = useState<number[]>([]);
  const [open, setOpen] = useState<Listed>();
  const sheet = useQuery({
    queryKey: paperKeys.retention(company.id),
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/papers/retention', {
          params: { path: { companyId: company.id } },
        }),
      ),
  });
  const kept = () => {
    setChosen([]);
    return queries.invalidateQueries({ queryKey: keys.company(company.id) });
  };
  const keep = useMutation({
    mutationFn: (rule: { use: string; years: number }) => send<RetentionSheet>('PUT', base, rule),
    onSuccess: kept,
  });
  const remove = useMutation({
    mutationFn: (ids: number[]) => send<RetentionSheet>('POST', `${base}/removals`, { ids }),
    onSuccess: kept,
  });
  if (!sheet.data) {
    return <Problems error={sheet.error} />;
  }
  const { rules, pastTime } = sheet.data;
  return (
    <>
      <section className="sheet">
        <h2>{say('attachment.howLongPapersAreKept')}</h2>
        <table className="plain">
          <caption>{say('attachment.fromTheEndOfTheYear')}</caption>
          <thead>
            <tr>
              <th scope="col">{say('attachment.what')}</th>
              <th scope="col">{say('attachment.years')}</th>
              <th scope="col">{say('attachment.usually')}</th>
            </tr>
          </thead>
          <tbody>
            {rules.map((r) => (
              <tr key={r.use}>
                <th scope="row">{r.words}</th>
                <td>
                  <Form.Control
                    key={r.years}
                    className="num"
                    inputMode="numeric"
                    aria-label={say('attachment.yearsOf', { what: r.words })}
                    defaultValue={r.years}
                    maxLength={3}
                    onBlur={(e) => {
                      const years = Number(e.target.value);
                      if (/^\d+$/.test(e.target.value) && years !== r.years) {
                        keep.mutate({ use: r.use, years });
                      }
                    }}
                  />
                </td>
                <td>{r.usualYears}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <Problems error={keep.error} />
      </section>
      <section className="sheet">
        <h2>{say('attachment.whoseTimeHasPassed')}</h2>
        {pastTime.length === 0 && <p className="quiet">{say('attachment.nothingHasToGo')}</p>}
        {pastTime.length > 0 && (
          <>
            <table className="plain">
              <caption>{say('attachment.itsContentGoesItsDigestStays')}</caption>
              <tbody>
                {pastTime.map((p) => (
                  <tr key={p.paper.id}>
                    <td>
                      <Form.Check
                        id={`past-${p.paper.id}`}
                        label={p.paper.name}
                        checked={chosen.includes(p.paper.id)}
                        onChange={(e) =>
                          setChosen(
                            e.target.checked
                              ? [...chosen, p.paper.id]
                              : chosen.filter((id) => id !== p.paper.id),
                          )
                        }
                      />
                    </td>
                    <td>{say('attachment.hadToBeThereUntil', { day: fullDate(p.keptUntil) })}</td>
                    <td>
                      <button type="button" className="as-link" onClick={() => setOpen(p.paper)}>
                        {say('attachment.lookAtIt')}
                      </button>
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
            <Button disabled={chosen.length === 0 || remove.isPending} onClick={() => remove.mutate(chosen)}>
              {say('attachment.takeOutForGood', { count: chosen.length })}
            </Button>
          </>
        )}
        <Problems error={remove.error} title={say('attachment.nothingWasTakenOut')} />
      </section>
      {open && <PaperDialog paper={open} onClose={() => setOpen(undefined)} />}
    </>
  );
}
