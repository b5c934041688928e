import { useMutation } from '@tanstack/react-query';
import { Button } from 'react-bootstrap';
import { useCurrentCompany } from '../session/session';
import { saved } from '../shared/api';
import { Problems } from '../shared/Problems';
import { say } from '../words';
import type { SlipRow } from './api';

/** The slip as the bank takes it, as a PDF; from the second print on it says that it is a copy. */
export function PrintSlip({ slip }: { slip: SlipRow }) {
  const { company } = useCurrentCompany();
  const print = useMutation({
    mutationFn: () =>
      saved(
        `/api/v1/companies/${company.id}/deposit-slips/${slip.id}/print`,
        { paper: navigator.language === 'en-US' ? 'LETTER' : 'A4' },
        `${slip.number}.pdf`,
      ),
  });
  return (
    <>
      <Button variant="outline-secondary" disabled={print.isPending} onClick={() => print.mutate()}>
        {say('deposit.print')}
      </Button>
      <Problems error={print.error} />
    </>
  );
}
