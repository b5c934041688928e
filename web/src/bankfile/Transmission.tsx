import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { Button } from 'react-bootstrap';
import { SecondPerson, useApproval } from '../approval/SecondPerson';
import { useCurrentCompany } from '../session/session';
import { api, data, send } from '../shared/api';
import { dateTime } from '../shared/dates';
import { keys } from '../shared/keys';
import { Problems } from '../shared/Problems';
import { say } from '../words';
import type { TransmissionView } from './api';
import { bankFileKeys } from './keys';

/** A file's way to the bank: sent by its link or its folder, after a second person, and followed. */
export function Transmission({ fileId }: { fileId: number }) {
  const { company, canPrepare } = useCurrentCompany();
  const queries = useQueryClient();
  const path = `/api/v1/companies/${company.id}/bank-files/${fileId}/transmission`;
  const key = bankFileKeys.transmission(company.id, fileId);
  const shown = useQuery({
    queryKey: key,
    queryFn: () =>
      data(
        api.GET('/api/v1/companies/{companyId}/bank-files/{fileId}/transmission', {
          params: { path: { companyId: company.id, fileId } },
        }),
      ),
    // what was released goes within moments
    refetchInterval: (query) => (query.state.data?.state === 'RELEASED' ? 2_000 : false),
  });
  const refresh = () => queries.invalidateQueries({ queryKey: keys.company(company.id) });
  const go = useMutation({
    mutationFn: (way: TransmissionView['ways'][number]['way']) => send('POST', path, { way }),
    onSuccess: refresh,
  });
  const look = useMutation({ mutationFn: () => send('POST', `${path}/look`, {}), onSuccess: refresh });
  const t = shown.data;
  if (!t) {
    return <Problems error={shown.error} />;
  }
  const atTheBank =
    t.way === 'LINK' && t.state !== undefined && t.state !== 'ASKED' && t.state !== 'DECLINED';
  return (
    <div className="transmission">
      {t.state && t.state !== 'ASKED' && (
        <p className={t.state === 'REFUSED' || t.state === 'DECLINED' || t.trouble ? 'waiting' : 'quiet'}>
          {STATES[t.state]}
          {t.trouble && `: ${t.trouble}`}
          {t.answers > 0 && ` ${say('transmission.answersTaken', { count: t.answers })}`}
          {t.nextLookAt &&
            t.state !== 'RELEASED' &&
            ` ${say('transmission.askedNext', { when: dateTime(t.nextLookAt) })}`}
        </p>
      )}
      {t.state === 'ASKED' && t.id !== undefined && <Waiting id={t.id} />}
      <Problems error={go.error ?? look.error} title={say('transmission.nothingWasSent')} />
      {canPrepare && (
        <div className="actions">
          {t.ways.map((w) => (
            <Button
              key={w.way}
              size="sm"
              variant={w.way === 'LINK' ? 'primary' : 'outline-secondary'}
              title={w.way === 'FOLDER' ? w.to : undefined}
              disabled={go.isPending}
              onClick={() => go.mutate(w.way)}
            >
              {w.way === 'LINK'
                ? say('transmission.sendItTo', { bank: w.to })
                : say('transmission.layIntoTheFolder')}
            </Button>
          ))}
          {atTheBank && (
            <Button
              size="sm"
              variant="outline-secondary"
              disabled={look.isPending}
              onClick={() => look.mutate()}
            >
              {say('transmission.askTheBankNow')}
            </Button>
          )}
        </div>
      )}
      {canPrepare && t.ways.length > 0 && t.needsSecond && (
        <p className="quiet small">{say('transmission.aSecondPersonReleases')}</p>
      )}
    </div>
  );
}

const STATES: Record<NonNullable<TransmissionView['state']>, string> = {
  ASKED: '',
  DECLINED: say('transmission.declined'),
  RELEASED: say('transmission.onItsWay'),
  SENT: say('transmission.sent'),
  TAKEN: say('transmission.taken'),
  REFUSED: say('transmission.refused'),
};

function Waiting({ id }: { id: number }) {
  const asked = useApproval('TRANSMISSION', id);
  return asked ? <SecondPerson key={asked.id} asked={asked} /> : null;
}
